import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { type KeyboardEvent, useState, type MouseEvent, useEffect } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { sentenceOf } from '../../api/client';
import { Key } from '../../components/Key';
import { Empty, Loading, Sentence } from '../../components/States';
import { useNavigateWithin } from '../../components/useNavigateWithin';
import { isInField, useLanding } from '../../keyboard/keys';
import { moment, words } from '../../money/money';
import {
  accept,
  type Arrival,
  arrivalQuery,
  arrivalsQuery,
  bringIn,
  type Choices,
  drop,
  type Place,
  progressQuery,
  type Scope,
  stop,
  withdraw,
} from './arrivalsApi';
import { AccountMeant } from './AccountMeant';
import { Accounts } from './Accounts';
import { ContentsPane } from './ContentsPane';
import { Fetch } from './Fetch';
import { LayoutMaker } from './LayoutMaker';
import { LockboxMaker } from './LockboxMaker';
import { OurForms } from './OurForms';
import { TheDay } from './TheDay';
import { TypedRows } from './TypedRows';
import styles from './Arrivals.module.css';

/** So many files the list holds at the most. */
const MOST_FILES = 200;

const GONE: Arrival['state'][] = ['DROPPED', 'WITHDRAWN'];

/** What somebody has to say of a file first, and where. */
const ASKED: Record<Arrival['asks'], { step: string; act: string; waits: string; unsaid: string }> =
  {
    NOTHING: { step: '', act: '', waits: '', unsaid: '' },
    COLUMNS: {
      step: 'layout',
      act: 'Name its columns',
      waits: 'its columns are to be named',
      unsaid: 'Nobody has said yet what the columns of this file hold.',
    },
    LOCKBOX: {
      step: 'lockbox',
      act: 'Set the lockbox up',
      waits: 'its lockbox is to be set up',
      unsaid: 'Nobody has said yet into which account this lockbox is paid.',
    },
    ACCOUNT: {
      step: 'account',
      act: 'Name its account',
      waits: 'its account is to be named',
      unsaid: 'Nobody has said yet which of them it is.',
    },
  };

