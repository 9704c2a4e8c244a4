import type { LogEntry } from '@fulgent/core/day';

/** What the log is narrowed to. */
export interface LogFilter {
  readonly words: string;
  readonly only: 'all' | 'frames' | 'chosen' | 'rejected' | 'trims' | 'approved';
}

/** All text of an entry in which words are looked for. */
export function textOf(entry: LogEntry): string {
  return [
    entry.title,
    entry.shootTitle,
    entry.note,
    entry.status,
    ...entry.gels,
    ...entry.fixtures,
    ...entry.frames.flatMap(({ name, notes }) => [name, notes.words, notes.by, notes.verdict, notes.chosen ? 'chosen' : '']),
    ...entry.trims.flatMap(({ name, why }) => [name, why]),
    ...entry.versions.flatMap(({ name, note }) => [name, note]),
    ...entry.tried.map(({ verdict }) => verdict),
    ...entry.ingredients.flatMap(({ name, reason }) => [name, reason]),
  ]
    .join('\n')
    .toLowerCase();
}

/** Entries that hold every word and match what is asked for. */
export function found(entries: readonly LogEntry[], { words, only }: LogFilter): LogEntry[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  return entries.filter((entry) => {
    const has =
      only === 'all' ||
      (only === 'frames' && entry.frames.length > 0) ||
      (only === 'approved' && entry.status === 'approved') ||
      (only === 'trims' && entry.trims.length > 0) ||
      (only === 'chosen' && (entry.frames.some(({ notes }) => notes.chosen) || entry.versions.some(({ chosen }) => chosen))) ||
      (only === 'rejected' &&
        (entry.frames.some(({ notes }) => notes.verdict === 'rejected') ||
          entry.ingredients.some(({ state }) => state === 'rejected')));
    if (!has) return false;
    const text = wanted.length ? textOf(entry) : '';
    return wanted.every((word) => text.includes(word));
  });
}

/** Entries by the day of their last change, newest first. */
export function byDay(entries: readonly LogEntry[]): { readonly day: string; readonly entries: readonly LogEntry[] }[] {
  const days = new Map<string, LogEntry[]>();
  for (const entry of entries) {
    const day = new Date(entry.updatedAt).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
    days.set(day, [...(days.get(day) ?? []), entry]);
  }
  return [...days].map(([day, list]) => ({ day, entries: list }));
}
