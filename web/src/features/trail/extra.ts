/** The house's own columns of an item by their names, as its list had them; empty where it has none. */
export function ownColumns(kept: string): Record<string, unknown> {
  const columns: unknown = kept ? JSON.parse(kept) : {};
  return columns !== null && typeof columns === 'object'
    ? (columns as Record<string, unknown>)
    : {};
}

/** The same as words. */
export function extraWords(kept: string): string {
  return Object.entries(ownColumns(kept))
    .map(([name, value]) => `${name}: ${String(value)}`)
    .join(' · ');
}