/** What came in, by file: what each says and what was read, side by side. */
export function Arrivals() {
  const arrivals = useQuery(arrivalsQuery);
  const { arrivalId, step } = useParams();
  const navigate = useNavigateWithin('/arrivals');
  const [search, setSearch] = useSearchParams();
  const place = search.get('line')
    ? {
        line: Number(search.get('line')),
        near: search.get('near') ?? undefined,
        nth: search.get('nth') ? Number(search.get('nth')) : undefined,
      }
    : undefined;
  const queries = useQueryClient();
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState('');
  const [over, setOver] = useState(false);
  const [scope, setScope] = useState<Scope>('CHANGES_ONLY');
  const [choices, setChoices] = useState<Choices>({});
  const progress = useQuery(progressQuery(busy !== ''));
  const rows = arrivals.data ?? [];
  // what a person looks at stands in the address, and stays until they leave it
  const listed = rows.find((r) => r.id === Number(arrivalId));
  const older = useQuery(
    arrivalQuery(Number(arrivalId), !arrivals.isSuccess || listed !== undefined),
  ).data;
  const selected = listed ?? (older && !GONE.includes(older.state) ? older : undefined);
  const waiting = rows.filter((r) => r.state === 'WAITING').length;
  const next = (rows.findLast((r) => r.state === 'WAITING' && !r.refusal) ?? rows[0])?.id;
  useEffect(() => {
    if (arrivalId === undefined && next !== undefined) {
      void navigate(`/arrivals/${next}`, { replace: true });
    }
  }, [arrivalId, next, navigate]);

  useLanding('arrivals', arrivals.isSuccess);

  const select = (row: Arrival | undefined) => {
    if (row) {
      setChoices({});
      void navigate(`/arrivals/${row.id}`, { replace: true });
    }
  };

  const attempt = async (words: string, act: () => Promise<Arrival | undefined>) => {
    setProblem('');
    setBusy(words);
    try {
      const row = await act();
      if (row) {
        select(row);
      } else {
        void navigate('/arrivals', { replace: true });
      }
    } catch (e) {
      setProblem(sentenceOf(e));
    }
    setBusy('');
    await queries.invalidateQueries();
  };

  const take = async (files: File[]) => {
    for (const file of files) {
      await attempt(`Reading ${file.name} …`, async () => bringIn(file));
    }
  };

  /** Enter leads on: a file is accepted, or its columns are named first. */
  const goOn = () => {
    if (selected?.state === 'LAYOUT') {
      void navigate(`/arrivals/${selected.id}/${ASKED[selected.asks].step}`);
    } else if (selected?.state === 'WAITING') {
      void attempt(`Taking in ${selected.fileName} …`, () => accept(selected.id, scope, choices));
    }
  };

  const withdrawSelected = () => {
    if (selected?.state === 'ACCEPTED') {
      void attempt(`Withdrawing ${selected.fileName} …`, async () => {
        await withdraw(selected.id);
        return undefined;
      });
    }
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const move = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (move !== 0) {
      event.preventDefault();
      const at = rows.findIndex((r) => r.id === selected?.id);
      select(rows[Math.min(rows.length - 1, Math.max(0, at + move))]);
    } else if (event.key === 'Enter' && !isInField(event)) {
      event.preventDefault();
      goOn();
    } else if (event.key.toLowerCase() === 'w') {
      event.preventDefault();
      withdrawSelected();
    } else if (event.key.toLowerCase() === 'd') {
      event.preventDefault();
      void navigate('/arrivals/day');
    } else if (event.key.toLowerCase() === 't') {
      event.preventDefault();
      void navigate('/arrivals/typed');
    } else if (event.key.toLowerCase() === 'l') {
      event.preventDefault();
      void navigate('/arrivals/forms');
    }
  };

  if (arrivalId === 'typed') {
    return <TypedRows />;
  }
  if (arrivalId === 'day') {
    return <TheDay />;
  }
  if (arrivalId === 'forms') {
    return <OurForms />;
  }
  if (step === 'layout' && selected) {
    return <LayoutMaker arrival={selected} />;
  }

  if (step === 'account' && selected) {
    return <AccountMeant arrival={selected} />;
  }
  if (step === 'lockbox' && selected) {
    return <LockboxMaker arrival={selected} />;
  }

  return (
    <div
      className={over ? `${styles.page} ${styles.over}` : styles.page}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        void filesOf(e.dataTransfer).then(take);
      }}
    >
      <div className={styles.left}>
        <label className={styles.drop}>
          <span>
            Drop files or a folder anywhere here, or <b className={styles.choose}>choose them</b>
          </span>
          <input
            type="file"
            multiple
            aria-label="Choose files"
            onChange={(e) => {
              const files = [...(e.target.files ?? [])];
              e.target.value = '';
              void take(files);
            }}
          />
          <span className={styles.soft}>
            statements, lockboxes, payouts, lists, invoices · up to 1 GB
          </span>
          <Button onClick={() => void navigate('/arrivals/typed')}>
            Type entries<Key>T</Key>
          </Button>
          <Button onClick={() => void navigate('/arrivals/forms')}>
            Lists of your own<Key>L</Key>
          </Button>
        </label>
        <Fetch />
        {busy && <p role="status">{busy}</p>}
        {progress.data?.map((p) => (
          <div key={p.arrivalId} className={styles.progress}>
            <label>
              {p.stored} of {p.total} entries are taken in{leftOf(p.secondsLeft)}; it goes on if you
              leave.
              <progress value={p.stored} max={p.total} />
            </label>
            <Button onClick={() => void stop(p.arrivalId)}>Stop, nothing stored</Button>
          </div>
        ))}
        {problem && <Sentence error={problem} />}
        {arrivals.isPending && <Loading />}
        {arrivals.isError && (
          <Sentence error={arrivals.error} retry={() => void arrivals.refetch()} />
        )}
        {arrivals.isSuccess && rows.length === 0 && (
          <Empty>Nothing has come in yet. Begin with a list of open items, then a statement.</Empty>
        )}
        {waiting > 1 && (
          <p className={styles.acts}>
            <Button onClick={() => void navigate('/arrivals/day')}>
              Accept all that add up<Key>D</Key>
            </Button>
            <span className={styles.soft}>{waiting} files wait.</span>
          </p>
        )}
        {rows.length > 0 && (
          <div
            data-zone="arrivals"
            role="group"
            aria-label="Files"
            aria-activedescendant={selected ? `arrival-${selected.id}` : undefined}
            tabIndex={0}
            onKeyDown={onKeyDown}
          >
            <table className={styles.table} role="grid" aria-label="Files that came">
              <thead>
                <tr>
                  <th>what came</th>
                  <th>account</th>
                  <th className="figures">it holds</th>
                  <th className="figures">new</th>
                  <th>where it stands</th>
                </tr>
              </thead>
              <tbody>
                {(listed || !selected ? rows : [...rows, selected]).map((row) => (
                  <Row
                    key={row.id}
                    row={row}
                    chosen={row.id === selected?.id}
                    pick={() => select(row)}
                    goOn={goOn}
                  />
                ))}
              </tbody>
            </table>
          </div>
        )}
        {arrivals.isSuccess && rows.length > 0 && arrivalId !== undefined && !selected && (
          <Empty>This file is gone: somebody has taken it out or withdrawn it.</Empty>
        )}
        {rows.length >= MOST_FILES && (
          <p className={styles.soft}>
            The newest {MOST_FILES} files are shown
            {!listed && selected && ', and the one you look at'}.
          </p>
        )}
        <Accounts />
      </div>
      <aside className={styles.right} data-zone="contents" tabIndex={0} aria-label="In the file">
        {selected && !['REFUSED', 'KNOWN', 'LAYOUT'].includes(selected.state) && (
          <ContentsPane
            key={selected.id}
            arrival={selected}
            scope={scope}
            setScope={setScope}
            choices={choices}
            setChoices={setChoices}
            place={place}
            showPlace={(to) => setSearch(to ? searchOf(to) : {}, { replace: true })}
            withdraw={withdrawSelected}
            rename={() => void navigate(`/arrivals/${selected.id}/layout`)}
            drop={() =>
              void attempt('', async () => {
                await drop(selected.id);
                return undefined;
              })
            }
          />
        )}
        {selected?.state === 'REFUSED' && (
          <>
            <Sentence error={selected.refusal} />
            <Empty>Mend it, or ask for it again.</Empty>
          </>
        )}
        {selected?.state === 'KNOWN' && (
          <Empty>{selected.refusal} There is nothing to take in, and nothing was stored.</Empty>
        )}
        {selected?.state === 'LAYOUT' && (
          <Empty>
            {selected.notes.map((note) => (
              <span key={note}>{note} </span>
            ))}
            {ASKED[selected.asks].unsaid}
          </Empty>
        )}
      </aside>
    </div>
  );
}

