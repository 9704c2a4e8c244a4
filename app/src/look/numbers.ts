/** Series as marked on cameras, and reading of typed values. */

import type { Fixture } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { formatPower, stopsOfPercent } from '@fulgent/core/scene';

import { formatMetres, readMetres, useLengthUnit } from '../ui/lengths';

export { APERTURES, ISOS, SHUTTERS } from '@fulgent/core/exposure';

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
  const plain = text.trim().replace(/[−–]/g, '-').replace(',', '.');
  const match = /^(?:f\/|T|ISO)?\s*([+-]?(?:\d+(?:\.\d+)?|\.\d+))\s*[a-zA-Z%°]*$/i.exec(plain);
  const value = match ? Number(match[1]) : unit === 'stops' ? readFraction(plain) : NaN;
  const wanted = `${name} must be a number from ${low} to ${high}${unit ? ` ${unit}` : ''}`;
  if (Number.isNaN(value)) return `${wanted}; "${text.slice(0, 20)}" is not.`;
  if (value < low || value > high) return `${wanted}.`;
  return value;
}

/** Reads stops as they are said in thirds: `1/3`, `-2/3`, `1 1/3`, `1+2/3`. NaN for anything else. */
function readFraction(text: string): number {
  const match = /^([+-]?)\s*(?:(\d+)\s*[ +]\s*)?(\d)\/(\d)\s*[a-z]*$/i.exec(text);
  if (!match || match[4] === '0') return NaN;
  return (match[1] === '-' ? -1 : 1) * (Number(match[2] ?? 0) + Number(match[3]) / Number(match[4]));
}

/** Reads a typed length in metres, centimetres, feet or inches. Gives metres or what is wrong, in the unit of this device. */
export function readLength(text: string, { name, low, high }: Range): number | string {
  const { unit } = useLengthUnit.getState();
  const metres = readMetres(text, unit);
  const wanted = `${name} must be a length from ${formatMetres(low, unit)} to ${formatMetres(high, unit)}`;
  if (metres === null) return `${wanted}; "${text.slice(0, 20)}" is not. Type it as 1.7, 170 cm or 5' 6".`;
  if (metres < low - 1e-9 || metres > high + 1e-9) return `${wanted}.`;
  return Number(metres.toFixed(4));
}

/** Reads an f-number as flash meters show it: `5.6`, `f/5,6`, with tenths of a stop over it `5.6+0.3` or `5.6.3`. NaN for anything else. */
export function readAperture(text: string): number {
  const match = /^(?:f\/?)?\s*(\d+(?:[.,]\d+)?)(?:\s*\+\s*0?[.,](\d)|[.](\d))?$/i.exec(text.trim());
  if (!match) return NaN;
  const tenths = Number(match[2] ?? match[3] ?? 0);
  return Number(match[1]!.replace(',', '.')) * 2 ** (tenths / 20);
}

const POWER_WAYS = 'Type a fraction (1/8, 1/8 +1/3), stops from full (-2.3) percent (18 %) or joules (50 J)';

/** A part of a stop: `1/3`, `0.3`. */
const partOf = (text: string): number => {
  const [over, under = '1'] = text.replace(',', '.').split('/');
  return Number(over) / Number(under);
};

/** Reads a power in any of the ways that people say it, as stops under full. Gives the stops or what is wrong. */
export function readPower(text: string, fixture: Fixture): number | string {
  const said = text.trim().replace(/[−–]/g, '-').toLowerCase();
  const stops = stopsSaid(said, fixture);
  if (stops === null || !Number.isFinite(stops)) return `${POWER_WAYS}; "${text.slice(0, 20)}" is none of them.`;
  if (stops > 1e-6) return 'Full is the most that it gives.';
  if (stops < fixture.minStops - 0.05)
    return `Its lowest is ${formatPower(fixture, fixture.minStops)}, ${formatStops(fixture.minStops)} from full.`;
  return Math.min(0, stops);
}

function stopsSaid(said: string, fixture: Fixture): number | null {
  if (said === 'full' || said === '1/1') return 0;
  const fraction = /^1\/(\d+(?:[.,]\d+)?)\s*(?:([+-])\s*(\d+(?:[.,]\d+)?(?:\/\d+)?))?$/.exec(said);
  if (fraction) {
    const more = fraction[3] ? partOf(fraction[3]) * (fraction[2] === '-' ? -1 : 1) : 0;
    return -Math.log2(partOf(fraction[1]!)) + more;
  }
  const percent = /^(\d+(?:[.,]\d+)?)\s*%$/.exec(said);
  if (percent) return stopsOfPercent('dimmer' in fixture ? fixture : {}, partOf(percent[1]!));
  const joules = /^(\d+(?:[.,]\d+)?)\s*(?:j|ws)$/.exec(said);
  if (joules) return fixture.kind === 'flash' && fixture.joules !== null ? Math.log2(partOf(joules[1]!) / fixture.joules) : null;
  const stops = /^-\s*(\d+(?:[.,]\d+)?)\s*(?:stops?)?$/.exec(said);
  if (stops) return -partOf(stops[1]!);
  return /^\+?0+(?:[.,]0*)?\s*(?:stops?)?$/.test(said) ? 0 : null;
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
