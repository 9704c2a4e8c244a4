import { inField } from '../errors';
import { continuousLuxSeconds, stopsOverMeter } from '../exposure/meter';
import type { Camera } from '../camera/camera';
import { cameraAt } from '../capture/white';
import { subjectForms } from '../transport/geometry';
import { GLASS_PASSES, tintOf, wallReflectance } from '../look/reflectances';
import { lookupIn, resolveFilter, resolveSource, resolveSurface, spectrumOfSource } from '../look/resolve';
import { landedFlux, washFactor } from '../transport/room';
import { ambientLux, fullExposure } from '../look/scene';
import type { Look } from '../look/schema';
import { flat, gaussian, product, sampled, scaled, type Spectrum } from '../spectrum/grid';
import {
  BACKDROP,
  CARD,
  CEILING,
  FLAG,
  FLOOR,
  LABEL,
  LIQUID,
  LIQUID_STEP_CM,
  LIQUID_STEPS,
  MATERIAL_COUNT,
  TABLE,
  WALL,
} from '../subject/materials';
import { liquidTransmittance } from '../surface/liquid';
import { EYE_WHITE, skinReflectance } from '../surface/skin';
import { balancedTriple } from '../vivid/alone';
import { lightKey, type LightTerm } from './light-term';
import type { Surfaces } from './surfaces';

const M = MATERIAL_COUNT;

/** Lips pass less green than the skin round them. */
const LIP_TINT = sampled((nm) => 0.92 - 0.34 * gaussian(nm, 540, 110));
const IRIS_REFLECTANCE = sampled((nm) => 0.03 + 0.06 * gaussian(nm, 620, 160));
const LASH_REFLECTANCE = flat(0.035);
const FELT = sampled((nm) => 0.05 + 0.02 * gaussian(nm, 620, 200));
const STOOL = sampled((nm) => 0.1 + 0.08 * gaussian(nm, 640, 120));
/** Dark glasses pass this share; what lies behind them is lit and seen through them. */
const LENS_PASSES = 0.17;
const CAP_REFLECTANCE = flat(0.04);
const FLAG_REFLECTANCE = flat(0.03);
const CARD_FACE = flat(0.8);

/** What light loses in a bottle, by its step of thickness: liquid, and the two faces of the glass. */
function liquidSteps({ liquid }: Look['subject']): Spectrum[] {
  return Array.from({ length: LIQUID_STEPS }, (_, k) =>
    scaled(liquidTransmittance(liquid.tint, liquid.strength, k * LIQUID_STEP_CM), GLASS_PASSES),
  );
}

/** Reflectance of every material of a picture, in the order of `MATERIALS_OF_FRAME`, then of the liquids. */
export function frameReflectances(look: Look): Spectrum[] {
  const lookup = lookupIn(look.spectra);
  const { subject, room } = look;
  const skin = skinReflectance(subject.skinDepth);
  const surface = (field: string, ref: Look['subject']['hair']) => inField(field, () => resolveSurface(ref, lookup));
  const backdrop = surface('backdrop.surface', look.backdrop.surface);
  const wardrobe = surface('subject.wardrobe', subject.wardrobe);
  const out: Spectrum[] = [
    skin,
    product(skin, LIP_TINT),
    surface('subject.hair', subject.hair),
    wardrobe,
    EYE_WHITE,
    IRIS_REFLECTANCE,
  ];
  out[BACKDROP] = backdrop;
  out[FLOOR] = flat(room.floor);
  out[WALL] = wallReflectance(look, lookup);
  out[9] = LASH_REFLECTANCE;
  out[CEILING] = flat(room.ceiling);
  out[11] = FELT;
  out[12] = STOOL;
  out[13] = scaled(skin, LENS_PASSES ** 2);
  out[LABEL] = surface('subject.label', subject.label);
  out[15] = CAP_REFLECTANCE;
  out[TABLE] = wardrobe;
  out[FLAG] = FLAG_REFLECTANCE;
  out[CARD] = CARD_FACE;
  if (subject.form === 'bottle') liquidSteps(subject).forEach((passes, k) => (out[LIQUID + k] = product(backdrop, passes)));
  return out;
}

/** The spectral work of one light, done: balanced r, g, b for each material. */
export interface LightTriples {
  readonly id: string;
  /** Counts in the picture. */
  readonly active: boolean;
  /** It is over before the shutter closes. */
  readonly flash: boolean;
  /** Direct light: 3 figures a material, per unit of the light's term. */
  readonly direct: Float64Array;
  /** Light by way of the room. */
  readonly wash: Float64Array;
  /** What is mirrored or hangs in the air: the light itself. */
  readonly gloss: Float64Array;
  /** By way of each coloured card, in the order of the term's cards. */
  readonly cards: readonly Float64Array[];
  /** The light itself through each step of a liquid; empty without a bottle. */
  readonly through: Float64Array;
}

/** All spectral work of a picture: it is done anew for power, gel, white and exposure, and costs no pixel. */
export interface FrameTriples {
  readonly camera: Camera;
  /** The look's lights in order; ambient last, which has no term and comes from everywhere. */
  readonly lights: readonly LightTriples[];
}

