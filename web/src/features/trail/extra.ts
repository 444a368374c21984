/** The house's own columns of an item, as words: they are kept as the list had them. */
export function extraWords(kept: string): string {
  const columns: unknown = JSON.parse(kept);
  return columns !== null && typeof columns === 'object'
    ? Object.entries(columns)
        .map(([name, value]) => `${name}: ${String(value)}`)
        .join(' · ')
    : kept;
}
