import { turnBetweenDeg } from '../../colour/hue';
import type { Light } from '../../document/schema';

/** What a coloured light may pretend to be. Hues are OKLCh as recorded at daylight white; null takes any. */
export interface Motive {
  readonly id: string;
  readonly name: string;
  /** Plausible colour: a range of CCT where it is a white, and of hue. */
  readonly cctK: readonly [low: number, high: number] | null;
  readonly hueDeg: readonly [from: number, to: number] | null;
  readonly direction: 'high' | 'level' | 'low' | 'any';
  readonly hardness: 'hard' | 'soft' | 'either';
  readonly time: string;
}

export const MOTIVES: readonly Motive[] = [
  {
    id: 'low-sun',
    name: 'Low sun',
    cctK: [2200, 3800],
    hueDeg: [40, 85],
    direction: 'level',
    hardness: 'hard',
    time: 'evening or morning',
  },
  {
    id: 'window-day',
    name: 'Window, day',
    cctK: [5000, 9000],
    hueDeg: [200, 270],
    direction: 'level',
    hardness: 'soft',
    time: 'day',
  },
  {
    id: 'dusk-sky',
    name: 'Dusk sky',
    cctK: [8000, 20_000],
    hueDeg: [225, 290],
    direction: 'high',
    hardness: 'soft',
    time: 'dusk',
  },
  { id: 'moonlight', name: 'Moon', cctK: [4000, 12_000], hueDeg: [200, 275], direction: 'high', hardness: 'hard', time: 'night' },
  {
    id: 'street',
    name: 'Street light',
    cctK: [1900, 2400],
    hueDeg: [45, 85],
    direction: 'high',
    hardness: 'hard',
    time: 'night',
  },
  {
    id: 'bedside',
    name: 'Bedside lamp',
    cctK: [2300, 3200],
    hueDeg: [45, 90],
    direction: 'level',
    hardness: 'soft',
    time: 'night',
  },
  { id: 'fire', name: 'Fire or candle', cctK: [1700, 2200], hueDeg: [30, 75], direction: 'low', hardness: 'soft', time: 'night' },
  { id: 'screen', name: 'Screen', cctK: [6000, 10_000], hueDeg: [195, 280], direction: 'level', hardness: 'soft', time: 'night' },
  {
    id: 'tube',
    name: 'Fluorescent fitting',
    cctK: [3500, 6500],
    hueDeg: [100, 200],
    direction: 'high',
    hardness: 'soft',
    time: 'any',
  },
  {
    id: 'fridge',
    name: 'Open fridge',
    cctK: [6000, 9000],
    hueDeg: [190, 265],
    direction: 'level',
    hardness: 'soft',
    time: 'any',
  },
  { id: 'neon-sign', name: 'Neon sign', cctK: null, hueDeg: null, direction: 'any', hardness: 'soft', time: 'night' },
  { id: 'stage', name: 'Stage light', cctK: null, hueDeg: null, direction: 'high', hardness: 'hard', time: 'any' },
  { id: 'beacon', name: 'Warning beacon', cctK: null, hueDeg: [10, 85], direction: 'any', hardness: 'hard', time: 'night' },
];

const byId = new Map(MOTIVES.map((motive) => [motive.id, motive]));
export const findMotive = (id: string): Motive | undefined => byId.get(id);

const HIGH_DEG = 18;

/** What disagrees between a light and its motive. Elevations are over the place it aims at, degrees. */
export type MotiveProblem =
  | {
      readonly kind: 'hue';
      readonly hueDeg: number;
      readonly outsideDeg: number;
      readonly range: readonly [from: number, to: number];
    }
  | { readonly kind: 'cct'; readonly cctK: number; readonly range: readonly [low: number, high: number] }
  | { readonly kind: 'not-high' | 'not-low' | 'steep'; readonly elevationDeg: number }
  /** How large its face is as seen from where it is aimed, degrees. */
  | { readonly kind: 'too-soft' | 'too-hard'; readonly acrossDeg: number }
  /** Another light of the look pretends to be of another time of day. */
  | { readonly kind: 'time'; readonly time: string; readonly other: string; readonly otherTime: string };

