import Button from '@mui/material/Button';
import { useState } from 'react';
import { Choice } from '../../components/Choice';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import styles from './Rules.module.css';
import { keepPersonLimits, type PersonLimit, type PersonOfHouse, type Reason } from './rulesApi';

interface Props {
  people: PersonOfHouse[];
  reasons: Reason[];
  may: boolean;
}

/** How far one person may go, where that is otherwise than for the role. */
export function PersonLimits({ people, reasons, may }: Props) {
  const [chosen, setChosen] = useState('');
  const person = people.find((p) => String(p.id) === chosen);
  return (
    <section className={styles.rule} aria-label="Limits of one person">
      <h2>Limits of one person</h2>
      <p className={page.soft}>
        Where a person may go further, or less far, than a clerk or a supervisor: instead of what
        the role says, in every currency.
      </p>
      <Choice
        label="Person"
        value={chosen}
        otherwise="choose one"
        options={people.map((p) => ({
          value: String(p.id),
          words: p.own.length > 0 ? `${p.name}, ${p.own.length} of their own` : p.name,
        }))}
        change={setChosen}
      />
      {person && (
        <OfPerson key={JSON.stringify(person)} person={person} reasons={reasons} may={may} />
      )}
    </section>
  );
}

function OfPerson({ person, reasons, may }: Omit<Props, 'people'> & { person: PersonOfHouse }) {
  const [own, setOwn] = useState(person.own);
  const { perform, problem } = usePerform();
  const wordsOf = (code: string) => reasons.find((r) => r.code === code)?.words ?? code;
  const free = reasons.filter((r) => !r.retired && !own.some((o) => o.reason === r.code));
  const put = (reason: string, part: Partial<PersonLimit>) =>
    setOwn((before) => before.map((o) => (o.reason === reason ? { ...o, ...part } : o)));

  const keep = () => perform(() => keepPersonLimits(person.id, own));

  return (
    <form
      aria-label={`Limits of ${person.name}`}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      {own.length > 0 && (
        <table className={page.table}>
          <thead>
            <tr>
              <th>reason</th>
              <th className="figures">on a tape</th>
              <th className="figures">in a month</th>
              {may && <th aria-label="take away" />}
            </tr>
          </thead>
          <tbody>
            {own.map((o) => (
              <tr key={o.reason}>
                <td className={styles.reason}>{wordsOf(o.reason)}</td>
                {(['tape', 'month'] as const).map((which) => (
                  <td key={which} className="figures">
                    <input
                      className={styles.limit}
                      aria-label={`${wordsOf(o.reason)}: ${person.name}, ${which}`}
                      value={o[which]}
                      inputMode="decimal"
                      disabled={!may}
                      onChange={(e) => put(o.reason, { [which]: e.target.value })}
                    />
                  </td>
                ))}
                {may && (
                  <td>
                    <Button onClick={() => setOwn(own.filter((other) => other !== o))}>
                      As the role
                    </Button>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {may && (
        <div className={styles.row}>
          <Choice
            label="One more reason"
            value=""
            otherwise="choose one"
            options={free.map((r) => ({ value: r.code, words: r.words }))}
            change={(reason) => setOwn([...own, { reason, tape: '0.00', month: '0.00' }])}
          />
          <Button type="submit" disabled={own === person.own}>
            Keep the limits of {person.name}
          </Button>
        </div>
      )}
      {problem && <Sentence error={problem} />}
    </form>
  );
}
