import { clamp, noise, random, smooth } from '../numeric';

/** One fold of cloth: from, over, to on the front of the body (x, y on its right side in the picture), height and width, cm. */
interface Stroke {
  readonly side: number;
  readonly points: readonly (readonly [number, number])[];
  readonly height: number;
  readonly width: number;
}

type Row = readonly [x0: number, y0: number, x1: number, y1: number, height: number];

/** From the armpit: up to the collar bone, across the breast, down the side. */
const FROM_PIT: readonly Row[] = [
  [14.2, -33.5, 11.8, -24, 0.2],
  [14.2, -33.5, 8.2, -25.5, 0.26],
  [14.2, -33.5, 6, -30.5, 0.32],
  [14.2, -33.5, 5.5, -36, 0.3],
  [14.2, -33.5, 9, -43, 0.4],
  [14.2, -33.5, 12.5, -47, 0.45],
];
/** Off the shoulder's point and down the sleeve. */
const SLEEVE: readonly Row[] = [
  [13.5, -22.5, 10.5, -29, 0.22],
  [15.2, -23.5, 14, -31, 0.3],
  [17.4, -27, 16, -35, 0.4],
  [19.4, -31, 16.4, -36, 0.45],
  [20.4, -37, 16.8, -38.5, 0.45],
  [20.2, -42, 17, -40.5, 0.4],
  [22, -50, 17.5, -53, 0.5],
  [21.5, -56, 17.5, -54, 0.5],
];
/** Across the breast, from the shoulder, and hanging from the collar. */
const BREAST: readonly Row[] = [
  [13.2, -25.5, 6.2, -28.2, 0.2],
  [12.9, -28.4, 4.6, -29.6, 0.22],
  [12.4, -22.2, 8.4, -26.2, 0.22],
  [7.4, -20.4, 11.8, -24.8, 0.16],
  [3.6, -21.5, 7.2, -25, 0.16],
  [1.9, -24.4, 6.2, -31, 0.2],
  [15.4, -25.2, 19, -29.5, 0.28],
  [14.6, -22.6, 17.6, -25.2, 0.16],
];
const HANGING: readonly Row[] = [
  [4.2, -20.5, 8.5, -28, 0.2],
  [2.6, -23, 4.6, -33, 0.18],
  [7.8, -35, 7, -50, 0.42],
  [4.2, -37, 3.4, -50, 0.3],
  [10.8, -40, 11.2, -52, 0.45],
];

function strokes(seed: number): Stroke[] {
  const next = random(seed);
  const about = (spread: number) => (next() - 0.5) * 2 * spread;
  const out: Stroke[] = [];
  const draw = (side: number, rows: readonly Row[], wide: number, uneven: number) => {
    for (const [x0, y0, x1, y1, h] of rows) {
      const p = [
        [x0 + about(0.7), y0 + about(0.8)],
        [(x0 + x1) / 2 + about(0.9), (y0 + y1) / 2 + about(1)],
        [x1 + about(0.9), y1 + about(1)],
      ] as const;
      const points = Array.from({ length: 9 }, (_, i) => {
        const t = i / 8;
        const at = (k: 0 | 1) => (1 - t) * (1 - t) * p[0][k] + 2 * t * (1 - t) * p[1][k] + t * t * p[2][k];
        return [at(0), at(1)] as const;
      });
      out.push({ side, points, height: h * (0.7 + 0.6 * next()), width: wide + uneven * next() });
    }
  };
  for (const side of [1, -1]) {
    draw(side, FROM_PIT, 0.8, 0.45);
    draw(side, SLEEVE, 0.54, 0.35);
    draw(side, BREAST, 0.65, 0.4);
    draw(side, HANGING, 0.72, 0.5);
  }
  return out;
}

/** Height of the folds over smooth cloth at a place, cm: strokes with a steep and a long flank and a valley beside, over slow waves. */
export function foldsOf(seed: number): (x: number, y: number, z: number) => number {
  const list = strokes(seed);
  return (x, y, z) => {
    let h = 0.1 * noise(x * 0.2, y * 0.2, z * 0.2) + 0.05 * noise(x * 0.55, y * 0.5, z * 0.5);
    h += 0.22 * smooth(-26, -40, y) * ((1 - Math.abs(noise(x * 0.17, y * 0.05 + 3, z * 0.12))) ** 3 - 0.35);
    const front = smooth(-10, -5, z) * smooth(-66, -56, y);
    if (front <= 0) return h;
    const wx = x + 0.35 * noise(x * 0.3, y * 0.3, 4);
    const wy = y + 0.35 * noise(x * 0.3, y * 0.3, 8);
    for (const stroke of list) h += front * heightOf(stroke, wx * stroke.side, wy);
    return h;
  };
}

function heightOf({ points, height, width }: Stroke, x: number, y: number): number {
  const mid = points[4]!;
  if (Math.abs(x - mid[0]) > 12 || Math.abs(y - mid[1]) > 14) return 0;
  let best = 1e9;
  let flank = 0;
  let at = 0;
  for (let i = 1; i < 9; i++) {
    const a = points[i - 1]!;
    const b = points[i]!;
    const dx = b[0] - a[0];
    const dy = b[1] - a[1];
    const t = clamp(((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy));
    const ex = x - a[0] - t * dx;
    const ey = y - a[1] - t * dy;
    const d = ex * ex + ey * ey;
    if (d < best) {
      best = d;
      flank = dx * ey - dy * ex;
      at = (i - 1 + t) / 8;
    }
  }
  const d = Math.sqrt(best);
  if (d > 5 * width) return 0;
  const u = d / (width * (0.85 + 0.95 * at) * (flank > 0 ? 0.62 : 1.25));
  const taper = smooth(0, 0.14, at) * smooth(1, 0.55, at);
  return 0.82 * height * taper * (Math.exp(-u * u) - 0.4 * Math.exp(-(((u - 1.75) / 0.85) ** 2)));
}
