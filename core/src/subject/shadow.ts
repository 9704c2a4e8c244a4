import type { Form } from './form';
import { gridDistance } from './grid';

/** The blur of no source is followed farther than this from the form, m. */
const LARGEST_BLUR_M = 0.8;

const span: [number, number] = [0, 0];

/** Where a ray is inside a form's bounds, widened by `margin` on every side: the two ways along it, near then far. */
export function boxSpan(
  { low, high }: Pick<Form, 'low' | 'high'>,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  margin = 0,
): readonly [number, number] {
  let near = -Infinity;
  let far = Infinity;
  for (let a = 0; a < 3; a++) {
    const o = a === 0 ? ox : a === 1 ? oy : oz;
    const d = a === 0 ? dx : a === 1 ? dy : dz;
    const from = low[a as 0] - margin - o;
    const to = high[a as 0] + margin - o;
    if (Math.abs(d) < 1e-9) {
      if (from > 0 || to < 0) far = -Infinity;
      continue;
    }
    const t0 = from / d;
    const t1 = to / d;
    near = Math.max(near, Math.min(t0, t1));
    far = Math.min(far, Math.max(t0, t1));
  }
  span[0] = near;
  span[1] = far;
  return span;
}

const MOST_STEPS = 110;
const HIT_M = 0.0006;
/** Where the coarse grid says less than this, the exact distance is asked. */
const NEAR_M = 0.015;

/** Way along a ray to a form, in its own axes, or -1. Coarse steps by the grid, the last ones exact. */
export function marchForm(form: Form, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): number {
  const [near, far] = boxSpan(form, ox, oy, oz, dx, dy, dz);
  if (!(far > near)) return -1;
  const { grid, fine, distance } = form;
  const hit = HIT_M * fine;
  const close = NEAR_M * (fine < 1 ? fine * 1.2 : 1);
  let t = Math.max(0, near);
  for (let step = 0; step < MOST_STEPS && t < far; step++) {
    const x = ox + t * dx;
    const y = oy + t * dy;
    const z = oz + t * dz;
    const coarse = gridDistance(grid, x, y, z);
    if (coarse > close) {
      t += coarse - 0.5 * close;
      continue;
    }
    const d = distance(x, y, z);
    if (d < hit) return t;
    t += Math.max(d * 0.88, 0.0007 * fine);
  }
  return -1;
}

/**
 * Share of a round source of `radius` that shows past a form, from a place in its own axes along a direction: 1 clear, 0 hidden, soft by
 * how large the source looks where it is cut. One function for pixels and probes, so that figures and picture agree.
 */
export function lightShare(
  form: Form,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  distance: number,
  radius: number,
): number {
  // A large source is dimmed by what passes at some distance from the line to its middle.
  const [near, far] = boxSpan(form, ox, oy, oz, dx, dy, dz, Math.min(LARGEST_BLUR_M, 0.02 + radius));
  const end = Math.min(far, distance);
  if (!(end > Math.max(0, near))) return 1;
  const { grid, fine, distance: exact } = form;
  let share = 1;
  let t = Math.max(0.004 * fine, near);
  for (let step = 0; step < 64 && t < end; step++) {
    const x = ox + t * dx;
    const y = oy + t * dy;
    const z = oz + t * dz;
    let h = gridDistance(grid, x, y, z);
    if (h < 0.011 * fine) h = exact(x, y, z);
    const blur = Math.max(0.0025 * fine, (radius * t) / distance);
    const seen = 0.5 + (0.5 * h) / blur;
    if (seen < share) {
      share = seen;
      if (share <= 0) return 0;
    }
    t += clamp(h * 0.85, 0.004 * fine + 0.02 * t, 0.25);
  }
  return share * share * (3 - 2 * share);
}

/** Distances of blended bodies are bounds: even on a convex place they fall short by about so much in all. */
const BOUND_SLACK_M = 0.065;

/** How open a place of a form lies to all sides, 0.12 to 1, by a few steps along its normal: what is nearer than it should be closes. */
export function openness(form: Form, x: number, y: number, z: number, nx: number, ny: number, nz: number): number {
  let closed = 0;
  let weight = 1;
  for (let k = 1; k <= 5; k++) {
    const h = (0.006 + 0.016 * k) * form.fine;
    closed += weight * Math.max(0, h - gridDistance(form.grid, x + h * nx, y + h * ny, z + h * nz));
    weight *= 0.72;
  }
  return Math.min(1, Math.max(0.12, 1 - 4.2 * Math.max(0, closed / form.fine - BOUND_SLACK_M)));
}

function clamp(v: number, low: number, high: number): number {
  return v < low ? low : v > high ? high : v;
}
