/** Makes what writes times when it is first asked for: it takes the browser tens of milliseconds, which a start need not wait for. */
function format(options: Intl.DateTimeFormatOptions): (time: number) => string {
  let made: Intl.DateTimeFormat | null = null;
  return (time) => (made ??= new Intl.DateTimeFormat('en-GB', options)).format(time);
}

const minute = format({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** A time in ISO 8601 as it is read on a set: `25 Nov, 14:05`. Anything else comes back as it is. */
export function when(at: string): string {
  const time = Date.parse(at);
  return Number.isNaN(time) ? at : minute(time);
}

/** A time in epoch milliseconds to the second: `25 Nov, 14:05:09`. */
export const whenExactly = format({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', second: '2-digit' });

const day = format({ weekday: 'short', day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });

/** A day in ISO 8601 as it is spoken of: `Sun, 31 May 2026`. */
export const dayWords = (date: string): string => day(Date.parse(`${date}T00:00:00Z`));
