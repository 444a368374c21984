import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { sentenceOf } from '../../api/client';
import { Sentence } from '../../components/States';
import { moment } from '../../money/money';
import { addPaper, type Paper, papersQuery, type Subject, takeOff } from './papersApi';
import styles from './Papers.module.css';

/** Pictures and documents beside something: dropped on the place where they stand, or chosen. */
export function Papers({ on, id }: { on: Subject; id: number }) {
  const papers = useQuery(papersQuery(on, id));
  const queries = useQueryClient();
  const [problem, setProblem] = useState('');
  const here = useRef<HTMLElement>(null);
  const chosen = useRef<HTMLInputElement>(null);

  const act = async (acts: () => Promise<unknown>) => {
    setProblem('');
    try {
      await acts();
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    await queries.invalidateQueries({ queryKey: ['papers', on, id] });
    await queries.invalidateQueries({ queryKey: ['desk'], exact: true });
  };

  const add = (files: Iterable<File>) =>
    void act(async () => {
      for (const file of files) {
        await addPaper(on, id, file);
      }
    });
  useDrop(here, add);

  return (
    <section ref={here} className={styles.papers} aria-label="Papers">
      {problem && <Sentence error={problem} />}
      {papers.data?.map((p) => (
        <Shown key={p.address} paper={p} takeOff={() => void act(() => takeOff(p.id))} />
      ))}
      <button type="button" className={styles.add} onClick={() => chosen.current?.click()}>
        Add a paper, or drop it here
      </button>
      <input
        ref={chosen}
        type="file"
        hidden
        multiple
        accept="image/png,image/jpeg,application/pdf"
        aria-label="A picture or a PDF"
        onChange={(e) => {
          add([...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
    </section>
  );
}

/** What is dropped anywhere on the place in which the papers stand is added. */
function useDrop(here: React.RefObject<HTMLElement | null>, add: (files: File[]) => void) {
  const latest = useRef(add);
  useEffect(() => {
    latest.current = add;
  });
  useEffect(() => {
    const place = here.current?.parentElement;
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes('Files')) {
        event.preventDefault();
        place?.classList.add(styles.over ?? '');
      }
    };
    const leave = () => place?.classList.remove(styles.over ?? '');
    const drop = (event: DragEvent) => {
      leave();
      const files = [...(event.dataTransfer?.files ?? [])];
      if (files.length > 0) {
        event.preventDefault();
        latest.current(files);
      }
    };
    place?.addEventListener('dragover', over);
    place?.addEventListener('dragleave', leave);
    place?.addEventListener('drop', drop);
    return () => {
      place?.removeEventListener('dragover', over);
      place?.removeEventListener('dragleave', leave);
      place?.removeEventListener('drop', drop);
    };
  }, [here]);
}

function Shown({ paper, takeOff }: { paper: Paper; takeOff: () => void }) {
  const address = paper.address;
  return (
    <figure className={styles.paper}>
      {paper.picture && (
        <a href={address} target="_blank" rel="noopener noreferrer">
          <img src={address} alt={paper.fileName} />
        </a>
      )}
      <figcaption>
        {paper.picture ? (
          paper.fileName
        ) : (
          <a href={address} target="_blank" rel="noopener noreferrer">
            {paper.fileName}
          </a>
        )}
        <span>
          {paper.addedAt ? `${paper.person}, ${moment(paper.addedAt)}` : `from ${paper.person}`}
        </span>
        {paper.addedAt && (
          <button type="button" aria-label={`Take off ${paper.fileName}`} onClick={takeOff}>
            take off
          </button>
        )}
      </figcaption>
    </figure>
  );
}
