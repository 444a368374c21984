const USUAL = 2;

let unusual: Record<string, number> = {};

/** Takes over the decimals that the server states; browsers count them otherwise (ISO 4217). */
export function takeDecimals(ofServer: Record<string, number>): void {
  unusual = ofServer;
}

export function decimalsOf(currency: string): number {
  return unusual[currency] ?? USUAL;
}

/** Minor units as people read them: 1,262.00, with a true minus sign. */
export function words(minor: number, currency: string): string {
  const decimals = decimalsOf(currency);
  const digits = String(Math.abs(minor)).padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals).replace(/\B(?=(\d{3})+$)/g, ',');
  const fraction = decimals > 0 ? '.' + digits.slice(-decimals) : '';
  return (minor < 0 ? '−' : '') + whole + fraction;
}

/** Sums by currency, in words, with their codes where there are several; never added across them. */
export function sumsOf(parts: { currency: string; amountMinor: number }[]): string {
  const sums = new Map<string, number>();
  parts.forEach((p) => sums.set(p.currency, (sums.get(p.currency) ?? 0) + p.amountMinor));
  return [...sums]
    .map(([currency, minor]) => (sums.size > 1 ? `${currency}\u00a0` : '') + words(minor, currency))
    .join(' · ');
}

/** What a person typed, in minor units; undefined when it is no amount of this currency. */
export function parseAmount(text: string, currency: string): number | undefined {
  const decimals = decimalsOf(currency);
  const plain = text.replace(/[\s,](?=\d{3}(\D|$))/g, '').replace(',', '.');
  const match = /^(\d{1,11})(?:\.(\d*))?$/.exec(plain.trim());
  if (!match || (match[2] ?? '').length > decimals) {
    return undefined;
  }
  return Number(match[1] + (match[2] ?? '').padEnd(decimals, '0'));
}

const MONTHS = 'Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec'.split(' ');

/** A date such as 2026-11-16 as 16 Nov. */
export function shortDate(iso: string | undefined): string {
  return iso ? `${iso.slice(8, 10)} ${MONTHS[Number(iso.slice(5, 7)) - 1]}` : '';
}

/** A date with its year, such as 16 Nov 2026. */
export function longDate(iso: string): string {
  return shortDate(iso) + ' ' + iso.slice(0, 4);
}

/** A moment as the clock of the reader shows it: 17 Nov, 08:14. */
export function moment(iso: string): string {
  const at = new Date(iso);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${two(at.getDate())} ${MONTHS[at.getMonth()]}, ${two(at.getHours())}:${two(at.getMinutes())}`;
}
