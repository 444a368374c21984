import Button from '@mui/material/Button';
import { useRef } from 'react';

interface Props {
  words: string;
  /** What the file holds, for those who do not see the page. */
  label: string;
  take: (text: string) => Promise<void>;
}

/** A button that takes the text of a file. */
export function BringFile({ words, label, take }: Props) {
  const file = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => file.current?.click()}>{words}</Button>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        hidden
        aria-label={label}
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = '';
          if (chosen) {
            void chosen.text().then(take);
          }
        }}
      />
    </>
  );
}
