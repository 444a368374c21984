import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Loading, Sentence } from '../../components/States';
import { useNavigateWithin } from '../../components/useNavigateWithin';
import { formsQuery } from './arrivalsApi';
import styles from './Arrivals.module.css';

/** Our own forms of lists, to be filled in: a list in any other columns is read too. */
export function OurForms() {
  const forms = useQuery(formsQuery);
  const navigate = useNavigateWithin('/arrivals');
  if (forms.isPending) {
    return <Loading />;
  }
  if (forms.isError) {
    return <Sentence error={forms.error} retry={() => void forms.refetch()} />;
  }
  return (
    <div className={styles.typed} data-zone="forms" tabIndex={-1}>
      <h1 className={styles.title}>Lists of your own</h1>
      <p>
        A list in any columns is read, as CSV or as a workbook: bring it in, and say once what its
        columns hold. These are the forms that need nothing said.
      </p>
      {forms.data.map((form) => {
        const sample = `/api/arrivals/forms/sample?list=${form.list}`;
        return (
          <section key={form.list} aria-label={form.words} className={styles.form}>
            <h2 className={styles.title}>{form.words}</h2>
            <p className={styles.acts}>
              <a href={sample} download>
                Sample as CSV
              </a>
              <a href={`${sample}&workbook=true`} download>
                Sample as a workbook
              </a>
            </p>
            <table className={styles.entries}>
              <tbody>
                {form.columns.map((column) => (
                  <tr key={column.name}>
                    <td>
                      <b>{column.name}</b>
                    </td>
                    <td>{column.explanation}</td>
                    <td className={styles.soft}>
                      {column.isNeeded ? 'needed' : 'may be left out'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
        );
      })}
      <p className={styles.acts}>
        <Button onClick={() => void navigate('/arrivals')}>Back to the files</Button>
      </p>
    </div>
  );
}
