import { LIQUID, MATERIAL, SURFACE_MATERIALS } from '../figure/materials';
import { STRAND } from '../figure/strands';
import { SURFACE } from '../figure/surfaces';
import { EYE_SPREAD, SKIN_SPREAD } from '../transport/skin-light';
import { STRAND_ROOM } from '../transport/zone-light';
import { amountAt, type Amounts } from './amounts';
import { MIX_UNIT } from './fragments';
import type { LightTerm, SentTerm } from './light-term';
import type { Seen } from './seen';
import type { SeenStrands } from './seen-strands';
import { around, between, roomMeshOf } from './soft-mesh';
import type { FrameTriples, LightTriples, OnMaterials } from './triples';

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

/** Amounts of light that something with a colour sends on, and what that makes of materials. */
interface Sending {
  readonly codes: Uint16Array;
  readonly unit: number;
  readonly figures: Float64Array;
}

/** What of a light comes by way of things with a colour, on one kind of what is seen. */
function sendings(
  term: LightTerm,
  { sent }: LightTriples,
  on: (one: SentTerm) => Amounts | null,
  which: (one: SentTerm) => boolean = () => true,
): Sending[] {
  return term.sent.filter(which).flatMap((one) => {
    const amounts = on(one);
    return amounts ? [{ ...amounts, figures: sent.get(one.by)! }] : [];
  });
}

/** Adds what all of them send on to one of what is seen, by a material. */
function addSendings(rgb: Float64Array, all: readonly Sending[], i: number, share: number, m: number): void {
  for (let s = 0; s < all.length; s++) {
    const { codes, unit, figures } = all[s]!;
    const code = codes[i]!;
    if (code === 0) continue;
    const e = share * unit * code * code;
    rgb[0]! += e * figures[m]!;
    rgb[1]! += e * figures[m + 1]!;
    rgb[2]! += e * figures[m + 2]!;
  }
}

const rgb = new Float64Array(3);
/** Soft light by way of large surfaces: kept for fewer places than are seen. */
const isSoft = ({ groups }: SentTerm) => groups !== undefined;
const isFine = (one: SentTerm) => !isSoft(one);

function addFragments(raw: Raw, seen: Seen, term: LightTerm, light: LightTriples): void {
  const { fragments: f, figure } = seen;
  const heads = figure.skin?.vertices ?? 0;
  const { plain, fromSkin, fromCloth } = light.direct;
  const [w0, w1, w2] = [light.white[0]!, light.white[1]!, light.white[2]!];
  const { sharp, near: nearby, wide: widely, skin: bySkin, cloth: byCloth, gloss: mirrored } = term;
  const sent = sendings(term, light, (one) => one.sharp);
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
    rgb[0] = gloss * w0;
    rgb[1] = gloss * w1;
    rgb[2] = gloss * w2;
    for (let j = 0; j < places.length; j++) {
      const parts = f.mix[6 * i + j]!;
      if (parts === 0) continue;
      const mixed = MIX_UNIT * parts;
      const m = places[j]!;
      rgb[0] += mixed * (e0 * plain[m]! + cloth * fromCloth[m]! + skin * fromSkin[m]!);
      rgb[1] += mixed * (e1 * plain[m + 1]! + cloth * fromCloth[m + 1]! + skin * fromSkin[m + 1]!);
      rgb[2] += mixed * (e2 * plain[m + 2]! + cloth * fromCloth[m + 2]! + skin * fromSkin[m + 2]!);
      addSendings(rgb, sent, i, mixed, m);
    }
    const q = 3 * f.pixel[i]!;
    raw[q]! += share * rgb[0];
    raw[q + 1]! += share * rgb[1];
    raw[q + 2]! += share * rgb[2];
  }
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
  const sentScattered = sendings(term, light, (one) => one.strands, isFine);
  const softScattered = sendings(term, light, (one) => one.strands, isSoft);
  const softThrough = sendings(term, light, (one) => one.strandsThrough, isSoft);
  const groups = term.sent.find(isSoft)?.groups;
  let g = 0;
  for (let i = 0; i < strands.point.length; i++) {
    const k = strands.point[i]!;
    const [a, t] = STRAND_MATERIALS[kind[k]!]!;
    const scattered = tint[k]! * amountAt(term.strands, i);
    const through = tint[k]! * amountAt(term.strandsThrough, i);
    const mirrored = amountAt(term.strandsMirrored, i);
    rgb[0] = scattered * plain[a]! + through * plain[t]! + mirrored * w0;
    rgb[1] = scattered * plain[a + 1]! + through * plain[t + 1]! + mirrored * w1;
    rgb[2] = scattered * plain[a + 2]! + through * plain[t + 2]! + mirrored * w2;
    addSendings(rgb, sentScattered, i, tint[k]!, a);
    if (groups) {
      if (i === groups[g + 1]) g++;
      addSendings(rgb, softScattered, g, tint[k]!, a);
      addSendings(rgb, softThrough, g, tint[k]!, t);
    }
    sendTo(raw, strands, i, rgb[0], rgb[1], rgb[2]);
  }
}

