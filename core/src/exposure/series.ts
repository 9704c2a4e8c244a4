/** Settings as marked on cameras and lenses, in thirds of a stop. */

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

const LONG_S = [0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.3, 1.6, 2, 2.5, 3.2, 4, 5, 6, 8, 10, 13, 15, 20, 25, 30];

/** Exposure times in seconds, short to long. */
export const SHUTTERS: readonly number[] = [...FRACTIONS.map((n) => 1 / n), ...LONG_S];

/** The member of a series nearest to a value, by ratio. */
export function nearestMarked(series: readonly number[], value: number): number {
  return series.reduce((best, one) => (Math.abs(Math.log(one / value)) < Math.abs(Math.log(best / value)) ? one : best));
}
