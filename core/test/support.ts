import type { Light, Look } from '../src/document';
import { gaussian, risingEdge, sampled, type Spectrum } from '../src/spectrum/grid';

/** The test gels of the model's reference figures. */
export const BLUE_TEST_GEL: Spectrum = sampled((nm) => 0.02 + 0.7 * gaussian(nm, 455, 85));
export const RED_TEST_GEL: Spectrum = sampled((nm) => 0.01 + 0.86 * risingEdge(nm, 610, 8));
export const ORANGE_TEST_GEL: Spectrum = sampled((nm) => 0.02 + 0.86 * risingEdge(nm, 580, 12));

/** A deep copy of plain data. */
export function copyOf<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T;
}

/** Whether two pieces of plain data are the same but for rounding: a square may be rounded otherwise once the engine has compiled it. */
export function isAlike(a: unknown, b: unknown): boolean {
  if (typeof a === 'number' && typeof b === 'number')
    return Object.is(a, b) || Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b;
  const [keys, others] = [Object.keys(a), Object.keys(b)];
  return (
    keys.length === others.length &&
    keys.every(
      (key) => Object.hasOwn(b, key) && isAlike((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]),
    )
  );
}

/** A look with some of its lights changed. */
export const withLights = (look: Look, change: (light: Light) => Partial<Light>): Look => ({
  ...look,
  lights: look.lights.map((light) => ({ ...light, ...change(light) })),
});

/** The farthest that any of `values` lies from what is expected of it: one assertion for a whole picture, as thousands take a minute. */
export function farthest(values: ArrayLike<number>, expected: number | ((index: number) => number)): number {
  let worst = 0;
  for (let i = 0; i < values.length; i++) {
    const off = Math.abs(values[i]! - (typeof expected === 'number' ? expected : expected(i)));
    // What is not a number is never near.
    worst = off >= 0 ? Math.max(worst, off) : Infinity;
  }
  return worst;
}
