import { applyCurve, type Camera } from '../camera/camera';
import { continuousLuxSeconds, stopsOverMeter } from '../exposure/meter';
import { inField } from '../errors';
import { lookupIn, resolveFilter, resolveSource, resolveSurface, spectrumOfSource } from '../look/resolve';
import { subjectForms } from '../look/geometry';
import { landedFlux, washFactor } from '../look/room';
import { ambientLux, fullExposure } from '../look/scene';
import type { Look } from '../look/schema';
import { cameraAt } from '../capture/white';
import { flat, gaussian, product, sampled, scaled, type Spectrum } from '../spectrum/grid';
import { EYE_WHITE, skinReflectance } from '../surface/skin';
import { balancedTriple } from '../vivid/alone';
import { MATERIALS_OF_FRAME } from './bust';
import { lightKey, type LightTerm } from './light-term';
import type { Surfaces } from './surfaces';

const M = MATERIALS_OF_FRAME.length;

/** Lips pass less green than the skin round them. */
const LIP_TINT = sampled((nm) => 0.92 - 0.34 * gaussian(nm, 540, 110));
const IRIS_REFLECTANCE = sampled((nm) => 0.03 + 0.06 * gaussian(nm, 620, 160));
const LASH_REFLECTANCE = flat(0.035);

/** Reflectance of every material of a picture, in the order of `MATERIALS_OF_FRAME`. */
export function frameReflectances(look: Look): Spectrum[] {
  const lookup = lookupIn(look.spectra);
  const skin = skinReflectance(look.subject.skinDepth);
  return [
    skin,
    product(skin, LIP_TINT),
    inField('subject.hair', () => resolveSurface(look.subject.hair, lookup)),
    inField('subject.wardrobe', () => resolveSurface(look.subject.wardrobe, lookup)),
    EYE_WHITE,
    IRIS_REFLECTANCE,
    inField('backdrop.surface', () => resolveSurface(look.backdrop.surface, lookup)),
    flat(look.room.floor),
    flat(look.room.walls),
    LASH_REFLECTANCE,
  ];
}

/** The spectral work of one light, done: balanced r, g, b for each material. */
export interface LightTriples {
  readonly id: string;
  /** Counts in the picture. */
  readonly active: boolean;
  /** Direct light: 3 figures a material, per unit of the light's term. */
  readonly direct: Float64Array;
  /** Light by way of the room. */
  readonly wash: Float64Array;
  /** What is mirrored: the light itself. */
  readonly gloss: Float64Array;
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

function washOf(look: Look, light: Look['lights'][number], backdrop: Spectrum, cache: WashCache | undefined): Spectrum {
  const make = () => washFactor(look, landedFlux(look, light, subjectForms(look)), backdrop);
  if (!cache) return make();
  const key = JSON.stringify([lightKey(light), look.room, look.backdrop, look.subject.faceHeightM, sumOf(backdrop)]);
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
  const backdrop = rho[6]!;
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
      const wash = washOf(look, light, backdrop, cache);
      return {
        id: light.id,
        active: on(light.on && !light.muted && (!anySolo || light.solo), light.id),
        direct: triples(spectrum),
        wash: triples(product(spectrum, wash)),
        gloss: Float64Array.from(balancedTriple(camera, spectrum)),
      };
    });
  });
  const lux = ambientLux(look.ambient);
  const exposure = continuousLuxSeconds(lux, look.camera) * 2 ** stopsOverMeter(1, look.camera);
  const ambient = scaled(spectrumOfSource(look.ambient.source, lookup), exposure);
  const none = new Float64Array(3 * M);
  return {
    camera,
    lights: [
      ...lights,
      {
        id: 'ambient',
        active: on(!anySolo && lux > 0, 'ambient'),
        direct: none,
        wash: triples(ambient),
        gloss: new Float64Array(3),
      },
    ],
  };
}

/**
 * Adds up all light of a picture: balanced sensor values before any clip, r, g, b of every pixel. `terms` are the lights'
 * geometry in the order of the look; a missing one counts as dark.
 */
