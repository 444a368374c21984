import { useEffect, useRef } from 'react';

/** The one table of keys; the help is drawn from it. */
export const KEYS = [
  { where: 'Everywhere', keys: 'F6 · Shift+F6', words: 'go round the zones of the page' },
  { where: 'Everywhere', keys: '/', words: 'find anything, wherever it is' },
  { where: 'Desk, customers, done', keys: 'F', words: 'find in the list of the page' },
  { where: 'Everywhere', keys: '?', words: 'this help' },
  {
    where: 'Everywhere',
    keys: 'G then D A E C B R S',
    words: 'Desk, Arrivals, Deposits, Customers, Books, Rules, Set-up',
  },
  { where: 'Desk', keys: 'Ctrl+Enter', words: 'post the tape, at 0.00 only' },
  { where: 'Desk', keys: 'Ctrl+Z', words: 'take back a step on the unposted tape' },
  { where: 'Desk', keys: 'Ctrl+Shift+Z', words: 'turn back your last posting' },
  { where: 'Pile', keys: '↑ ↓ · Enter', words: 'choose a sum · open its tape' },
  { where: 'Pile', keys: 'Space · Ctrl+A', words: 'tick a sum · all that is shown, or none' },
  { where: 'Pile, ticked', keys: 'S', words: 'post what is ticked, after a look at it' },
  { where: 'Pile, ticked', keys: 'J', words: 'work what is ticked as one, shared out' },
  { where: 'Pile', keys: 'S', words: 'post the sure ones, after a look at all of them' },
  { where: 'Tape', keys: '1 – 9', words: 'take a way to reach the sum' },
  { where: 'Tape', keys: '↑ ↓ · Enter · Delete', words: 'choose a line · change · remove it' },
  { where: 'Tape and items', keys: 'double click', words: 'type an amount' },
  { where: 'Items', keys: '↑ ↓ · Space', words: 'choose an item · put it on the tape or off' },
  { where: 'Items', keys: 'Ctrl+A', words: 'put all that is shown on the tape, or off' },
  { where: 'Items', keys: 'Enter or a digit', words: 'type the amount · Esc drops it' },
  { where: 'Items', keys: 'O', words: 'open the item: what moved it, notes · close it' },
  { where: 'Items', keys: 'F', words: 'look in every customer' },
  { where: 'Tape and items', keys: 'D', words: 'difference: why it is not the sum' },
  { where: 'Tape and items', keys: 'T', words: 'to ledger: an account for what is no customer’s' },
  { where: 'Tape and items', keys: 'A', words: 'what is left stays on account' },
  { where: 'Tape, on account', keys: 'M', words: 'meant for an invoice or order that is to come' },
  { where: 'Tape of several customers', keys: 'V', words: 'a receipt for each who paid' },
  { where: 'Tape', keys: 'P', words: 'pair with the entry by which the bank corrected itself' },
  { where: 'Tape, paid out', keys: 'R', words: 'returned: the receipt that the bank takes back' },
  { where: 'Tape, beyond a limit', keys: 'W', words: 'let it wait for a second person' },
  { where: 'Tape without money', keys: 'P', words: 'what is left is paid back' },
  { where: 'Tape and items', keys: 'B', words: 'put the tape by, unposted' },
  { where: 'Tape and items', keys: 'Q', words: 'ask somebody about the sum, and look again later' },
  { where: 'Tape and items', keys: 'X', words: 'set the sum aside, for a reason' },
  { where: 'Arrivals', keys: '↑ ↓ · Enter', words: 'choose a file · accept it' },
  { where: 'Arrivals', keys: 'W · T', words: 'withdraw the file · type entries' },
  { where: 'Entries', keys: '↑ ↓ · Enter', words: 'choose an entry · its place in the file' },
  { where: 'Simulated bank', keys: 'N', words: 'advance one day' },
  { where: 'Deposits', keys: '↑ ↓', words: 'choose a deposit' },
  {
    where: 'Deposits',
    keys: 'N · H · Y · T',
    words: 'new slip · a receipt by hand · takings of a day · tie several',
  },
  {
    where: 'Deposits',
    keys: 'Ctrl+Enter · X',
    words: 'tie to the bank · the entry is another sum',
  },
  {
    where: 'Slip',
    keys: '↑ ↓ · Space · Ctrl+A',
    words: 'choose a receipt · put it on · all of them',
  },
  { where: 'Members of a deposit', keys: 'P', words: 'post what is in the pile, after a look' },
  {
    where: 'Lockbox batch, not nil',
    keys: '↑ ↓ · L · U',
    words: 'choose an invoice · let the rest off · leave it open, follow up',
  },
  {
    where: 'Rows of a payout',
    keys: 'P · K',
    words: 'post what pays an item, after a look · what goes with the payout',
  },
  { where: 'Slip', keys: 'Ctrl+Enter', words: 'hand it in' },
  {
    where: 'Tie',
    keys: '↑ ↓ · Space · Ctrl+A',
    words: 'choose · tick · all that is shown, on both sides',
  },
  { where: 'Tie', keys: 'Ctrl+Enter', words: 'tie what is ticked' },
  { where: 'Takings of a day', keys: 'Enter · Ctrl+Enter', words: 'the next field · record it' },
  { where: 'Receipt by hand', keys: 'Ctrl+Enter', words: 'record it, and the next' },
  { where: 'Entries', keys: 'R · X', words: 'a held one is real · is double' },
] as const;

const SINGLE_KEYS = 'single-keys';

/** Whether the single keys of the whole page act; each person may switch them off. */
export function singleKeysAct(): boolean {
  return localStorage.getItem(SINGLE_KEYS) !== 'off';
}

export function setSingleKeys(act: boolean): void {
  localStorage.setItem(SINGLE_KEYS, act ? 'on' : 'off');
}

/** Whether a key was typed into a field, where single keys do nothing of ours. */
export function isInField(event: { target: EventTarget | null }): boolean {
  return (
    event.target instanceof HTMLElement && event.target.closest('input, textarea, select') !== null
  );
}

/** Whether a key was typed in a zone of the page. */
export function isInZone(event: { target: EventTarget | null }, name: string): boolean {
  return (
    event.target instanceof HTMLElement && event.target.closest(`[data-zone="${name}"]`) !== null
  );
}

/** Moves the focus to the next zone of the page, or the one before. */
export function goRound(step: 1 | -1): void {
  const zones = [...document.querySelectorAll<HTMLElement>('[data-zone]')];
  const at = zones.findIndex((z) => z.contains(document.activeElement));
  zones[(at + step + zones.length) % zones.length]?.focus();
}

export function focusZone(name: string, how?: FocusOptions): void {
  document.querySelector<HTMLElement>(`[data-zone="${name}"]`)?.focus(how);
}

/**
 * Gives a zone the focus, once, when it is there and nothing else has it: a page that was opened
 * obeys its keys without a first F6. The tab by which one came here gives it up.
 */
export function useLanding(name: string, ready: boolean): void {
  const landed = useRef(false);
  useEffect(() => {
    const held = document.activeElement;
    if (ready && !landed.current) {
      landed.current = true;
      if (!held || held === document.body || held.closest('nav')) {
        focusZone(name, { preventScroll: true });
      }
    }
  }, [name, ready]);
}
