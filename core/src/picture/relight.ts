import { LIQUID, MATERIAL, SURFACE_MATERIALS } from '../figure/materials';
import { STRAND } from '../figure/strands';
import { SURFACE } from '../figure/surfaces';
import { EYE_SPREAD, SKIN_SPREAD } from '../transport/skin-light';
import { STRAND_ROOM } from '../transport/zone-light';
import { amountAt } from './amounts';
import type { LightTerm, SentTerm } from './light-term';
import type { Seen } from './seen';
import type { SeenStrands } from './seen-strands';
import { scaleBetween, type FrameTriples, type LightTriples, type OnMaterials } from './triples';

/** Adds up the light of a picture: terms of geometry times triples of colour. Linear in every light. */

/** What sums are gathered in: single precision for the eye, double where rounding is to be seen through. */
export type Raw = Float32Array | Float64Array;

/** How far each channel's light spreads, by kind of surface: nine shares. */
const SPREADS: readonly Float64Array[] = Object.values(SURFACE).map((kind) => {
  const rows =
    kind === SURFACE.skin
      ? SKIN_SPREAD
      : kind === SURFACE.eye
        ? [EYE_SPREAD, EYE_SPREAD, EYE_SPREAD]
        : [[1, 0, 0] as const, [1, 0, 0] as const, [1, 0, 0] as const];
  return Float64Array.from(rows.flat());
});
const PLACES: readonly (readonly number[])[] = SURFACE_MATERIALS.map((names) => names.map((name) => 3 * MATERIAL[name]));
/** Plates of ears let light through from behind; it is in their wide part. */
const EAR_SPREADS = Float64Array.from([0.5, 0.1, 0.55, 0.75, 0.15, 0.16, 0.85, 0.1, 0.06]);

/** Materials of strands by their kind: what they scatter with, and what is tinted once through them. */
const STRAND_MATERIALS: readonly (readonly [scatter: number, through: number])[] = (() => {
  const of: Record<keyof typeof STRAND, readonly [number, number]> = {
    hair: [MATERIAL.hair, MATERIAL['hair-through']],
    brow: [MATERIAL.brow, MATERIAL.brow],
    down: [MATERIAL.down, MATERIAL['down-through']],
    fuzz: [MATERIAL.wardrobe, MATERIAL.wardrobe],
  };
  return Object.keys(STRAND).map((name) => of[name as keyof typeof STRAND].map((m) => 3 * m) as [number, number]);
})();

function addFragments(raw: Raw, seen: Seen, term: LightTerm, light: LightTriples): void {
  const { fragments: f, figure } = seen;
  const heads = figure.skin?.vertices ?? 0;
  const { plain, fromSkin, fromCloth } = light.direct;
  const [w0, w1, w2] = [light.white[0]!, light.white[1]!, light.white[2]!];
  const { sharp, near: nearby, wide: widely, skin: bySkin, cloth: byCloth, gloss: mirrored } = term;
  for (let i = 0; i < f.count; i++) {
    const share = f.share[i]!;
    if (share === 0) continue;
    const surface = f.surface[i]!;
    const places = PLACES[surface]!;
    const s = amountAt(sharp, i);
    const k = f.inSkin[i]!;
    const near = k < 0 ? s : amountAt(nearby, k);
    const wide = k < 0 ? s : amountAt(widely, k);
    const skin = k < 0 ? 0 : amountAt(bySkin, k);
    const cloth = amountAt(byCloth, i);
    const gloss = amountAt(mirrored, i);
    const way = surface === SURFACE.skin && f.corner[3 * i]! >= heads ? EAR_SPREADS : SPREADS[surface]!;
    const e0 = way[0]! * s + way[1]! * near + way[2]! * wide;
    const e1 = way[3]! * s + way[4]! * near + way[5]! * wide;
    const e2 = way[6]! * s + way[7]! * near + way[8]! * wide;
    let r = gloss * w0;
    let g = gloss * w1;
    let b = gloss * w2;
    for (let j = 0; j < places.length; j++) {
      const mixed = f.mix[6 * i + j]!;
      if (mixed === 0) continue;
      const m = places[j]!;
      r += mixed * (e0 * plain[m]! + cloth * fromCloth[m]! + skin * fromSkin[m]!);
      g += mixed * (e1 * plain[m + 1]! + cloth * fromCloth[m + 1]! + skin * fromSkin[m + 1]!);
      b += mixed * (e2 * plain[m + 2]! + cloth * fromCloth[m + 2]! + skin * fromSkin[m + 2]!);
    }
    const q = 3 * f.pixel[i]!;
    raw[q]! += share * r;
    raw[q + 1]! += share * g;
    raw[q + 2]! += share * b;
  }
}

