import Button from '@mui/material/Button';
import { useState } from 'react';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import styles from './Rules.module.css';
import { keepPapersWanted, type PaperWanted } from './rulesApi';

/** Beside which money a paper is wanted: lists say where it lacks. */
export function PapersWanted({ papers, may }: { papers: PaperWanted[]; may: boolean }) {
  const wanted = papers.filter((p) => p.wanted).map((p) => p.method);
  const [chosen, setChosen] = useState(wanted);
  const { perform, problem } = usePerform();
  const isChanged = [...chosen].sort().join() !== [...wanted].sort().join();

  const keep = async () => {
    await perform(() => keepPapersWanted(chosen));
  };

  return (
    <section className={styles.rule} aria-label="Papers that are wanted">
      <h2>Papers that are wanted</h2>
      <p className={page.soft}>
        Money that came in these ways shall have a picture or a document beside it; the pile and
        what is done say where it lacks.
      </p>
      <div className={styles.row}>
        {papers.map((p) => (
          <label key={p.method}>
            <input
              type="checkbox"
              checked={chosen.includes(p.method)}
              disabled={!may}
              onChange={(e) =>
                setChosen(
                  e.target.checked ? [...chosen, p.method] : chosen.filter((m) => m !== p.method),
                )
              }
            />{' '}
            {p.words}
          </label>
        ))}
        {may && (
          <Button disabled={!isChanged} onClick={() => void keep()}>
            Keep what is wanted
          </Button>
        )}
      </div>
      {problem && <Sentence error={problem} />}
    </section>
  );
}
