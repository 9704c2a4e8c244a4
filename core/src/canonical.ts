/**
 * A thing made of plain data as text that does not depend on the order of its keys: what is the same reads the same. Its numbers are those that `number`
 * makes of them.
 */
export function canonicalText(value: unknown, number: (value: number) => number = (same) => same): string {
  return JSON.stringify(value, (_key, one: unknown) =>
    one !== null && typeof one === 'object' && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : typeof one === 'number'
        ? number(one)
        : one,
  );
}