/** Light that something with a colour sends on, on all that is seen: its own triples, no gloss. */
function addSent(raw: Raw, seen: Seen, card: SentTerm, figures: Float64Array): void {
  const { fragments: f, room } = seen;
  for (let i = 0; i < f.count; i++) {
    const e = amountAt(card.sharp, i) * f.share[i]!;
    if (e === 0) continue;
    const places = PLACES[f.surface[i]!]!;
    const q = 3 * f.pixel[i]!;
    for (let k = 0; k < places.length; k++) {
      const mixed = e * f.mix[6 * i + k]!;
      if (mixed === 0) continue;
      const m = places[k]!;
      raw[q]! += mixed * figures[m]!;
      raw[q + 1]! += mixed * figures[m + 1]!;
      raw[q + 2]! += mixed * figures[m + 2]!;
    }
  }
  for (let i = 0; i < room.count; i++) {
    const e = amountAt(card.room, i) * room.share[i]!;
    if (e === 0) continue;
    const m = 3 * room.material[i]!;
    const q = 3 * room.pixel[i]!;
    raw[q]! += e * figures[m]!;
    raw[q + 1]! += e * figures[m + 1]!;
    raw[q + 2]! += e * figures[m + 2]!;
  }
  addSoftly(raw, seen, (i) => amountAt(card.strands, i), figures);
  const { strandsThrough } = card;
  if (strandsThrough) addSoftly(raw, seen, (i) => amountAt(strandsThrough, i), figures, 1);
}

/** Gives what a point of a strand sends to the pixels that show it. */
function sendTo(raw: Raw, { first, pixel, share }: SeenStrands, i: number, r: number, g: number, b: number): void {
  const end = first[i + 1]!;
  for (let j = first[i]!; j < end; j++) {
    const p = 3 * pixel[j]!;
    const s = share[j]!;
    raw[p]! += s * r;
    raw[p + 1]! += s * g;
    raw[p + 2]! += s * b;
  }
}

function addStrands(raw: Raw, seen: Seen, term: LightTerm, light: LightTriples): void {
  const { strands, figure } = seen;
  if (!strands) return;
  const { kind, tint } = figure.strands!;
  const { plain } = light.direct;
  const [w0, w1, w2] = [light.white[0]!, light.white[1]!, light.white[2]!];
  for (let i = 0; i < strands.point.length; i++) {
    const k = strands.point[i]!;
    const [a, t] = STRAND_MATERIALS[kind[k]!]!;
    const scattered = tint[k]! * amountAt(term.strands, i);
    const through = tint[k]! * amountAt(term.strandsThrough, i);
    const mirrored = amountAt(term.strandsMirrored, i);
    sendTo(
      raw,
      strands,
      i,
      scattered * plain[a]! + through * plain[t]! + mirrored * w0,
      scattered * plain[a + 1]! + through * plain[t + 1]! + mirrored * w1,
      scattered * plain[a + 2]! + through * plain[t + 2]! + mirrored * w2,
    );
  }
}

/** Light that strands send on, scattered or (`way` 1) once through them: `amount` of it at each point, with these figures for materials. */
function addSoftly(
  raw: Raw,
  { strands, figure }: Seen,
  amount: (i: number, k: number) => number,
  figures: Float64Array,
  way: 0 | 1 = 0,
): void {
  if (!strands) return;
  const { kind, tint } = figure.strands!;
  for (let i = 0; i < strands.point.length; i++) {
    const k = strands.point[i]!;
    const e = amount(i, k) * tint[k]!;
    if (e === 0) continue;
    const m = STRAND_MATERIALS[kind[k]!]![way];
    sendTo(raw, strands, i, e * figures[m]!, e * figures[m + 1]!, e * figures[m + 2]!);
  }
}

