/** A value as a text in which equal values are equal, whatever the order of their fields. */
export function canonical(value: unknown): string {
  return (
    JSON.stringify(value, (_, v: unknown) =>
      typeof v === 'object' && v !== null && !Array.isArray(v)
        ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
        : v,
    ) ?? ''
  );
}
export const same = (a: unknown, b: unknown): boolean => a === b || canonical(a) === canonical(b);
