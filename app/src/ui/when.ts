const FORMAT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** A time in ISO 8601 as it is read on a set: `25 Nov, 14:05`. Anything else comes back as it is. */
export function when(at: string): string {
  const time = Date.parse(at);
  return Number.isNaN(time) ? at : FORMAT.format(time);
}

const EXACT = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
});

/** A time in epoch milliseconds to the second: `25 Nov, 14:05:09`. */
export const whenExactly = (time: number): string => EXACT.format(time);

const DAY = new Intl.DateTimeFormat('en-GB', {
  weekday: 'short',
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
});

/** A day in ISO 8601 as it is spoken of: `Sun, 31 May 2026`. */
export const dayWords = (date: string): string => DAY.format(Date.parse(`${date}T00:00:00Z`));
