import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Choice } from '../../components/Choice';
import { Field } from '../../components/Field';
import { Key } from '../../components/Key';
import { Empty, Sentence } from '../../components/States';
import { Tape, type TapeRow } from '../../components/Tape';
import { parseAmount, words } from '../../money/money';
import { choicesQuery, useDeskKeys } from '../desk';
import { CashPieces } from './CashPieces';
import type { Member, Slip, SlipAccount } from './depositsApi';
import { KeptReceipts } from './KeptReceipts';
import { piecesMinor } from './slip';
import { SlipLines } from './SlipLines';
import { useSlip } from './useSlip';
import styles from './Deposits.module.css';

interface Props {
  slip: Slip;
  accounts: SlipAccount[];
  onHand: Member[];
  handedIn: (words: string) => void;
}

/** A slip that is being made: what is on hand to tick, and the strip that proves it. */
export function SlipWork({ slip, accounts, onHand, handedIn }: Props) {
  const work = useSlip(slip, handedIn);
  const { draft, change } = work;
  const choices = useQuery(choicesQuery);
  const kept = onHand.filter((m) => m.currency === slip.currency);
  const on = kept.filter((m) => m.id !== undefined && draft.receipts.includes(m.id));
  const cash = on.filter((m) => m.kind === 'cash');
  const papers = on.filter((m) => m.kind !== 'cash');
  const sum = (members: Member[]) => members.reduce((minor, m) => minor + m.amountMinor, 0);
  const total =
    sum(on) +
    draft.lines.reduce(
      (minor, l) => minor + (l.kind === 'GOES_ALONG' ? l.amountMinor : -l.amountMinor),
      0,
    );
  const counted = parseAmount(draft.counted, slip.currency);
  const pieces = piecesMinor(draft);

  useDeskKeys({ undo: () => undefined, post: () => void work.handIn(false) });

  const rows: TapeRow[] = [
    line('cheques', `${papers.length} cheque${papers.length === 1 ? '' : 's'}`, sum(papers)),
    line('cash', `${cash.length} in cash`, sum(cash)),
    ...draft.lines.map((l, i) => ({
      key: `line ${i}`,
      label: (
        <>
          {l.kind === 'GOES_ALONG' ? 'goes along' : 'kept back'}{' '}
          <small className={styles.soft}>
            {choices.data?.accounts.find((a) => a.code === l.account)?.words ?? 'Petty cash'}{' '}
            {l.note}
          </small>
        </>
      ),
      minor: l.amountMinor,
      side: l.kind === 'GOES_ALONG' ? 1 : -1,
      remove: {
        label: `Take ${words(l.amountMinor, slip.currency)} off the slip`,
        act: () => change({ lines: draft.lines.filter((_, k) => k !== i) }),
      },
    })),
  ];

  return (
    <>
      <div className={styles.middle}>
        <h1 className={styles.title}>Slip {slip.number}</h1>
        <KeptReceipts
          kept={kept}
          ticked={draft.receipts}
          tick={(receipts) => change({ receipts })}
          own={slip.number}
          day={draft.date}
        />
        {kept.length === 0 && (
          <Empty>Nothing in {slip.currency} is on hand. Record a receipt first.</Empty>
        )}
        <SlipLines
          currency={slip.currency}
          accounts={choices.data?.accounts ?? []}
          add={(added) => change({ lines: [...draft.lines, added] })}
        />
      </div>
      <aside className={styles.right} data-zone="strip" tabIndex={0} aria-label="The slip">
        <Tape
          title={`Slip ${slip.number}`}
          subtitle={`${slip.account} · made by ${slip.madeBy}`}
          currency={slip.currency}
          rows={rows}
          footLabel="Should come to"
          footMinor={total}
          footLook="stated"
        >
          <div className={styles.counts}>
            {accounts.length > 1 && (
              <Choice
                label="Into"
                value={String(draft.accountId)}
                options={accounts.map((a) => ({
                  value: String(a.id),
                  words: `${a.name} ${a.currency}`,
                }))}
                change={(id) => change({ accountId: Number(id) })}
              />
            )}
            <Field
              label="Handed in on"
              type="date"
              value={draft.date}
              change={(date) => date && change({ date })}
            />
            {slip.pieces.length > 0 && (
              <CashPieces
                slip={slip}
                counts={draft.counts}
                count={(value, typed) => change({ counts: { ...draft.counts, [value]: typed } })}
              />
            )}
            {pieces !== undefined && (
              <p className={styles.soft}>
                Notes and coins {words(pieces, slip.currency)}, with the cheques{' '}
                {words(pieces + sum(papers), slip.currency)}
              </p>
            )}
            <Field
              label="Counted, all together"
              inputMode="decimal"
              value={draft.counted}
              change={(typed) => change({ counted: typed })}
              aria-invalid={draft.counted !== '' && counted === undefined}
            />
            {counted !== undefined && counted !== total && (
              <p className={styles.apart}>
                {words(Math.abs(counted - total), slip.currency)}{' '}
                {counted > total ? 'more' : 'less'} than it should come to
              </p>
            )}
          </div>
          {work.problem && <Sentence error={work.problem} />}
          <div className={styles.acts}>
            <Button
              href={`/api/slips/${slip.id}/paper`}
              target="_blank"
              rel="noreferrer"
              component="a"
            >
              Print
            </Button>
            <Button onClick={() => void work.drop()}>Drop it</Button>
            {work.differs && (
              <Button onClick={() => void work.handIn(true)}>Hand in, the till differs</Button>
            )}
            <Button variant="contained" onClick={() => void work.handIn(false)}>
              Hand in<Key>Ctrl ↵</Key>
            </Button>
          </div>
        </Tape>
      </aside>
    </>
  );
}

const line = (key: string, label: string, minor: number): TapeRow => ({
  key,
  label,
  minor,
  side: 1,
});