export function relightInto(
  raw: Float32Array,
  surfaces: Surfaces,
  terms: readonly (LightTerm | undefined)[],
  { lights }: FrameTriples,
): void {
  const { material, open } = surfaces;
  const pixels = surfaces.width * surfaces.height;
  // The room's light is one figure a material, whatever number of lights.
  const wash = new Float64Array(3 * M);
  for (const light of lights) if (light.active) for (let k = 0; k < 3 * M; k++) wash[k]! += light.wash[k]!;
  for (let p = 0, q = 0; p < pixels; p++, q += 3) {
    const m = 3 * material[p]!;
    const o = open[p]!;
    raw[q] = o * wash[m]!;
    raw[q + 1] = o * wash[m + 1]!;
    raw[q + 2] = o * wash[m + 2]!;
  }
  lights.forEach((light, l) => {
    const term = terms[l];
    if (!light.active || !term) return;
    const { lit, gloss } = term;
    const { direct } = light;
    const [gr, gg, gb] = [light.gloss[0]!, light.gloss[1]!, light.gloss[2]!];
    for (let p = 0, q = 0; p < pixels; p++, q += 3) {
      const g = lit[p]!;
      if (g === 0) continue;
      const m = 3 * material[p]!;
      const s = gloss[p]!;
      raw[q]! += g * direct[m]! + s * gr;
      raw[q + 1]! += g * direct[m + 1]! + s * gg;
      raw[q + 2]! += g * direct[m + 2]! + s * gb;
    }
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
    const term = terms[l];
    const change = (old: Float64Array, next: Float64Array) =>
      Float64Array.from(next, (value, k) => (now.active ? value : 0) - (was.active ? old[k]! : 0));
    const wash = change(was.wash, now.wash);
    const direct = change(was.direct, now.direct);
    const [gr, gg, gb] = change(was.gloss, now.gloss) as unknown as [number, number, number];
    const lit = term?.lit;
    const gloss = term?.gloss;
    for (let p = 0, q = 0; p < pixels; p++, q += 3) {
      const m = 3 * material[p]!;
      const o = open[p]!;
      const g = lit ? lit[p]! : 0;
      const s = gloss ? gloss[p]! : 0;
      raw[q]! += o * wash[m]! + g * direct[m]! + s * gr;
      raw[q + 1]! += o * wash[m + 1]! + g * direct[m + 1]! + s * gg;
      raw[q + 2]! += o * wash[m + 2]! + g * direct[m + 2]! + s * gb;
    }
  }
  return true;
}

const MOST_UPDATED = 2;

function sameTriples(a: LightTriples, b: LightTriples | undefined): boolean {
  if (b?.id !== a.id || a.active !== b.active) return false;
  const same = (x: Float64Array, y: Float64Array) => x.every((value, k) => value === y[k]);
  return same(a.gloss, b.gloss) && same(a.direct, b.direct) && same(a.wash, b.wash);
}

const CURVE_STEPS = 16_383;
/** By what shapes the curve, so that a camera made anew for another white finds its table again. */
const curves = new Map<string, Uint8Array>();

/** Recorded 8-bit value by linear output, in steps fine enough for the darks. */
function curveOf(camera: Camera): Uint8Array {
  const key = `${camera.curve} ${camera.outputClip} ${camera.shoulder}`;
  let table = curves.get(key);
  if (!table) {
    if (curves.size >= 16) curves.clear();
    table = new Uint8Array(CURVE_STEPS + 1);
    for (let i = 0; i <= CURVE_STEPS; i++)
      table[i] = Math.round(255 * encoded(applyCurve(camera, (i / CURVE_STEPS) * camera.outputClip)));
    curves.set(key, table);
  }
  return table;
}

/** sRGB encoding (IEC 61966-2-1). */
function encoded(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}

/** Records raw values as the camera does, into RGBA of 8 bits: clip, 3x3, curve, sRGB. */
export function developInto(rgba: Uint8ClampedArray, raw: Float32Array, camera: Camera): void {
  const table = curveOf(camera);
  const clip = camera.whiteClip;
  const scale = CURVE_STEPS / camera.outputClip;
  const [m0, m1, m2, m3, m4, m5, m6, m7, m8] = Array.from(camera.matrix, (v) => v * scale) as unknown as number[];
  // Four bytes are written at once; every machine this runs on is little-endian.
  const words = new Uint32Array(rgba.buffer, rgba.byteOffset, raw.length / 3);
  for (let q = 0, o = 0; q < raw.length; q += 3, o++) {
    let r = raw[q]!;
    let g = raw[q + 1]!;
    let b = raw[q + 2]!;
    if (r > clip) r = clip;
    if (g > clip) g = clip;
    if (b > clip) b = clip;
    let x = m0! * r + m1! * g + m2! * b;
    let y = m3! * r + m4! * g + m5! * b;
    let z = m6! * r + m7! * g + m8! * b;
    x = x <= 0 ? 0 : x >= CURVE_STEPS ? CURVE_STEPS : x;
    y = y <= 0 ? 0 : y >= CURVE_STEPS ? CURVE_STEPS : y;
    z = z <= 0 ? 0 : z >= CURVE_STEPS ? CURVE_STEPS : z;
    words[o] = 0xff000000 | (table[z | 0]! << 16) | (table[y | 0]! << 8) | table[x | 0]!;
  }
}
