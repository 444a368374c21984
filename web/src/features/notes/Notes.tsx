import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Sentence } from '../../components/States';
import { moment } from '../../money/money';
import { notesQuery, type Subject, writeNote } from './notesApi';
import styles from './Notes.module.css';

/** What people wrote beside a sum, an item or a customer, and a field to write more. */
export function Notes({ on, id }: { on: Subject; id: number }) {
  const notes = useQuery(notesQuery(on, id));
  const queries = useQueryClient();
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState('');

  const write = async () => {
    setProblem('');
    try {
      await writeNote(on, id, typed);
      setTyped('');
      await queries.invalidateQueries({ queryKey: ['notes', on, id] });
    } catch (e) {
      setProblem(sentenceOf(e));
    }
  };

  return (
    <section className={styles.notes} aria-label="Notes">
      {problem && <Sentence error={problem} />}
      {notes.data?.map((n) => (
        <p key={n.writtenAt + n.words}>
          {n.words}{' '}
          <small>
            {n.person}, {moment(n.writtenAt)}
          </small>
        </p>
      ))}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void write();
        }}
      >
        <input
          aria-label="Write a note"
          placeholder="Write a note"
          value={typed}
          maxLength={1000}
          onChange={(e) => setTyped(e.target.value)}
        />
        {typed.trim() && <Button type="submit">Keep</Button>}
      </form>
    </section>
  );
}
