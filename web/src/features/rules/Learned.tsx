import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { CERTAINTIES, CertaintyMark } from '../../components/CertaintyMark';
import { Loading, Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { moment } from '../../money/money';
import styles from './Rules.module.css';
import { dropFit, fitWeights, learningQuery } from './rulesApi';

/** What the machine said in these books and what became of it; and weights fitted on it. */
export function Learned({ may }: { may: boolean }) {
  const learning = useQuery(learningQuery);
  const [busy, setBusy] = useState(false);
  const { perform, problem } = usePerform();

  const act = async (what: () => Promise<unknown>) => {
    setBusy(true);
    await perform(what);
    setBusy(false);
  };

  if (learning.isPending) {
    return <Loading />;
  }
  if (learning.isError) {
    return <Sentence error={learning.error} retry={() => void learning.refetch()} />;
  }
  const { bands, proven, earned, lessons, needed, fit } = learning.data;
  return (
    <section className={styles.rule} aria-label="What the machine said, and what became of it">
      <h2>What the machine said, and what became of it</h2>
      <p className={page.soft}>
        Right is what was posted as it was planned and was not turned back since.
      </p>
      {bands.length > 0 && (
        <table className={page.table}>
          <thead>
            <tr>
              <th>it was</th>
              <th className="figures">decided</th>
              <th className="figures">right</th>
            </tr>
          </thead>
          <tbody>
            {bands.map((b) => (
              <tr key={b.certainty}>
                <td>
                  <CertaintyMark certainty={b.certainty} /> {CERTAINTIES[b.certainty].words}
                </td>
                <td className="figures">{b.said}</td>
                <td className="figures">{b.right}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p>{proven}</p>
      <p>{earned}</p>
      <h3>Weights of the reasons</h3>
      <p className={page.soft}>
        They are fitted on invented houses. Fitted on this one they are tried on its newest
        decisions, and taken only where they read these better.
      </p>
      <p>
        {fit
          ? `${fit.trial} ${fit.by}, ${moment(fit.at)}.`
          : `As shipped. ${lessons} of the ${needed} decisions that a fit needs stand.`}
      </p>
      {may && (
        <p className={styles.row}>
          <Button disabled={busy || lessons < needed} onClick={() => void act(fitWeights)}>
            {busy ? 'Fitting…' : 'Fit to this house'}
          </Button>
          {fit?.taken && (
            <Button disabled={busy} onClick={() => void act(dropFit)}>
              Back to the shipped weights
            </Button>
          )}
        </p>
      )}
      {problem && <Sentence error={problem} />}
    </section>
  );
}