/** What soft light makes of the room at the places of its mesh: r, g, b each. */
function softInRoom(seen: Seen, term: LightTerm, light: LightTriples): Float32Array | null {
  const soft = sendings(term, light, (one) => one.room, isSoft);
  if (soft.length === 0) return null;
  const { asked } = roomMeshOf(seen);
  const out = new Float32Array(3 * asked.length);
  asked.forEach((i, n) => {
    rgb.fill(0);
    addSendings(rgb, soft, n, 1, 3 * seen.room.material[i]!);
    out.set(rgb, 3 * n);
  });
  return out;
}

function addRoom(raw: Raw, seen: Seen, term: LightTerm, light: LightTriples): void {
  const { room } = seen;
  const { roomGloss } = term;
  const { plain } = light.direct;
  const [w0, w1, w2] = [light.white[0]!, light.white[1]!, light.white[2]!];
  const sent = sendings(term, light, (one) => one.room, isFine);
  const soft = softInRoom(seen, term, light);
  const mesh = roomMeshOf(seen);
  const { number, share: part } = around;
  for (let i = 0; i < room.count; i++) {
    const lit = amountAt(term.room, i);
    const gloss = roomGloss ? amountAt(roomGloss, i) : 0;
    const m = 3 * room.material[i]!;
    let r = lit * plain[m]! + gloss * w0;
    let g = lit * plain[m + 1]! + gloss * w1;
    let b = lit * plain[m + 2]! + gloss * w2;
    if (sent.length) {
      rgb.fill(0);
      addSendings(rgb, sent, i, 1, m);
      r += rgb[0]!;
      g += rgb[1]!;
      b += rgb[2]!;
    }
    if (soft) {
      between(mesh, seen, i);
      const fade = room.fade[i]!;
      for (let k = 0; k < 4; k++) {
        const n = 3 * number[k]!;
        const s = fade * part[k]!;
        r += s * soft[n]!;
        g += s * soft[n + 1]!;
        b += s * soft[n + 2]!;
      }
    }
    const share = room.share[i]!;
    const q = 3 * room.pixel[i]!;
    raw[q]! += share * r;
    raw[q + 1]! += share * g;
    raw[q + 2]! += share * b;
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
    const share = MIX_UNIT * f.share[i]! * f.open[i]! * f.fade[i]!;
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
    raw[q]! += share * plain[m]!;
    raw[q + 1]! += share * plain[m + 1]!;
    raw[q + 2]! += share * plain[m + 2]!;
  }
  if (!strands) return;
  const { kind, tint, open: openTo } = figure.strands!;
  for (let i = 0; i < strands.point.length; i++) {
    const k = strands.point[i]!;
    const e = STRAND_ROOM * openTo[k]! * strands.fade[i]! * tint[k]!;
    const m = STRAND_MATERIALS[kind[k]!]![0];
    sendTo(raw, strands, i, e * plain[m]!, e * plain[m + 1]!, e * plain[m + 2]!);
  }
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
export function addLight(raw: Raw, seen: Seen, term: LightTerm | undefined, light: LightTriples): void {
  addVeil(raw, light);
  addWash(raw, seen, light.wash);
  if (term) addTerm(raw, seen, term, light);
}