function addRoom(raw: Raw, { room }: Seen, term: LightTerm, light: LightTriples): void {
  const { roomGloss } = term;
  const { plain } = light.direct;
  for (let i = 0; i < room.count; i++) {
    const lit = amountAt(term.room, i) * room.share[i]!;
    const gloss = roomGloss ? amountAt(roomGloss, i) * room.share[i]! : 0;
    if (lit === 0 && gloss === 0) continue;
    const m = 3 * room.material[i]!;
    const q = 3 * room.pixel[i]!;
    for (let c = 0; c < 3; c++) raw[q + c]! += lit * plain[m + c]! + gloss * light.white[c]!;
  }
  if (!term.through) return;
  for (let k = 0; k < term.through.length; k++) {
    const s = term.through[k]! * room.share[room.through + k]!;
    if (s === 0) continue;
    const i = room.through + k;
    const step = 3 * Math.max(0, room.material[i]! - LIQUID);
    for (let c = 0; c < 3; c++) raw[3 * room.pixel[i]! + c]! += s * light.through[step + c]!;
  }
}

/** What one light brings by its term: everything but its part in the room's light. */
function addTerm(raw: Raw, seen: Seen, term: LightTerm, light: LightTriples): void {
  addFragments(raw, seen, term, light);
  addStrands(raw, seen, term, light);
  addRoom(raw, seen, term, light);
  for (const card of term.sent) addSent(raw, seen, card, light.sent.get(card.by)!);
  if (term.air)
    for (let p = 0; p < term.air.length; p++) {
      const s = term.air[p]!;
      for (let c = 0; c < 3; c++) raw[3 * p + c]! += s * light.white[c]!;
    }
}

/** Figures of several lights together. */
function sumOfMaterials(all: readonly OnMaterials[]): OnMaterials {
  const sum = (of: keyof OnMaterials) => all[0]![of].map((_, i) => all.reduce((total, one) => total + one[of][i]!, 0));
  return { plain: sum('plain'), fromSkin: sum('fromSkin'), fromCloth: sum('fromCloth') };
}

/** Light of the room: it comes from everywhere, so one set of figures does for all lights. */
function addWash(raw: Raw, seen: Seen, { plain, fromSkin, fromCloth }: OnMaterials): void {
  const { fragments: f, room, strands, figure } = seen;
  for (let i = 0; i < f.count; i++) {
    const share = f.share[i]! * f.open[i]! * f.fade[i]!;
    if (share === 0) continue;
    const surface = f.surface[i]!;
    const places = PLACES[surface]!;
    const again = surface === SURFACE.skin ? fromSkin : fromCloth;
    const hollow = f.hollow[i]!;
    const q = 3 * f.pixel[i]!;
    for (let k = 0; k < places.length; k++) {
      const mixed = share * f.mix[6 * i + k]!;
      if (mixed === 0) continue;
      const m = places[k]!;
      raw[q]! += mixed * (plain[m]! + hollow * again[m]!);
      raw[q + 1]! += mixed * (plain[m + 1]! + hollow * again[m + 1]!);
      raw[q + 2]! += mixed * (plain[m + 2]! + hollow * again[m + 2]!);
    }
  }
  for (let i = 0; i < room.count; i++) {
    const m = 3 * room.material[i]!;
    const q = 3 * room.pixel[i]!;
    const share = room.share[i]! * room.fade[i]!;
    for (let c = 0; c < 3; c++) raw[q + c]! += share * plain[m + c]!;
  }
  if (!strands) return;
  const { open } = figure.strands!;
  const { fade } = strands;
  addSoftly(raw, seen, (i, k) => STRAND_ROOM * open[k]! * fade[i]!, plain);
}

/**
 * Adds up all light of a picture: balanced sensor values before any clip, r, g, b of every pixel. `terms` are the lights'
 * geometry in the order of the look; a missing one counts as dark. `which` keeps some lights.
 */
