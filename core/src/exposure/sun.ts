import { turnBetweenDeg } from '../colour/hue';
import { getPosition, getTimes } from 'suncalc';
import { InputError, requireNumber } from '../errors';

export interface SunQuestion {
  readonly latitudeDeg: number;
  /** East is positive. */
  readonly longitudeDeg: number;
  /** Day as `2026-06-21`. */
  readonly date: string;
  /** Clock against UTC, hours: 1 for an hour ahead. */
  readonly utcOffsetH: number;
  /** Time by that clock, minutes after midnight. */
  readonly minutes: number;
  /** Where the window looks, degrees clockwise from north. */
  readonly facingDeg: number;
}

export interface SunAnswer {
  /** Degrees clockwise from north, and over the horizon. */
  readonly azimuthDeg: number;
  readonly altitudeDeg: number;
  /** From the direction in which the window looks: negative is to the left seen from inside. */
  readonly offWindowDeg: number;
  readonly onWindowNow: boolean;
  /** Clock times in minutes after midnight; null where it does not happen that day. */
  readonly riseMinutes: number | null;
  readonly setMinutes: number | null;
  /** Spans in which sun comes in by the window. */
  readonly onWindow: readonly { readonly fromMinutes: number; readonly toMinutes: number }[];
}

/** Beyond this angle from square the reveal of a usual window keeps the sun out. */
const LARGEST_OFF_DEG = 75;
const LOWEST_DEG = 1;
const STEP_MIN = 5;
const DAY_MIN = 1440;

/** Where the sun stands, and when it comes in by a window. Without hills, trees and houses: those are for the eye. */
export function sunOnWindow(question: SunQuestion): SunAnswer {
  const { latitudeDeg, longitudeDeg, date, utcOffsetH, minutes, facingDeg } = question;
  requireNumber('latitudeDeg', latitudeDeg, -90, 90, '°');
  requireNumber('longitudeDeg', longitudeDeg, -180, 180, '°');
  requireNumber('utcOffsetH', utcOffsetH, -12, 14, ' h');
  requireNumber('minutes', minutes, 0, DAY_MIN);
  requireNumber('facingDeg', facingDeg, 0, 360, '°');
  const midnight = /^\d{4}-\d{2}-\d{2}$/.test(date) ? Date.parse(`${date}T00:00:00Z`) : NaN;
  if (Number.isNaN(midnight)) throw new InputError('date', 'Date must be a day like 2026-06-21.');
  const at = (minute: number) => new Date(midnight + (minute - utcOffsetH * 60) * 60_000);
  const place = (minute: number) => {
    const { azimuth, altitude } = getPosition(at(minute), latitudeDeg, longitudeDeg);
    const off = turnBetweenDeg(facingDeg, azimuth);
    return { azimuth, altitude, off, comesIn: altitude > LOWEST_DEG && Math.abs(off) < LARGEST_OFF_DEG };
  };
  const spans: { fromMinutes: number; toMinutes: number }[] = [];
  for (let minute = 0; minute <= DAY_MIN; minute += STEP_MIN) {
    if (!place(minute).comesIn) continue;
    const last = spans[spans.length - 1];
    if (last && last.toMinutes === minute - STEP_MIN) last.toMinutes = minute;
    else spans.push({ fromMinutes: minute, toMinutes: minute });
  }
  const times = getTimes(at(DAY_MIN / 2), latitudeDeg, longitudeDeg);
  const clock = (time: Date | null) => (time ? Math.round((time.getTime() - midnight) / 60_000 + utcOffsetH * 60) : null);
  const now = place(minutes);
  return {
    azimuthDeg: now.azimuth,
    altitudeDeg: now.altitude,
    offWindowDeg: now.off,
    onWindowNow: now.comesIn,
    riseMinutes: clock(times.sunrise),
    setMinutes: clock(times.sunset),
    onWindow: spans,
  };
}