/** What disagrees between a light and what it pretends to be; empty where it fits or pretends nothing. */
export function motiveProblems(
  light: Pick<Light, 'motive' | 'position' | 'aim' | 'modifier'>,
  recorded: Recorded,
  others: readonly Pick<Light, 'name' | 'motive'>[] = [],
): MotiveProblem[] {
  const motive = findMotive(light.motive);
  if (!motive) return [];
  const problems: MotiveProblem[] = [];
  if (motive.cctK && recorded.cctK !== null) {
    const [low, high] = motive.cctK;
    if (recorded.cctK < low * (1 - CCT_SLACK) || recorded.cctK > high * (1 + CCT_SLACK))
      problems.push({ kind: 'cct', cctK: recorded.cctK, range: motive.cctK });
  } else if (motive.hueDeg && recorded.purity > 0.05) {
    const [from, to] = motive.hueDeg;
    const middle = (from + to) / 2;
    const off = Math.abs(turnBetweenDeg(middle, recorded.hueDeg)) - (to - from) / 2;
    if (off > 0) problems.push({ kind: 'hue', hueDeg: recorded.hueDeg, outsideDeg: off, range: [from, to] });
  }
  const flat = Math.hypot(light.position[0] - light.aim[0], light.position[2] - light.aim[2]);
  const elevationDeg = (Math.atan2(light.position[1] - light.aim[1], flat) * 180) / Math.PI;
  if (motive.direction === 'high' && elevationDeg < HIGH_DEG) problems.push({ kind: 'not-high', elevationDeg });
  if (motive.direction === 'low' && elevationDeg > 5) problems.push({ kind: 'not-low', elevationDeg });
  if (motive.direction === 'level' && Math.abs(elevationDeg) > 40) problems.push({ kind: 'steep', elevationDeg });
  return [...problems, ...hardness(motive, light), ...times(motive, others)];
}

/** A light as recorded: its hue and purity, and its colour temperature where it is a white. */
export interface Recorded {
  readonly hueDeg: number;
  readonly purity: number;
  readonly cctK: number | null;
}

/** How far off a range of colour temperatures is still believed; and how large a face is hard or soft from where it is aimed, degrees. */
const CCT_SLACK = 0.12;
const [HARD_BELOW_DEG, SOFT_FROM_DEG] = [4, 16];

function hardness(
  { hardness: wanted }: Motive,
  { position, aim, modifier }: Pick<Light, 'position' | 'aim' | 'modifier'>,
): MotiveProblem[] {
  const { face } = modifier;
  const across =
    face.kind === 'disc' ? 2 * face.radiusM : face.kind === 'tube' ? face.lengthM : Math.max(face.widthM, face.heightM);
  const away = Math.hypot(...position.map((v, i) => v - aim[i]!));
  const acrossDeg = (2 * Math.atan2(across / 2, Math.max(0.05, away)) * 180) / Math.PI;
  if (wanted === 'hard' && acrossDeg >= SOFT_FROM_DEG) return [{ kind: 'too-soft', acrossDeg }];
  if (wanted === 'soft' && acrossDeg < HARD_BELOW_DEG) return [{ kind: 'too-hard', acrossDeg }];
  return [];
}

/** Times of day that are not in one picture; what is of any time goes with all. */
function times({ time }: Motive, others: readonly Pick<Light, 'name' | 'motive'>[]): MotiveProblem[] {
  for (const { name, motive } of others) {
    const otherTime = findMotive(motive)?.time ?? 'any';
    if (time === 'any' || otherTime === 'any' || time === otherTime) continue;
    if (!TOGETHER.some((pair) => pair.includes(time) && pair.includes(otherTime)))
      return [{ kind: 'time', time, other: name, otherTime }];
  }
  return [];
}

/** Lamps burn at dusk, and dusk is when the sun has been low. */
const TOGETHER: readonly (readonly string[])[] = [
  ['dusk', 'night'],
  ['dusk', 'evening or morning'],
  ['day', 'evening or morning'],
  ['night', 'evening or morning'],
];
