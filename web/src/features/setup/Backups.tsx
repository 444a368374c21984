import Button from '@mui/material/Button';
import { useState } from 'react';
import { Read } from '../../components/Read';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { moment } from '../../money/money';
import styles from './SetUp.module.css';
import { backUp, backupsQuery } from './setupApi';

/** The copies of the house that are kept, and whether the newest is new enough. */
export function Backups() {
  const [making, setMaking] = useState(false);
  const { perform, problem } = usePerform();
  const make = async () => {
    setMaking(true);
    await perform(backUp);
    setMaking(false);
  };
  return (
    <Read query={backupsQuery}>
      {(backups) => (
        <section className={styles.part} aria-label="Backups">
          <p className={page.soft}>
            Each holds the whole house at one moment, and was read back before it was kept. They lie
            in <code>{backups.folder}</code>
            {backups.everyHours > 0
              ? `; one is made by itself every ${backups.everyHours} hours.`
              : '; none is made by itself here.'}
          </p>
          {backups.late && (
            <p className={page.late} role="status">
              {backups.kept.length === 0
                ? 'There is none yet.'
                : 'The newest is older than it should be.'}
            </p>
          )}
          {backups.failure && (
            <Sentence error={`${moment(backups.failure.at)}: ${backups.failure.sentence}`} />
          )}
          <Button disabled={making} onClick={() => void make()}>
            {making ? 'Backing up …' : 'Back up now'}
          </Button>
          {problem && !backups.failure && <Sentence error={problem} />}
          {backups.kept.length > 0 && (
            <table className={page.table}>
              <thead>
                <tr>
                  <th>made</th>
                  <th>file</th>
                  <th className="figures">size</th>
                </tr>
              </thead>
              <tbody>
                {backups.kept.map((b) => (
                  <tr key={b.name}>
                    <td>{moment(b.madeAt)}</td>
                    <td>{b.name}</td>
                    <td className="figures">{b.kilobytes.toLocaleString('en')} KB</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      )}
    </Read>
  );
}