/** Wash of each light by what decides it: tracing the room's light is most of the work of the triples. */
export type WashCache = Map<string, Spectrum>;

const sumOf = (spectrum: Spectrum) => spectrum.reduce((sum, value, k) => sum + value * (k + 1), 0);

function washOf(
  look: Look,
  light: Look['lights'][number],
  backdrop: Spectrum,
  walls: Spectrum,
  cache: WashCache | undefined,
): Spectrum {
  const make = () => washFactor(look, landedFlux(look, light, subjectForms(look)), backdrop, walls);
  if (!cache) return make();
  const { faceHeightM, form } = look.subject;
  const key = JSON.stringify([lightKey(light), look.room, look.backdrop, faceHeightM, form, sumOf(backdrop), sumOf(walls)]);
  let found = cache.get(key);
  if (!found) {
    if (cache.size > 64) cache.clear();
    cache.set(key, (found = make()));
  }
  return found;
}

/** Computes the triples of a look. `only` keeps one light, by id, for pictures of a light alone. */
export function frameTriples(look: Look, only?: string, cache?: WashCache): FrameTriples {
  const camera = cameraAt(look, look.camera);
  const lookup = lookupIn(look.spectra);
  const rho = frameReflectances(look);
  const [backdrop, walls] = [rho[BACKDROP]!, rho[WALL]!];
  const tints = look.boards.flatMap((board, i) =>
    board.tint && (board.finish === 'white' || board.finish === 'silver') ? [tintOf(board, i, lookup)] : [],
  );
  const passes = look.subject.form === 'bottle' ? liquidSteps(look.subject) : [];
  const anySolo = look.lights.some(({ on, solo }) => on && solo);
  const on = (active: boolean, id: string) => (only === undefined ? active : id === only);
  const triples = (spectrum: Spectrum) => {
    const out = new Float64Array(3 * M);
    rho.forEach((reflectance, m) => out.set(balancedTriple(camera, product(spectrum, reflectance)), 3 * m));
    return out;
  };
  const lights = look.lights.map((light, i): LightTriples => {
    return inField(`lights[${i}]`, () => {
      const power = fullExposure(look, light, lookup) * 2 ** light.powerStops;
      const spectrum = scaled(product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup)), power);
      const wash = washOf(look, light, backdrop, walls, cache);
      return {
        id: light.id,
        active: on(light.on && !light.muted && (!anySolo || light.solo), light.id),
        flash: light.fixture.kind === 'flash',
        direct: triples(spectrum),
        wash: triples(product(spectrum, wash)),
        gloss: Float64Array.from(balancedTriple(camera, spectrum)),
        cards: tints.map((tint) => triples(product(spectrum, tint))),
        through: Float64Array.from(passes.flatMap((share) => [...balancedTriple(camera, product(spectrum, share))])),
      };
    });
  });
  const lux = ambientLux(look.ambient);
  const exposure = continuousLuxSeconds(lux, look.camera) * 2 ** stopsOverMeter(1, look.camera);
  const ambient = scaled(spectrumOfSource(look.ambient.source, lookup), exposure);
  return {
    camera,
    lights: [
      ...lights,
      {
        id: 'ambient',
        active: on(!anySolo && lux > 0, 'ambient'),
        flash: false,
        direct: new Float64Array(3 * M),
        wash: triples(ambient),
        gloss: new Float64Array(3),
        cards: [],
        through: new Float64Array(0),
      },
    ],
  };
}

/** What one light brings to one pixel, r, g, b, added into `out`: the same sum as `addLight`, for a single place. */
export function addPoint(
  out: [number, number, number],
  { material, open, front }: Surfaces,
  term: LightTerm | undefined,
  light: LightTriples,
  p: number,
): void {
  const m = 3 * material[p]!;
  const glass = front ? front.pixels.indexOf(p) : -1;
  for (let c = 0; c < 3; c++) {
    out[c]! += open[p]! * light.wash[m + c]!;
    if (!term) continue;
    out[c]! += term.lit[p]! * light.direct[m + c]! + (term.gloss[p]! + (term.air ? term.air[p]! : 0)) * light.gloss[c]!;
    term.cards.forEach(({ lit }, k) => (out[c]! += lit[p]! * light.cards[k]![m + c]!));
    if (glass >= 0 && term.through) out[c]! += term.through[glass]! * light.through[3 * front!.step[glass]! + c]!;
  }
}

