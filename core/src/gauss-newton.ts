import { solveLinear } from './linear';

/** What a fit found. */
export interface Fit {
  readonly values: Float64Array;
  /** Standard deviation of each value, with what else was fitted beside it. */
  readonly deviations: Float64Array;
  /** Root mean square of the residuals at the start and at the end. */
  readonly before: number;
  readonly after: number;
}

const ROUNDS = 25;
const STEP = 1e-3;

/**
 * Damped Gauss-Newton (Levenberg-Marquardt) from zero: the least of sum residual^2 + sum (value / prior)^2. `residuals` come in units of
 * their own standard deviation; `priors` say how far each value is expected from zero. Derivatives by central differences.
 */
export function gaussNewton(residuals: (values: Float64Array) => readonly number[], priors: readonly number[]): Fit {
  const n = priors.length;
  let values = new Float64Array(n);
  let present = residuals(values);
  const before = rms(present);
  const costOf = (at: Float64Array, parts: readonly number[]) =>
    parts.reduce((sum, r) => sum + r * r, 0) + at.reduce((sum, v, i) => sum + (v / priors[i]!) ** 2, 0);
  let cost = costOf(values, present);
  let damping = 1e-3;
  let normal = normalOf(residuals, values, present, priors);
  for (let round = 0; round < ROUNDS; round++) {
    const damped = normal.matrix.map((row, i) => row.map((v, j) => (i === j ? v * (1 + damping) : v)));
    const step = solveLinear(augmented(damped, normal.gradient), SMALLEST);
    if (!step) break;
    const next = values.map((v, i) => v - step[i]!);
    const parts = residuals(next);
    const found = costOf(next, parts);
    if (found < cost) {
      const gained = cost - found;
      [values, present, cost] = [next, parts, found];
      damping = Math.max(1e-9, damping / 5);
      normal = normalOf(residuals, values, present, priors);
      if (gained < 1e-9 * (1 + cost)) break;
    } else {
      damping *= 8;
      if (damping > 1e9) break;
    }
  }
  const deviations = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const unit = Array.from({ length: n }, (_, k) => (k === i ? 1 : 0));
    deviations[i] = Math.sqrt(Math.max(0, solveLinear(augmented(normal.matrix, unit), SMALLEST)?.[i] ?? priors[i]! ** 2));
  }
  return { values, deviations, before, after: rms(present) };
}

/** Root mean square; 0 of nothing. */
export function rms(values: readonly number[]): number {
  return values.length ? Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / values.length) : 0;
}

/** J^T J with the priors, and J^T r. */
function normalOf(
  residuals: (values: Float64Array) => readonly number[],
  at: Float64Array,
  present: readonly number[],
  priors: readonly number[],
): { readonly matrix: number[][]; readonly gradient: number[] } {
  const n = priors.length;
  const columns = priors.map((_, i) => {
    const [up, down] = [Float64Array.from(at), Float64Array.from(at)];
    up[i]! += STEP * priors[i]!;
    down[i]! -= STEP * priors[i]!;
    const [high, low] = [residuals(up), residuals(down)];
    return high.map((h, k) => (h - low[k]!) / (2 * STEP * priors[i]!));
  });
  const matrix = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (__, j) => {
      let sum = i === j ? priors[i]! ** -2 : 0;
      for (let k = 0; k < present.length; k++) sum += columns[i]![k]! * columns[j]![k]!;
      return sum;
    }),
  );
  const gradient = columns.map((column, i) => column.reduce((sum, d, k) => sum + d * present[k]!, at[i]! / priors[i]! ** 2));
  return { matrix, gradient };
}

/** Parts that hardly matter have tiny pivots, and are told from nothing. */
const SMALLEST = 1e-300;

const augmented = (matrix: readonly (readonly number[])[], right: ArrayLike<number>): number[][] =>
  matrix.map((row, i) => [...row, right[i]!]);
