import Button from '@mui/material/Button';
import { useState } from 'react';
import { BringFile } from '../../components/BringFile';
import { Field } from '../../components/Field';
import { FindField } from '../../components/FindField';
import { Sentence } from '../../components/States';
import { usePerform } from '../../components/usePerform';
import page from '../../components/Page.module.css';
import styles from './SetUp.module.css';
import { SetUpForm } from './SetUpForm';
import { type Account, addAccount, bringAccounts, changeAccount } from './setupApi';

type Edited = Pick<Account, 'number' | 'name' | 'retired'> & { code?: string; mayRetire: boolean };

const NEW: Edited = { number: '', name: '', retired: false, mayRetire: false };

/** The ledger accounts of the house, with its own numbers and names. */
export function LedgerAccounts({ accounts }: { accounts: Account[] }) {
  const [find, setFind] = useState('');
  const [edited, setEdited] = useState<Edited>();
  const [brought, setBrought] = useState('');
  const { perform, problem } = usePerform();
  const shown = accounts.filter((a) =>
    `${a.number} ${a.name} ${a.uses.join(' ')}`.toLowerCase().includes(find.trim().toLowerCase()),
  );

  const act = async (what: () => Promise<string>) => {
    setBrought('');
    await perform(async () => {
      setBrought(await what());
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
        <BringFile
          words="Bring in a list"
          label="A file of accounts: number, name"
          take={(text) =>
            act(async () => {
              const { added } = await bringAccounts(text);
              return `The list was taken over; ${added} of its accounts are new.`;
            })
          }
        />
        <span className={page.soft}>comma-separated, with the columns number, name</span>
      </div>
      {edited && (
        <AccountForm
          key={edited.code ?? ''}
          begun={edited}
          keep={({ code, number, name, retired }) =>
            void act(async () => {
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
    <SetUpForm
      label={begun.code === undefined ? 'A new account' : `Account ${begun.number}`}
      words="Keep the account"
      ready={said.number.trim() !== '' && said.name.trim() !== ''}
      keep={() => keep(said)}
      leave={leave}
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
      </div>
    </SetUpForm>
  );
}
