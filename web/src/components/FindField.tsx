import { useState } from 'react';

interface Props {
  label: string;
  placeholder: string;
  /** What is looked for, as the address of the page says. */
  find: string;
  change: (find: string) => void;
  /** Enter or Escape: on to what was found. */
  leave?: () => void;
}

/** Where F leads. Holds what is being typed itself: the address follows too late for fast fingers. */
export function FindField({ label, placeholder, find, change, leave }: Props) {
  const [typed, setTyped] = useState<string>();
  return (
    <input
      data-find
      type="search"
      aria-label={label}
      placeholder={`${placeholder}  F`}
      value={typed ?? find}
      onChange={(e) => {
        setTyped(e.target.value);
        change(e.target.value);
      }}
      onBlur={() => setTyped(undefined)}
      onKeyDown={(e) => {
        if (leave && (e.key === 'Enter' || e.key === 'Escape')) {
          leave();
        }
      }}
    />
  );
}
