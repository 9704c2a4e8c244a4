import { mix, smooth } from '../numeric';
import type { PersonShape } from './person';
import { ball, cone, join, type Vec } from './shapes';

/** Skull, jaw and neck without a face: what the rings behind the face lie on, and what hair grows round. Distance, cm. */
export function skull(x: number, y: number, z: number, who: PersonShape): number {
  const m = Math.abs(x);
  const n = who.neck;
  const j = who.jaw;
  const narrow = who.chinNarrow;
  const chin = y - who.short * smooth(-4.6, -9.2, y) * smooth(-3, 0, z);
  let d = ball(x, y - 4.3, z + 4.6, 7.35, 9.3, 9.3);
  d = join(d, ball(x, y - 6.2, z + 1.6, 6.4, 7.3, 6.5), 3);
  d = join(d, ball(x, y - 2, z + 1, 6.4 * j, 7, 5.5), 2.5);
  d = join(
    d,
    cone(m, chin, z, [4.7 * j - 0.5 * narrow, -4.2, -1.6], [1.4 - narrow, -8.1, 2.6], 1.3 - 0.4 * narrow, 1.0 - 0.3 * narrow),
    2.5,
  );
  d = join(d, ball(x, chin + 6, z - 0.2, 4.2, 2.6, 3.6), 2);
  let neck = cone(x * 0.98, y, z, [0, -4, -6], [0, -24, -7.2], 4.65 * n, 5.2 * n);
  // The cord from behind the ear to the pit of the throat, the hollow over the breastbone, and the larynx.
  neck = join(neck, cone(m, y, z, [5.0 * n, -4.5, -5.6], [1.25, -19.5, -1.35 * n], 1.05, 0.75), 1.3);
  neck = Math.max(neck, -ball(x, y + 18.6, z - 0.1, 1.1, 1.8, 1.3));
  neck = join(neck, cone(x, y, z, [0, -10.6, -1.7], [0, -15, -1.8], 0.75 * who.larynx, 0.5), 1.6);
  return join(d, neck, 2.2);
}

/** Where a ray from a middle of the head meets the skull. */
export function onSkull(who: PersonShape, from: Vec, way: Vec): Vec {
  let t = 30;
  for (let i = 0; i < 60; i++) {
    const d = skull(from[0] + t * way[0], from[1] + t * way[1], from[2] + t * way[2], who);
    t -= d * 0.85;
    if (Math.abs(d) < 0.004 || t < 0) break;
  }
  return [from[0] + t * way[0], from[1] + t * way[1], from[2] + t * way[2]];
}

const SWEEP: readonly (readonly [number, number, number])[] = [
  [0, -1, 3],
  [20, -3, 0.4],
  [45, -7, -1.8],
  [70, -10, -4.2],
  [90, -13, -5.6],
];

/** Middle of the ring of the head that is swept to an angle, from the face over the crown: its height and depth. */
export function sweepMiddle(deg: number): readonly [number, number] {
  for (let i = 1; i < SWEEP.length; i++) {
    const a = SWEEP[i - 1]!;
    const b = SWEEP[i]!;
    if (deg <= b[0]) {
      const t = (deg - a[0]) / (b[0] - a[0]);
      return [mix(a[1], b[1], t), mix(a[2], b[2], t)];
    }
  }
  return [-13, -5.6];
}