export function relightInto(
  raw: Raw,
  seen: Seen,
  terms: readonly (LightTerm | undefined)[],
  { lights }: FrameTriples,
  which: (light: LightTriples) => boolean = () => true,
): void {
  raw.fill(0);
  const counted = lights.flatMap((light, l) => (light.active && which(light) ? [{ light, term: terms[l] }] : []));
  if (counted.length === 0) return;
  addWash(raw, seen, sumOfMaterials(counted.map(({ light }) => light.wash)));
  for (const { light } of counted) addVeil(raw, light);
  for (const { light, term } of counted) if (term) addTerm(raw, seen, term, light);
}

/** What the lens spreads of one light over all of the picture. */
function addVeil(raw: Raw, { veil }: LightTriples): void {
  const [r, g, b] = [veil[0]!, veil[1]!, veil[2]!];
  if (r === 0 && g === 0 && b === 0) return;
  for (let q = 0; q < raw.length; q += 3) {
    raw[q]! += r;
    raw[q + 1]! += g;
    raw[q + 2]! += b;
  }
}

/** All that one light brings, straight and by way of the room. */
function addLight(raw: Raw, seen: Seen, term: LightTerm | undefined, light: LightTriples): void {
  addVeil(raw, light);
  addWash(raw, seen, light.wash);
  if (term) addTerm(raw, seen, term, light);
}

/** The sums of a picture, and what some lights bring to them by themselves. */
export interface Sums {
  readonly seen: Seen;
  readonly terms: readonly (LightTerm | undefined)[];
  readonly triples: FrameTriples;
  readonly raw: Float32Array;
  /** What the lights that changed last bring, by their place in the look; the newest comes last. */
  readonly kept: ReadonlyMap<number, Float32Array>;
  /** Changes since all was added up anew. */
  readonly updates: number;
}

/** Sums are added up anew after so many updates, so that rounding never gathers. */
const MOST_UPDATES = 200;
/** Where more lights than this change in ways of their own, all are added up anew. */
const MOST_CHANGED = 3;
/** Values of single lights that are kept: a few of a large picture, more of a small one. */
const MOST_KEPT = 1_300_000;

type Scale = readonly [number, number, number];
const STANDS: Scale = [1, 1, 1];
/** Alike but for rounding. */
const isSame = (a: Scale, b: Scale) => a.every((v, c) => Math.abs(v - b[c]!) <= 1e-7 * Math.abs(b[c]!));

/** By how much each light became brighter in each channel; null for one that must be added up anew. */
function scalesOf(terms: Sums['terms'], { lights }: FrameTriples, last: Sums): (Scale | null)[] {
  return lights.map((light, l) => {
    const was = last.triples.lights[l]!;
    if (!light.active && !was.active) return STANDS;
    if (!light.active || !was.active || terms[l] !== last.terms[l]) return null;
    return scaleBetween(was, light);
  });
}

function scaleBy(values: Float32Array, [r, g, b]: Scale): void {
  for (let q = 0; q < values.length; q += 3) {
    values[q]! *= r;
    values[q + 1]! *= g;
    values[q + 2]! *= b;
  }
}

function addTimes(raw: Float32Array, own: Float32Array, [r, g, b]: Scale): void {
  for (let q = 0; q < own.length; q += 3) {
    raw[q]! += r * own[q]!;
    raw[q + 1]! += g * own[q + 1]!;
    raw[q + 2]! += b * own[q + 2]!;
  }
}

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
    if (!isSame(common, STANDS)) for (const values of [raw, ...last.kept.values()]) scaleBy(values, common);
    return { seen, terms, triples, raw, kept: last.kept, updates: last.updates + 1 };
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
      own = new Float32Array(raw.length);
      if (was.active) addLight(own, seen, last.terms[l], was);
    }
    const scale = scales[l];
    if (scale) {
      addTimes(raw, own, [scale[0] - 1, scale[1] - 1, scale[2] - 1]);
      scaleBy(own, scale);
    } else {
      addTimes(raw, own, [-1, -1, -1]);
      own.fill(0);
      if (lights[l]!.active) addLight(own, seen, terms[l], lights[l]!);
      addTimes(raw, own, STANDS);
    }
    kept.set(l, own);
    for (const oldest of kept.keys()) if (kept.size > 1 && kept.size * raw.length > MOST_KEPT) kept.delete(oldest);
  }
  return { seen, terms, triples, raw, kept, updates: last.updates + 1 };
}
