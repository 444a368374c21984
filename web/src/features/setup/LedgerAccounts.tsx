import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { Field } from '../../components/Field';
import { FindField } from '../../components/FindField';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import styles from './SetUp.module.css';
import { type Account, addAccount, bringAccounts, changeAccount } from './setupApi';

type Edited = Pick<Account, 'number' | 'name' | 'retired'> & { code?: string; mayRetire: boolean };

const NEW: Edited = { number: '', name: '', retired: false, mayRetire: false };

/** The ledger accounts of the house, with its own numbers and names. */
export function LedgerAccounts({ accounts }: { accounts: Account[] }) {
  const file = useRef<HTMLInputElement>(null);
  const [find, setFind] = useState('');
  const [edited, setEdited] = useState<Edited>();
  const [brought, setBrought] = useState('');
  const { perform, problem } = usePerform();
  const shown = accounts.filter((a) =>
    `${a.number} ${a.name} ${a.uses.join(' ')}`.toLowerCase().includes(find.trim().toLowerCase()),
  );

  const act = (what: () => Promise<string>) => {
    setBrought('');
    void perform(async () => {
      const said = await what();
      setBrought(said);
      setEdited(undefined);
    });
  };

  return (
    <section className={styles.part} aria-label="Ledger accounts">
      <p className={page.soft}>
        People place money on those by hand; the others are moved by what is posted. What was posted
        stays on its account, whatever that is called later.
      </p>
      <div className={styles.row}>
        <FindField
          label="Find an account"
          placeholder="Find an account"
          find={find}
          change={setFind}
        />
        <Button onClick={() => setEdited(NEW)}>Add an account</Button>
        <Button onClick={() => file.current?.click()}>Bring in a list</Button>
        <span className={page.soft}>comma-separated, with the columns number, name</span>
        <input
          ref={file}
          type="file"
          accept=".csv,text/csv"
          hidden
          aria-label="A file of accounts: number, name"
          onChange={(e) => {
            const chosen = e.target.files?.[0];
            e.target.value = '';
            if (chosen) {
              act(async () => {
                const { added } = await bringAccounts(await chosen.text());
                return `The list was taken over; ${added} of its accounts are new.`;
              });
            }
          }}
        />
      </div>
      {edited && (
        <AccountForm
          key={edited.code ?? ''}
          begun={edited}
          keep={({ code, number, name, retired }) =>
            act(async () => {
              await (code === undefined
                ? addAccount({ number, name })
                : changeAccount(code, { number, name, retired }));
              return '';
            })
          }
          leave={() => setEdited(undefined)}
        />
      )}
      {problem && <Sentence error={problem} />}
      {brought && <p role="status">{brought}</p>}
      <table className={page.table}>
        <thead>
          <tr>
            <th>number</th>
            <th>name</th>
            <th>moved</th>
            <th>used by</th>
            <th aria-label="change" />
          </tr>
        </thead>
        <tbody>
          {shown.map((a) => (
            <tr
              key={a.code}
              className={a.retired ? page.settled : undefined}
              onDoubleClick={() => setEdited(a)}
            >
              <td>{a.number}</td>
              <td>{a.name}</td>
              <td>{a.retired ? 'retired' : a.byHand ? 'by hand too' : 'by what is posted'}</td>
              <td>{a.uses.join(', ')}</td>
              <td>
                <Button aria-label={`Change ${a.number}`} onClick={() => setEdited(a)}>
                  Change
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {shown.length === 0 && <p className={page.soft}>No account reads like that.</p>}
    </section>
  );
}

interface FormProps {
  begun: Edited;
  keep: (said: Edited) => void;
  leave: () => void;
}

function AccountForm({ begun, keep, leave }: FormProps) {
  const [said, setSaid] = useState(begun);
  return (
    <form
      className={styles.form}
      aria-label={begun.code === undefined ? 'A new account' : `Account ${begun.number}`}
      onKeyDown={(e) => e.key === 'Escape' && leave()}
      onSubmit={(e) => {
        e.preventDefault();
        keep(said);
      }}
    >
      <div className={styles.row}>
        <Field
          first
          label="Number"
          value={said.number}
          change={(number) => setSaid((s) => ({ ...s, number }))}
          maxLength={20}
        />
        <Field
          label="Name"
          value={said.name}
          change={(name) => setSaid((s) => ({ ...s, name }))}
          maxLength={80}
        />
        {begun.mayRetire && (
          <label>
            <input
              type="checkbox"
              checked={said.retired}
              onChange={(e) => setSaid((s) => ({ ...s, retired: e.target.checked }))}
            />{' '}
            retired
          </label>
        )}
        <Button
          type="submit"
          variant="contained"
          disabled={!said.number.trim() || !said.name.trim()}
        >
          Keep the account
        </Button>
        <Button variant="text" onClick={leave}>
          Leave
        </Button>
      </div>
    </form>
  );
}