/** What one light brings, but for the room's part: its figures times its geometry, added into `raw`. */
function addLight(
  raw: Float32Array,
  { material, front, width, height }: Surfaces,
  { lit, gloss, cards, through, air }: LightTerm,
  light: Pick<LightTriples, 'direct' | 'gloss' | 'cards' | 'through'>,
): void {
  const pixels = width * height;
  const { direct } = light;
  const [gr, gg, gb] = [light.gloss[0]!, light.gloss[1]!, light.gloss[2]!];
  for (let p = 0, q = 0; p < pixels; p++, q += 3) {
    const g = lit[p]!;
    const s = gloss[p]!;
    if (g === 0 && s === 0) continue;
    const m = 3 * material[p]!;
    raw[q]! += g * direct[m]! + s * gr;
    raw[q + 1]! += g * direct[m + 1]! + s * gg;
    raw[q + 2]! += g * direct[m + 2]! + s * gb;
  }
  if (air)
    for (let p = 0, q = 0; p < pixels; p++, q += 3) {
      const s = air[p]!;
      raw[q]! += s * gr;
      raw[q + 1]! += s * gg;
      raw[q + 2]! += s * gb;
    }
  cards.forEach(({ lit: own }, k) => {
    const figures = light.cards[k]!;
    for (let p = 0, q = 0; p < pixels; p++, q += 3) {
      const g = own[p]!;
      if (g === 0) continue;
      const m = 3 * material[p]!;
      raw[q]! += g * figures[m]!;
      raw[q + 1]! += g * figures[m + 1]!;
      raw[q + 2]! += g * figures[m + 2]!;
    }
  });
  if (front && through)
    for (let i = 0; i < through.length; i++) {
      const s = through[i]!;
      if (s === 0) continue;
      const q = 3 * front.pixels[i]!;
      const k = 3 * front.step[i]!;
      for (let c = 0; c < 3; c++) raw[q + c]! += s * light.through[k + c]!;
    }
}

/**
 * Adds up all light of a picture: balanced sensor values before any clip, r, g, b of every pixel. `terms` are the lights'
 * geometry in the order of the look; a missing one counts as dark. `which` keeps some lights.
 */
export function relightInto(
  raw: Float32Array,
  surfaces: Surfaces,
  terms: readonly (LightTerm | undefined)[],
  { lights }: FrameTriples,
  which: (light: LightTriples) => boolean = () => true,
): void {
  const { material, open } = surfaces;
  const pixels = surfaces.width * surfaces.height;
  // The room's light is one figure a material, whatever number of lights.
  const wash = new Float64Array(3 * M);
  for (const light of lights) if (light.active && which(light)) for (let k = 0; k < 3 * M; k++) wash[k]! += light.wash[k]!;
  for (let p = 0, q = 0; p < pixels; p++, q += 3) {
    const m = 3 * material[p]!;
    const o = open[p]!;
    raw[q] = o * wash[m]!;
    raw[q + 1] = o * wash[m + 1]!;
    raw[q + 2] = o * wash[m + 2]!;
  }
  lights.forEach((light, l) => {
    const term = terms[l];
    if (light.active && which(light) && term) addLight(raw, surfaces, term, light);
  });
}

/**
 * Brings a picture's sums from one state of its triples to the next, where only some lights' figures changed and all geometry is
 * the same: one pass for each light that did, and one for the room's light. Gives false, having done nothing, where adding up anew is
 * as quick. Rounding errors of single precision stay under 1e-6 of a pixel for hundreds of updates.
 */
export function updateInto(
  raw: Float32Array,
  surfaces: Surfaces,
  terms: readonly (LightTerm | undefined)[],
  before: FrameTriples,
  after: FrameTriples,
): boolean {
  const changed = after.lights.flatMap((light, l) => (sameTriples(light, before.lights[l]) ? [] : [l]));
  if (before.lights.length !== after.lights.length || changed.length > MOST_UPDATED) return false;
  const { material, open } = surfaces;
  const pixels = surfaces.width * surfaces.height;
  for (const l of changed) {
    const [was, now] = [before.lights[l]!, after.lights[l]!];
    const change = (old: Float64Array, next: Float64Array) =>
      Float64Array.from(next, (value, k) => (now.active ? value : 0) - (was.active ? old[k]! : 0));
    const wash = change(was.wash, now.wash);
    for (let p = 0, q = 0; p < pixels; p++, q += 3) {
      const m = 3 * material[p]!;
      const o = open[p]!;
      raw[q]! += o * wash[m]!;
      raw[q + 1]! += o * wash[m + 1]!;
      raw[q + 2]! += o * wash[m + 2]!;
    }
    const term = terms[l];
    if (!term) continue;
    addLight(raw, surfaces, term, {
      direct: change(was.direct, now.direct),
      gloss: change(was.gloss, now.gloss),
      cards: now.cards.map((card, k) => change(was.cards[k]!, card)),
      through: change(was.through, now.through),
    });
  }
  return true;
}

const MOST_UPDATED = 2;

function sameTriples(a: LightTriples, b: LightTriples | undefined): boolean {
  if (b?.id !== a.id || a.active !== b.active || a.cards.length !== b.cards.length) return false;
  const same = (x: Float64Array, y: Float64Array) => x.every((value, k) => value === y[k]);
  return (
    same(a.gloss, b.gloss) &&
    same(a.direct, b.direct) &&
    same(a.wash, b.wash) &&
    same(a.through, b.through) &&
    a.cards.every((card, k) => same(card, b.cards[k]!))
  );
}
