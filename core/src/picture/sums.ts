import type { Triple } from './lanes';
import { lanes } from './lanes-four';
import type { LightTerm } from './light-term';
import { addLight, relightInto } from './relight';
import type { Seen } from './seen';
import { scaleBetween, type FrameTriples } from './triples';

/** Sums of a picture from change to change: what did not change is not added up again. */

const STANDS: Triple = [1, 1, 1];

/** What one light brings: `scale` times `values`. */
interface Own {
  readonly values: Float32Array;
  readonly scale: Triple;
}

/** The sums of a picture, and what some lights bring to them by themselves. */
export interface Sums {
  readonly seen: Seen;
  readonly terms: readonly (LightTerm | undefined)[];
  readonly triples: FrameTriples;
  readonly raw: Float32Array;
  /** What the lights that changed last bring, by their place in the look; the newest comes last. */
  readonly kept: ReadonlyMap<number, Own>;
  /** Changes since all was added up anew. */
  readonly updates: number;
}

/** Sums are added up anew after so many updates, so that rounding never gathers. */
const MOST_UPDATES = 200;
/** Where more lights than this change in ways of their own, all are added up anew. */
const MOST_CHANGED = 3;
/** Values of single lights that are kept: a few of a large picture, more of a small one. */
const MOST_KEPT = 1_300_000;

/** Alike but for rounding. */
const isSame = (a: Triple, b: Triple) => a.every((v, c) => Math.abs(v - b[c]!) <= 1e-7 * Math.abs(b[c]!));

/** By how much each light became brighter in each channel; null for one that must be added up anew. */
function scalesOf(terms: Sums['terms'], { lights }: FrameTriples, last: Sums): (Triple | null)[] {
  return lights.map((light, l) => {
    const was = last.triples.lights[l]!;
    if (!light.active && !was.active) return STANDS;
    if (!light.active || !was.active || terms[l] !== last.terms[l]) return null;
    return scaleBetween(was, light);
  });
}

const times = (a: Triple, b: Triple): Triple => [a[0] * b[0], a[1] * b[1], a[2] * b[2]];

/**
 * The sums of a picture, from those of the last one where they serve: a light that only became brighter, or whiter or warmer in all its
 * channels alike, is scaled; one with another colour or place is taken off and added anew; the others stand.
 */
export function sumsOf(seen: Seen, terms: readonly (LightTerm | undefined)[], triples: FrameTriples, last: Sums | null): Sums {
  const { lights } = triples;
  const serves =
    last !== null &&
    last.seen === seen &&
    last.triples.lights.length === lights.length &&
    last.updates < MOST_UPDATES &&
    // What is left by rounding when a light goes out may be all that there is then.
    last.triples.lights.every((was, l) => !was.active || lights[l]!.active);
  const scales = serves ? scalesOf(terms, triples, last) : [];
  const raw = last?.seen === seen ? last.raw : new Float32Array(3 * seen.width * seen.height);
  const active = scales.filter((_, l) => lights[l]!.active);
  const [common] = active;
  if (serves && common && scales.every((scale) => scale) && active.every((scale) => isSame(scale!, common))) {
    const kept = new Map([...last.kept].map(([l, own]) => [l, { ...own, scale: times(own.scale, common) }]));
    if (!isSame(common, STANDS)) lanes().scale(raw, common);
    return { seen, terms, triples, raw, kept, updates: last.updates + 1 };
  }
  const changed = scales.flatMap((scale, l) => (scale && isSame(scale, STANDS) ? [] : [l]));
  if (!serves || changed.length > MOST_CHANGED) {
    relightInto(raw, seen, terms, triples);
    return { seen, terms, triples, raw, kept: new Map(), updates: 0 };
  }
  const kept = new Map(last.kept);
  for (const l of changed) {
    const was = last.triples.lights[l]!;
    let own = kept.get(l);
    kept.delete(l);
    if (!own) {
      own = { values: new Float32Array(raw.length), scale: STANDS };
      if (was.active) addLight(own.values, seen, last.terms[l], was);
    }
    const scale = scales[l];
    if (scale) {
      const now = times(own.scale, scale);
      lanes().addTimes(raw, own.values, [now[0] - own.scale[0], now[1] - own.scale[1], now[2] - own.scale[2]]);
      kept.set(l, { ...own, scale: now });
    } else {
      lanes().addTimes(raw, own.values, [-own.scale[0], -own.scale[1], -own.scale[2]]);
      own.values.fill(0);
      if (lights[l]!.active) addLight(own.values, seen, terms[l], lights[l]!);
      lanes().addTimes(raw, own.values, STANDS);
      kept.set(l, { ...own, scale: STANDS });
    }
    for (const oldest of kept.keys()) if (kept.size > 1 && kept.size * raw.length > MOST_KEPT) kept.delete(oldest);
  }
  return { seen, terms, triples, raw, kept, updates: last.updates + 1 };
}