function leftOf(seconds: number | undefined): string {
  return seconds === undefined ? '' : `, about ${seconds} s left`;
}

function searchOf({ line, near, nth }: Place): Record<string, string> {
  return {
    line: String(line),
    ...(near ? { near } : {}),
    ...(nth ? { nth: String(nth) } : {}),
  };
}

/** The files that were dropped, those inside of folders among them. */
async function filesOf(dropped: DataTransfer): Promise<File[]> {
  const entries = [...dropped.items].flatMap((i) => i.webkitGetAsEntry() ?? []);
  const files = await Promise.all(entries.map(inside));
  return entries.length > 0 ? files.flat() : [...dropped.files];
}

async function inside(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile) {
    return [
      await new Promise<File>((take, fail) => (entry as FileSystemFileEntry).file(take, fail)),
    ];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: FileSystemEntry[] = [];
  // a reader gives its entries in portions, and none at the end
  for (;;) {
    const portion = await new Promise<FileSystemEntry[]>((take, fail) =>
      reader.readEntries(take, fail),
    );
    if (portion.length === 0) {
      break;
    }
    found.push(...portion);
  }
  found.sort((a, b) => a.name.localeCompare(b.name));
  return (await Promise.all(found.map(inside))).flat();
}

interface RowProps {
  row: Arrival;
  chosen: boolean;
  pick: () => void;
  goOn: () => void;
}

function Row({ row, chosen, pick, goOn }: RowProps) {
  const title = row.title || 'Not taken in';
  return (
    <tr
      id={`arrival-${row.id}`}
      aria-selected={chosen}
      className={chosen ? styles.chosen : undefined}
      onClick={pick}
    >
      <td>
        <b>{title}</b>
        <br />
        <span className={styles.soft}>
          {row.kind} · {row.fileName}
        </span>
      </td>
      <td className={styles.account}>
        {row.account} <span className={styles.soft}>{row.currency}</span>
      </td>
      <td className="figures">
        {row.statedCount > 0 &&
          `${row.statedCount} · ${row.currency ? words(row.statedMinor, row.currency) : 'several currencies'}`}
      </td>
      <td className="figures">{row.state === 'ACCEPTED' ? row.acceptedCount : ''}</td>
      <td>
        <Stand row={row} chosen={chosen} goOn={goOn} />
      </td>
    </tr>
  );
}

/** A button inside a row that is chosen by a click: the click is the button's alone. */
function once(act: () => void) {
  return (event: MouseEvent) => {
    event.stopPropagation();
    act();
  };
}

/** Where a file stands, and its lines. */
function Stand({ row, chosen, goOn }: Omit<RowProps, 'pick'>) {
  switch (row.state) {
    case 'WAITING':
      return row.refusal ? (
        <span className={styles.waiting}>cannot be accepted yet</span>
      ) : chosen ? (
        <Button variant="contained" tabIndex={-1} onClick={once(goOn)}>
          Accept<Key>↵</Key>
        </Button>
      ) : (
        <span className={styles.waiting}>waits to be accepted</span>
      );
    case 'LAYOUT':
      return chosen ? (
        <Button variant="contained" tabIndex={-1} onClick={once(goOn)}>
          {ASKED[row.asks].act}
          <Key>↵</Key>
        </Button>
      ) : (
        <span className={styles.waiting}>{ASKED[row.asks].waits}</span>
      );
    case 'REFUSED':
      return <span className={styles.refused}>refused, nothing stored</span>;
    case 'KNOWN':
      return <span className={styles.soft}>all of it is known already</span>;
    case 'INFORMATION':
      return <span className={styles.soft}>for information, places nothing</span>;
    default:
      return (
        <span className={styles.soft}>
          {row.unexplained > 0
            ? `${row.unexplained} of ${row.acceptedCount} still to explain`
            : `accepted ${row.decidedAt ? moment(row.decidedAt) : ''}, ${row.decidedBy ?? ''}`}
          {row.knownCount > 0 && `, ${row.knownCount} known already`}
          {row.heldCount > 0 && <b className={styles.waiting}> {row.heldCount} held</b>}
        </span>
      );
  }
}
