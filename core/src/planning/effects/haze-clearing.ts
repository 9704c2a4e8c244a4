import type { HazeEntry } from '../../document/schema';

/** How haze clears in a room, from what was logged since it was last sprayed. */
export interface HazeClearing {
  /** Minutes in which half of it goes. */
  readonly halfMin: number;
  /** Minutes after the last look at it until it is hardly seen. */
  readonly clearInMin: number;
}

/** Haze that takes less of a metre of light is hardly seen. */
export const HARDLY_SEEN_PER_M = 0.003;
const MS_PER_MIN = 60_000;

/** An exponential through the levels since the last spray, by least squares on their logarithms; null until it was looked at again and found thinner. */
export function hazeClearing(log: readonly HazeEntry[]): HazeClearing | null {
  const sorted = [...log].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const from = sorted.map(({ did }) => did).lastIndexOf('sprayed');
  const points = sorted
    .slice(Math.max(0, from))
    .filter(({ hazePerM }) => hazePerM > 0)
    .map(({ at, hazePerM }) => ({ min: Date.parse(at) / MS_PER_MIN, log: Math.log(hazePerM) }));
  if (points.length < 2) return null;
  const [m, l] = [mean(points.map(({ min }) => min)), mean(points.map(({ log: value }) => value))];
  const spread = points.reduce((sum, { min }) => sum + (min - m) ** 2, 0);
  if (spread <= 0) return null;
  const perMin = points.reduce((sum, { min, log: value }) => sum + (min - m) * (value - l), 0) / spread;
  if (perMin >= -1e-6) return null;
  const last = points[points.length - 1]!;
  const now = l + perMin * (last.min - m);
  return { halfMin: -Math.LN2 / perMin, clearInMin: Math.max(0, (Math.log(HARDLY_SEEN_PER_M) - now) / perMin) };
}

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
