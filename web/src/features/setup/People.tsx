import Button from '@mui/material/Button';
import { useState } from 'react';
import { Field } from '../../components/Field';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import { Read } from '../../components/Read';
import { longDate, moment } from '../../money/money';
import styles from './SetUp.module.css';
import { SetUpForm } from './SetUpForm';
import {
  changeRights,
  endSessions,
  invite,
  lockOut,
  type Member,
  newLink,
  releaseRights,
  type Right,
  type Team,
  teamQuery,
  turnDownRights,
} from './setupApi';

/** Who belongs to the house, what each may do, and how they come in. */
export function People() {
  return <Read query={teamQuery}>{(team) => <Members team={team} />}</Read>;
}

/** Whose rights are being said: of a person, or of one who is invited. */
type Edited = { id?: number; name: string; rights: Right[] };

function Members({ team }: { team: Team }) {
  const [edited, setEdited] = useState<Edited>();
  const [link, setLink] = useState<{ name: string; token: string }>();
  const { perform, problem } = usePerform();

  const keep = (said: Edited) =>
    void perform(async () => {
      if (said.id === undefined) {
        const { token } = await invite(said.name, said.rights);
        setLink({ name: said.name, token });
      } else {
        await changeRights(said.id, said.rights);
      }
      setEdited(undefined);
    });

  const linkFor = (member: Member) =>
    void perform(async () => {
      const { token } = await newLink(member.id);
      setLink({ name: member.name, token });
    });

  return (
    <section className={styles.part} aria-label="People">
      <p className={page.soft}>
        Who may come in. A password is set by a link that works once; what somebody may do holds
        from their next step on. Where two can set the house up, one gives rights and the other
        releases them.
      </p>
      <table className={page.table}>
        <thead>
          <tr>
            <th>name</th>
            <th>may</th>
            <th>comes in</th>
            <th aria-label="acts" />
          </tr>
        </thead>
        <tbody>
          {team.people.map((m) => (
            <tr
              key={m.id}
              className={m.locked ? page.settled : undefined}
              onDoubleClick={() => !m.self && setEdited(m)}
            >
              <td>{m.name}</td>
              <td>
                {m.words}
                <Waiting member={m} perform={(act) => void perform(act)} />
              </td>
              <td>{comesIn(m)}</td>
              <td>
                {m.self ? (
                  <span className={page.soft}>you</span>
                ) : (
                  <span className={styles.acts}>
                    <Button aria-label={`Rights of ${m.name}`} onClick={() => setEdited(m)}>
                      Rights
                    </Button>
                    {!m.locked && (
                      <Button aria-label={`New link for ${m.name}`} onClick={() => linkFor(m)}>
                        New link
                      </Button>
                    )}
                    {m.signedIn > 0 && (
                      <Button
                        aria-label={`Sign ${m.name} out`}
                        onClick={() => void perform(() => endSessions(m.id))}
                      >
                        Sign out
                      </Button>
                    )}
                    <Button
                      aria-label={m.locked ? `Let ${m.name} in` : `Lock ${m.name} out`}
                      onClick={() => void perform(() => lockOut(m.id, !m.locked))}
                    >
                      {m.locked ? 'Let in' : 'Lock out'}
                    </Button>
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {link && <Link {...link} />}
      {!edited && (
        <Button
          onClick={() => {
            setLink(undefined);
            setEdited({ name: '', rights: team.bundles[0]?.rights ?? [] });
          }}
        >
          Invite somebody
        </Button>
      )}
      {edited && (
        <RightsForm
          key={edited.id ?? 0}
          begun={edited}
          team={team}
          keep={keep}
          leave={() => setEdited(undefined)}
        />
      )}
      {problem && <Sentence error={problem} />}
    </section>
  );
}

function comesIn(m: Member): string {
  if (m.locked) {
    return 'is locked out';
  }
  const link = m.linkEndsAt ? `link holds until ${longDate(m.linkEndsAt.slice(0, 10))}` : '';
  if (!m.hasPassword) {
    return link || 'has no password, and no link that holds';
  }
  const seen = m.lastSeen
    ? `signed in${m.signedIn > 1 ? ` in ${m.signedIn} browsers` : ''}, last seen ${moment(m.lastSeen)}`
    : 'is not signed in';
  return link ? `${seen}; ${link}` : seen;
}

interface WaitingProps {
  member: Member;
  perform: (act: () => Promise<unknown>) => void;
}

function Waiting({ member, perform }: WaitingProps) {
  const { id, name, waiting, self } = member;
  if (!waiting) {
    return null;
  }
  return (
    <p className={styles.waiting}>
      {waiting.askedBy} gave: {waiting.words}. It holds when{' '}
      {waiting.own ? 'another supervisor releases' : 'it is released'}.
      {!self && (
        <span className={styles.acts}>
          {!waiting.own && (
            <Button
              aria-label={`Release the rights of ${name}`}
              onClick={() => perform(() => releaseRights(id))}
            >
              Release
            </Button>
          )}
          <Button
            aria-label={`Turn down the rights of ${name}`}
            onClick={() => perform(() => turnDownRights(id))}
          >
            Turn down
          </Button>
        </span>
      )}
    </p>
  );
}

/** The link is shown once: the house keeps no copy that could be read. */
function Link({ name, token }: { name: string; token: string }) {
  const address = `${window.location.origin}/welcome#${token}`;
  return (
    <div className={styles.link} role="status">
      <Field
        label={`Give this to ${name}; it is not shown again, and works once`}
        value={address}
        change={() => undefined}
        readOnly
        first
        onFocus={(e) => e.target.select()}
      />
    </div>
  );
}

interface FormProps {
  begun: Edited;
  team: Team;
  keep: (said: Edited) => void;
  leave: () => void;
}

function RightsForm({ begun, team, keep, leave }: FormProps) {
  const [said, setSaid] = useState(begun);
  const holds = (right: Right) => said.rights.includes(right);
  const toggle = (right: Right) =>
    setSaid((s) => ({
      ...s,
      rights: holds(right) ? s.rights.filter((r) => r !== right) : [...s.rights, right],
    }));
  return (
    <SetUpForm
      label={begun.id === undefined ? 'Invite somebody' : `Rights of ${begun.name}`}
      words={begun.id === undefined ? 'Invite' : 'Keep the rights'}
      ready={said.name.trim() !== ''}
      keep={() => keep(said)}
      leave={leave}
    >
      {begun.id === undefined ? (
        <Field
          first
          label="Name, to sign in with"
          value={said.name}
          change={(name) => setSaid((s) => ({ ...s, name }))}
        />
      ) : (
        <h2>{begun.name} may</h2>
      )}
      <div className={styles.acts} role="group" aria-label="Given together">
        {team.bundles.map((b) => (
          <Button key={b.name} onClick={() => setSaid((s) => ({ ...s, rights: b.rights }))}>
            {`as ${b.name}`}
          </Button>
        ))}
      </div>
      <fieldset className={styles.rights}>
        <legend className="unseen">Rights</legend>
        {team.rights.map((r) => (
          <label key={r.right}>
            <input type="checkbox" checked={holds(r.right)} onChange={() => toggle(r.right)} />{' '}
            {r.words}
          </label>
        ))}
      </fieldset>
    </SetUpForm>
  );
}
