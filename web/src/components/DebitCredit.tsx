import { Amount } from './Amount';

/** The heads of the two columns of a ledger. */
export function DebitCreditHeads() {
  return (
    <>
      <th className="figures">debit</th>
      <th className="figures">credit</th>
    </>
  );
}

/** An amount in its column: above zero a debit, below zero a credit. */
export function DebitCredit({ minor, currency }: { minor: number; currency: string }) {
  return (
    <>
      <td className="figures">{minor > 0 && <Amount minor={minor} currency={currency} />}</td>
      <td className="figures">{minor < 0 && <Amount minor={-minor} currency={currency} />}</td>
    </>
  );
}
