import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Loading, Sentence } from '../../components/States';
import { words } from '../../money/money';
import { paidQuery } from './depositsApi';
import styles from './Deposits.module.css';

interface Props {
  label: string;
  records: number[];
  choose: (item: number) => void;
}

/** The item that a wrongly read cheque paid is named, and opens or is paid by what differs. */
export function ReadWrongly({ label, records, choose }: Props) {
  const [open, setOpen] = useState(false);
  return open ? (
    <Paid records={records} choose={choose} />
  ) : (
    <Button onClick={() => setOpen(true)}>{label}</Button>
  );
}

function Paid({ records, choose }: Omit<Props, 'label'>) {
  const paid = useQuery(paidQuery(records));
  if (paid.isPending) {
    return <Loading />;
  }
  if (paid.isError) {
    return <Sentence error={paid.error} retry={() => void paid.refetch()} />;
  }
  return (
    <div role="group" aria-label="Which cheque was read wrongly" className={styles.wraps}>
      {paid.data.length === 0
        ? 'What these cheques paid is not in these books.'
        : 'Which was read wrongly? What it paid is corrected:'}
      {paid.data.map((p) => (
        <Button key={`${p.itemId} ${p.receipt}`} onClick={() => choose(p.itemId)}>
          {p.receipt}, {words(p.paidMinor, p.currency)} on {p.item}
        </Button>
      ))}
    </div>
  );
}
