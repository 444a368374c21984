import Button from '@mui/material/Button';
import { type ReactNode } from 'react';
import { Key } from '../../components/Key';
import { focusZone } from '../../keyboard/keys';
import { AccountMenu } from './AccountMenu';
import type { Choices, Money } from './deskApi';
import { DifferenceMenu } from './DifferenceMenu';
import type { TapeLines } from './useTapeLines';

interface Props {
  money: Pick<Money, 'currency' | 'amountMinor' | 'bankCode'>;
  choices: Choices;
  tape: TapeLines;
}

/** The buttons of what any tape may do; money that was paid out has another in place of one. */
export function MenuButtons({ tape, instead }: { tape: TapeLines; instead?: ReactNode }) {
  return (
    <>
      <Button onClick={tape.toggleDifferences}>
        Difference<Key>D</Key>
      </Button>
      {instead ?? (
        <Button onClick={tape.onAccount}>
          On account<Key>A</Key>
        </Button>
      )}
      <Button onClick={tape.toggleToAccount}>
        To ledger<Key>T</Key>
      </Button>
    </>
  );
}

/** The menus that any tape has: what differs, and where it goes that is no item. */
export function TapeMenus({ money, choices, tape }: Props) {
  return (
    <>
      {tape.differences && (
        <DifferenceMenu
          differences={tape.differences}
          take={(d) => {
            if (d.action) {
              tape.change(d.action);
              focusZone('tape');
            } else {
              tape.toggleToAccount();
            }
          }}
          close={tape.toggleDifferences}
        />
      )}
      {tape.toAccountMinor !== undefined && (
        <AccountMenu
          choices={choices}
          money={money}
          minor={tape.toAccountMinor}
          take={(line) => {
            tape.change({ type: 'add', line });
            focusZone('tape');
          }}
          close={tape.toggleToAccount}
        />
      )}
    </>
  );
}
