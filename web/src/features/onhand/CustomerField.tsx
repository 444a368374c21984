import Autocomplete from '@mui/material/Autocomplete';
import { useQuery } from '@tanstack/react-query';
import { type Ref, useState } from 'react';
import { type Customer, customersQuery } from '../desk';
import styles from './Receipt.module.css';

interface Props {
  label: string;
  chosen: Customer | undefined;
  choose: (customer: Customer | undefined) => void;
  /** What is typed where it names no customer. */
  typed: (text: string) => void;
  field: Ref<HTMLInputElement>;
}

/** A customer by a part of the name; Enter or Tab takes the first that is found. */
export function CustomerField({ label, chosen, choose, typed, field }: Props) {
  const [text, setText] = useState(chosen?.name ?? '');
  const found = useQuery(customersQuery(text));
  // what was found for other letters is none of these: Tab would take it
  const read = found.isPlaceholderData ? [] : (found.data ?? []);
  const options = text.trim().length > 1 && text !== chosen?.name ? read : [];
  return (
    <Autocomplete<Customer, false, false, true>
      freeSolo
      className={styles.customer ?? ''}
      options={chosen && !options.some((o) => o.id === chosen.id) ? [chosen, ...options] : options}
      filterOptions={(all) => all.filter((o) => o.id !== chosen?.id || text === chosen.name)}
      getOptionLabel={(o) => (typeof o === 'string' ? o : o.name)}
      getOptionKey={(o) => (typeof o === 'string' ? o : o.id)}
      isOptionEqualToValue={(a, b) => typeof b !== 'string' && a.id === b.id}
      autoHighlight
      autoSelect
      value={chosen ?? null}
      inputValue={text}
      onChange={(_, value) => choose(typeof value === 'string' ? undefined : (value ?? undefined))}
      onInputChange={(_, value, why) => {
        setText(value);
        if (why !== 'reset') {
          typed(value);
        }
      }}
      renderOption={({ key, ...props }, o) => (
        <li key={key} {...props}>
          {o.name} <small className={styles.soft}>{o.number}</small>
        </li>
      )}
      renderInput={(params) => (
        <div ref={params.slotProps.input.ref} className={styles.field}>
          <label htmlFor={params.id}>{label}</label>
          <input {...params.slotProps.htmlInput} id={params.id} ref={mergeRefs(params, field)} />
        </div>
      )}
    />
  );
}

/** Both the list and the page want to know the field. */
function mergeRefs(
  params: { slotProps: { htmlInput: { ref?: Ref<HTMLInputElement> } } },
  own: Ref<HTMLInputElement>,
) {
  return (element: HTMLInputElement | null) => {
    for (const ref of [params.slotProps.htmlInput.ref, own]) {
      if (typeof ref === 'function') {
        ref(element);
      } else if (ref) {
        ref.current = element;
      }
    }
  };
}
