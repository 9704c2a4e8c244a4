import type { LightReading } from '@fulgent/core/scene';

/** The common axis of all rows, stops from mid-grey. */
export interface Axis {
  readonly low: number;
  readonly high: number;
}

const USUAL: Axis = { low: -5, high: 3 };
const LOWEST = -9;
const HIGHEST = 5;

/** One axis that holds every row's window and wall, and where the lights stand, within -9 to +5. */
export function axisOf(lights: readonly LightReading[]): Axis {
  let { low, high } = USUAL;
  for (const { window, firstClip, stops, active } of lights) {
    if (window && !window.lowOpen) low = Math.min(low, Math.floor(window.lowStops - 0.2));
    if (Number.isFinite(firstClip.stops)) high = Math.max(high, Math.ceil(firstClip.stops + 0.4));
    if (active && Number.isFinite(stops)) {
      low = Math.min(low, Math.floor(stops - 0.2));
      high = Math.max(high, Math.ceil(stops + 0.2));
    }
  }
  return { low: Math.max(LOWEST, low), high: Math.min(HIGHEST, high) };
}

/** Place of `stops` on a strip of `width` px; beyond the axis it is held at its ends. */
export function toX(axis: Axis, width: number, stops: number): number {
  const t = (stops - axis.low) / (axis.high - axis.low);
  return Math.min(1, Math.max(0, t)) * width;
}

export function toStops(axis: Axis, width: number, x: number): number {
  return axis.low + (x / width) * (axis.high - axis.low);
}

/** The whole stops to write on the axis. */
export function ticksOf({ low, high }: Axis): number[] {
  return Array.from({ length: high - low + 1 }, (_, i) => low + i);
}
