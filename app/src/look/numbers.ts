/** Series as marked on cameras, and reading of typed values. */

export const APERTURES: readonly number[] = [
  1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11, 13, 14, 16, 18, 20, 22, 25, 29,
  32,
];

export const ISOS: readonly number[] = [
  50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600, 2000, 2500, 3200, 4000, 5000, 6400, 8000, 10000,
  12800, 16000, 20000, 25600,
];

const FRACTIONS = [
  8000, 6400, 5000, 4000, 3200, 2500, 2000, 1600, 1250, 1000, 800, 640, 500, 400, 320, 250, 200, 160, 125, 100, 80, 60, 50, 48,
  40, 30, 25, 24, 20, 15, 13, 10, 8, 6, 5, 4,
];

/** Exposure times in seconds, short to long. */
export const SHUTTERS = [
  ...FRACTIONS.map((n) => 1 / n),
  0.3,
  0.4,
  0.5,
  0.6,
  0.8,
  1,
  1.3,
  1.6,
  2,
  2.5,
  3.2,
  4,
  5,
  6,
  8,
  10,
  13,
  15,
  20,
  25,
  30,
];

export const WHITES_K = [
  2500, 2800, 3000, 3200, 3400, 3600, 3800, 4000, 4300, 4600, 5000, 5300, 5600, 6000, 6500, 7000, 7500, 8000, 9000, 10000,
];

/** The next value of a rising series above (1) or below (-1) the present one. */
export function nextInSeries(series: readonly number[], now: number, by: 1 | -1): number {
  const close = 1e-3 * Math.abs(now) + 1e-9;
  const beyond =
    by === 1 ? series.find((value) => value > now + close) : [...series].reverse().find((value) => value < now - close);
  return beyond ?? now;
}

interface Range {
  readonly name: string;
  readonly low: number;
  readonly high: number;
  readonly unit?: string;
}

/** Reads a typed number with an optional unit or prefix (`f/8`, `5600 K`, `1,5 m`). Gives the number or what is wrong. */
export function readNumber(text: string, { name, low, high, unit = '' }: Range): number | string {
  const match = /^(?:f\/|T|ISO)?\s*([+-]?\d+(?:[.,]\d+)?)\s*[a-zA-Z%°]*$/i.exec(text);
  const value = match ? Number(match[1]!.replace(',', '.')) : NaN;
  const wanted = `${name} must be a number from ${low} to ${high}${unit ? ` ${unit}` : ''}`;
  if (Number.isNaN(value)) return `${wanted}; "${text.slice(0, 20)}" is not.`;
  if (value < low || value > high) return `${wanted}.`;
  return value;
}

/** Reads an exposure time: `1/200`, `0.5`, `0.5 s`. */
export function readShutter(text: string): number | string {
  const fraction = /^1\s*\/\s*(\d+(?:[.,]\d+)?)\s*s?$/i.exec(text);
  if (fraction) {
    const seconds = 1 / Number(fraction[1]!.replace(',', '.'));
    return seconds >= 1 / 16_000 && seconds <= 60 ? seconds : 'Shutter must be from 1/16000 to 60 s.';
  }
  const value = readNumber(text, { name: 'Shutter', low: 1 / 16_000, high: 60, unit: 's' });
  return typeof value === 'string' ? 'Shutter must be like 1/200 or 0.5 s, from 1/16000 to 60 s.' : value;
}

/** Hands a read value on, or gives the text of what is wrong: the form `Stepper` wants. */
export function taken<T>(value: T | string, take: (value: T) => void): string | null {
  if (typeof value === 'string') return value;
  take(value);
  return null;
}
