import type { FramePixels } from '../src/day';
import { painted } from './frame-support';
import { random } from '../src/figure/numeric';

/** Pictures of other things, as they lie in anybody's folder: none is of a look. */

type Paint = (x: number, y: number) => readonly [number, number, number];
type Rgb = readonly [number, number, number];

const [WIDTH, HEIGHT] = [256, 320];
const drawn = (at: Paint) => painted(WIDTH, HEIGHT, at);
const mix = (a: Rgb, b: Rgb, t: number): Rgb => [0, 1, 2].map((c) => a[c]! + (b[c]! - a[c]!) * t) as unknown as Rgb;

/** Smooth noise of a few octaves, 0 to 1. */
function clouds(seed: number): (x: number, y: number) => number {
  const next = random(seed);
  const waves = Array.from({ length: 14 }, (_, i) => {
    const f = 3 * 1.35 ** i;
    const turn = 6.3 * next();
    return { fx: f * Math.cos(turn), fy: f * Math.sin(turn), at: 6.3 * next(), by: 1 / (1 + i) };
  });
  const most = waves.reduce((sum, { by }) => sum + by, 0);
  return (x, y) => 0.5 + waves.reduce((sum, { fx, fy, at, by }) => sum + by * Math.sin(fx * x + fy * y + at), 0) / most;
}

/** Discs of light out of focus over a dark ground. */
function discs(seed: number): Paint {
  const next = random(seed);
  const list = Array.from({ length: 26 }, () => ({
    x: next(),
    y: next(),
    r: 0.02 + 0.06 * next(),
    colour: [next(), next(), next()] as const,
  }));
  return (x, y) => {
    const hit = list.find((one) => Math.hypot(x - one.x, 1.25 * (y - one.y)) < one.r);
    return hit ? hit.colour : [0.01, 0.012, 0.02];
  };
}

const waves =
  (f: number, g: number): Paint =>
  (x, y) => [0.4 + 0.3 * Math.sin(f * x + g * y), 0.3 + 0.2 * Math.sin(g * x * y), 0.3 + 0.2 * Math.cos(f * y)];

/** Lines of words on paper: dark strokes of uneven length. */
function page(seed: number): Paint {
  const next = random(seed);
  const lines = Array.from({ length: 30 }, () => ({ to: 0.5 + 0.4 * next(), gap: 20 + 30 * next() }));
  return (x, y) => {
    const line = lines[Math.floor(y * 30)]!;
    const isInk = (y * 30) % 1 > 0.4 && x > 0.1 && x < line.to && Math.sin(line.gap * x * 6) > -0.3;
    return isInk ? [0.04, 0.04, 0.05] : [0.8, 0.78, 0.72];
  };
}

const sky = clouds(3);
const leaves = clouds(5);
const rock = clouds(8);

export const OTHER_PICTURES: readonly (readonly [name: string, frame: () => FramePixels])[] = [
  ['slow waves', () => drawn(waves(9, 4))],
  ['quick waves', () => drawn(waves(40, 31))],
  ['a floor of tiles', () => drawn((x, y) => ((Math.floor(8 * x) + Math.floor(9 * y)) % 2 ? [0.7, 0.6, 0.5] : [0.05, 0.1, 0.2]))],
  ['a wedge of colours', () => drawn((x, y) => [x, y, 1 - x])],
  ['meadow and sky', () => drawn((_x, y) => (y < 0.4 ? [0.3, 0.5, 0.8] : [0.1, 0.25, 0.05]))],
  ['plain grey', () => drawn(() => [0.18, 0.18, 0.18])],
  ['nothing lit', () => drawn(() => [0, 0, 0])],
  ['clouds', () => drawn((x, y) => mix([0.12, 0.3, 0.7], [0.9, 0.9, 0.92], sky(x, y)))],
  ['leaves', () => drawn((x, y) => mix([0.01, 0.04, 0.01], [0.3, 0.6, 0.1], leaves(3 * x, 3 * y) ** 2))],
  ['rock', () => drawn((x, y) => mix([0.05, 0.04, 0.04], [0.5, 0.44, 0.4], rock(2 * x, 4 * y)))],
  ['lights out of focus', () => drawn(discs(11))],
  ['more of them', () => drawn(discs(12))],
  ['a page of words', () => drawn(page(4))],
  [
    'a window in a dark room',
    () => drawn((x, y) => (Math.abs(x - 0.6) < 0.18 && Math.abs(y - 0.4) < 0.2 ? [0.95, 0.97, 1] : [0.03, 0.025, 0.02])),
  ],
  [
    'bricks',
    () =>
      drawn((x, y) => {
        const row = Math.floor(16 * y);
        const isJoint = (16 * y) % 1 < 0.12 || (6 * x + (row % 2) / 2) % 1 < 0.06;
        return isJoint ? [0.5, 0.48, 0.45] : [0.3 + 0.05 * Math.sin(row * 7), 0.1, 0.06];
      }),
  ],
  [
    'the sea at dusk',
    () =>
      drawn((x, y) =>
        y < 0.5
          ? mix([0.05, 0.06, 0.2], [0.9, 0.35, 0.08], 2 * y)
          : mix([0.3, 0.12, 0.05], [0.01, 0.02, 0.05], 2 * y - 1 + 0.1 * Math.sin(90 * y + 4 * x)),
      ),
  ],
  ['rings', () => drawn((x, y) => (Math.sin(60 * Math.hypot(x - 0.5, y - 0.5)) > 0 ? [0.6, 0.1, 0.1] : [0.9, 0.9, 0.85]))],
  [
    'a street at night',
    () =>
      drawn((x, y) =>
        Math.floor(14 * x) % 2 && Math.sin(50 * y) > 0.4 && Math.sin(80 * x) > 0
          ? [0.9, 0.7, 0.3]
          : mix([0.02, 0.02, 0.05], [0.06, 0.05, 0.07], y),
      ),
  ],
  [
    'fruit on a table',
    () =>
      drawn((x, y) => {
        const fruit = [
          [0.3, 0.6, 0.14, [0.7, 0.05, 0.03]],
          [0.6, 0.65, 0.16, [0.8, 0.5, 0.05]],
          [0.5, 0.5, 0.1, [0.2, 0.5, 0.05]],
        ] as const;
        const hit = fruit.find(([fx, fy, r]) => Math.hypot(x - fx, 1.25 * (y - fy)) < r);
        if (!hit) return y > 0.6 ? [0.3, 0.2, 0.12] : [0.5, 0.5, 0.52];
        const [fx, fy, r, colour] = hit;
        const lit = Math.max(0.1, 1 - Math.hypot(x - fx + 0.3 * r, 1.25 * (y - fy) + 0.3 * r) / (1.4 * r));
        return mix([0, 0, 0], colour, lit);
      }),
  ],
];
