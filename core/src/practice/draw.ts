import { oklabOf } from '../colour/oklab';
import { decodeSrgb } from '../colour/rgb';
import { random } from '../figure/numeric';
import type { Look } from '../document/schema';
import { COLOUR_SETS, LIGHT_SETS } from '../planning/light-sets';
import type { SubjectShape } from '../figure/shape';
import { newLook } from '../planning/new-look';
import { newLookShape } from '../planning/new-look-choices';
import { PERSON_IDS, type PersonId } from '../document/subject';
import { SKIN_PRESETS } from '../surface/skin';
import { evaluate } from '../scene/evaluate';
import type { ProbeReading, Readings } from '../scene/readings';

/** Drawing lots: the same ones for a seed. */
export interface Lots {
  /** 0 up to 1. */
  readonly next: () => number;
  readonly one: <T>(list: readonly T[]) => T;
  readonly shuffled: <T>(list: readonly T[]) => T[];
}

export function lotsOf(seed: number): Lots {
  const next = random(seed);
  const one = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const shuffled = <T>(list: readonly T[]): T[] => {
    const out = [...list];
    for (let i = out.length - 1; i > 0; i--) {
      const j = Math.floor(next() * (i + 1));
      [out[i], out[j]] = [out[j]!, out[i]!];
    }
    return out;
  };
  return { next, one, shuffled };
}

const BACKDROPS = ['paper-grey', 'paper-slate', 'paper-black', 'paper-pale'] as const;

/** Who is in a made-up exercise: its figure must be at hand before the exercise is made. */
const personOf = (seed: number): PersonId => PERSON_IDS[seed % PERSON_IDS.length]!;
export const practiceShape = (seed: number): SubjectShape => newLookShape({ person: personOf(seed) });

const UPRIGHT = { sensorWidthMm: 28.8, sensorHeightMm: 36, distanceM: 1.9 };

/** A look to practise on: one of somebody's own, or a made-up one, balanced. `isMost`: with many lights where it is made up. */
export function baseLook({ one }: Lots, seed: number, own: readonly Look[], isMost = false): Look {
  if (own.length) return one(own);
  const look = newLook({
    title: 'Practice',
    person: personOf(seed),
    skin: one(SKIN_PRESETS).id,
    backdrop: one(BACKDROPS),
    camera: 'stills',
    lights: isMost ? 'full' : one(LIGHT_SETS).id,
    colours: one(COLOUR_SETS).id,
    mood: one(['dark', 'neutral', 'bright'] as const),
    lamps: 'flash',
  });
  // A person upright, near enough that the face is judged.
  return { ...look, camera: { ...look.camera, ...UPRIGHT } };
}

/** An 8-bit colour in OKLab. */
export function labOfHex(hex: string) {
  const [r, g, b] = [1, 3, 5].map((at) => decodeSrgb(parseInt(hex.slice(at, at + 2), 16) / 255)) as [number, number, number];
  return oklabOf(r, g, b);
}

/** What is recorded at a place, OKLab. */
const labOf = ({ lightness, chroma, hueDeg }: ProbeReading): readonly [number, number, number] => {
  const a = (hueDeg * Math.PI) / 180;
  return [lightness, chroma * Math.cos(a), chroma * Math.sin(a)];
};

/** The largest difference of two pictures of the same places, OKLab; 0.02 is just seen side by side. */
export function seenDifference(a: Readings, b: Readings): number {
  return Math.max(
    0,
    ...a.probes.map((probe, i) => {
      const [p, q] = [labOf(probe), labOf(b.probes[i]!)];
      return Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
    }),
  );
}

/** The same as it differs over the whole picture on average, OKLab. */
export function meanDifference(a: Readings, b: Readings): number {
  const all = a.probes.map((probe, i) => {
    const [p, q] = [labOf(probe), labOf(b.probes[i]!)];
    return Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
  });
  return all.reduce((sum, one) => sum + one, 0) / Math.max(1, all.length);
}

/** Readings, each look once. */
export function reader(): (look: Look) => Readings {
  const known = new Map<Look, Readings>();
  return (look) => {
    const found = known.get(look) ?? evaluate(look);
    known.set(look, found);
    return found;
  };
}
