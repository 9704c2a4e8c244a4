import { linearOutputInto, recordInto } from '../camera/camera';
import type { Channel } from '../camera/sensor';
import { hexOfLinear } from '../colour/rgb';
import { MID_GREY } from '../exposure/meter';
import type { MaterialName } from '../figure/materials';
import { clippedChannels } from '../vivid/clip';
import { adaptInto, type Adaptation } from '../vivid/adaptation';
import type { Look, Point } from '../document/schema';
import { patchBounds, type Mark } from './patches';
import type { PatchParts } from './patches';
import { bloomInto } from './bloom';
import { burntParts, type Burnt } from './burnt';
import { developInto } from './develop';
import { finishInto, needsFinish } from './finish';
import { focusInto, focusOf, type Focus } from './focus';
import { grainInto } from './grain';
import { readInstruments, type Instruments } from './instruments';
import { lightKey, lightTerm, settingKey, type LightTerm } from './light-term';
import { partAt } from './parts';
import { relightInto, sumsOf, type Sums } from './relight';
import { findSeen, seenKey, type Seen } from './seen';
import { frameTriples, type FrameTriples, type WashCache } from './triples';

/** How fine a picture is: a quarter, a half, or all of its pixels in each direction. */
export type Fineness = 0 | 1 | 2;
const SCALES = [0.25, 0.5, 1] as const;

export interface PictureRequest {
  readonly look: Look;
  /** Pixels of the finest picture. */
  readonly width: number;
  readonly height: number;
  readonly fineness: Fineness;
  /** Only this light, by id. */
  readonly only?: string | undefined;
  /** Hatches what has lost a channel, and dots what is too dark to show a colour. */
  readonly marks?: { readonly clipped: boolean; readonly dark: boolean } | undefined;
  /** Adds what is for the eye and not for measuring: the grain of the camera's ISO, and the spread of what burns. */
  readonly forEye?: boolean | undefined;
  /** Shows it as an eye sees it that has got used to this colour. */
  readonly adaptation?: Adaptation | undefined;
}

export interface Picture {
  readonly width: number;
  readonly height: number;
  /** RGBA, 8 bits. */
  readonly rgba: Uint8ClampedArray<ArrayBuffer>;
  /** Time that each part of the work took, ms; 0 where it was at hand. */
  readonly ms: { readonly surfaces: number; readonly lights: number; readonly relight: number; readonly total: number };
  /** Skin and hair that have lost a channel: of a finest picture of all lights, else null. */
  readonly burnt: readonly Burnt[] | null;
  /** Lights whose geometry had to be computed. */
  readonly newTerms: number;
}

/** What is recorded at one place of a picture. */
export interface PointReading {
  readonly material: MaterialName | 'liquid';
  readonly hex: string;
  /** Luminance, then r, g, b after white balance, stops from mid-grey. */
  readonly stops: number;
  readonly channelStops: readonly [number, number, number];
  readonly clipped: readonly Channel[];
  /** Each light's part in the luminance, largest first; light by way of the room stands apart. */
  readonly shares: readonly { readonly id: string; readonly share: number }[];
  /** Place in the room, m. */
  readonly place: Point;
}

/** What is kept of geometry, by the pixels of its pictures: about 90 bytes a pixel of what is seen, 6 a pixel and light. */
const MOST_SEEN_PIXELS = 1_200_000;
const [TERM_PIXELS, MOST_TERM_PIXELS] = [3_000_000, 7_000_000];
/** Room for lights that have moved, beside what a picture needs. */
const SPARE = 1.2;

/** Lets the oldest entries of a map go where all together are over a budget; the newest always stays. */
function letGo<V>(map: Map<string, V>, budget: number, weight: (value: V) => number): void {
  let sum = 0;
  for (const value of map.values()) sum += weight(value);
  for (const [oldest, value] of map) {
    if (sum <= budget || map.size === 1) break;
    map.delete(oldest);
    sum -= weight(value);
  }
}

/** Takes an entry of a map or makes it, and keeps the map within its budget. */
function reuse<V>(map: Map<string, V>, key: string, budget: number, weight: (value: V) => number, make: () => V): V {
  let found = map.get(key);
  if (found === undefined) found = make();
  else map.delete(key);
  map.set(key, found);
  letGo(map, budget, weight);
  return found;
}

const pixelsOf = ({ width, height }: Seen) => width * height;
const termPixels = ({ sharp, room }: LightTerm) => sharp.codes.length + room.codes.length;

/** Under this, linear output, a place is too dark to show a colour. */
const DARK_BELOW = 0.012;

/** Makes pictures of looks, keeping geometry as long as it serves: one for a worker, a test or the bench. */
export interface Studio {
  /** The picture of a look, in `into` where that has its size. @throws InputError as `compileScene`. */
  picture(request: PictureRequest, into?: Picture['rgba']): Picture;
  /** Whether all geometry of a request is at hand, so that its picture costs only the relighting. */
  isReady(request: PictureRequest): boolean;
  /** Lights of a request whose geometry is not yet at hand, by id; a term that was made elsewhere, for the same request, is taken in. */
  missing(request: PictureRequest): readonly string[];
  makeTerm(request: PictureRequest, id: string): LightTerm;
  takeTerm(request: PictureRequest, id: string, term: LightTerm): void;
  /** What can be read from the whole picture; `at` is the height of the line across it, 0 top to 1. */
  instruments(request: PictureRequest, at: number): Instruments;
  /** What each light brings to small squares of the picture: what a test frame read at the same places is held against. */
  patches(request: PictureRequest, marks: readonly Mark[]): PatchParts[];
  /** What a picture records at a place, 0 to 1 from its left and its top. */
  point(request: PictureRequest, x: number, y: number): PointReading;
}

export function makeStudio(): Studio {
  const seenOf = new Map<string, Seen>();
  const focusFor = new WeakMap<Seen, Map<string, Focus | null>>();
  const termsOf = new Map<string, LightTerm>();
  /** What the largest picture needs, so that its coarse one does not push it out. */
  let termBudget = TERM_PIXELS;
  const washes: WashCache = new Map();
  /** The sums of the last picture of each size: a change of one light is added to them. */
  const lastOf = new WeakMap<Seen, Sums>();
  /** What focus and what is drawn over the sums make of them. */
  let scratch = new Float32Array(0);
  let bloomed = new Float32Array(0);

  const sizeOf = ({ width, height, fineness }: PictureRequest) => ({
    width: Math.max(1, Math.round(width * SCALES[fineness])),
    height: Math.max(1, Math.round(height * SCALES[fineness])),
  });
  const counts = ({ look, only }: PictureRequest, i: number) => {
    const light = look.lights[i]!;
    return only === undefined ? light.on && !light.muted : light.id === only;
  };

  /** The coarse picture is for the moment: the quick figure will do, also where the fine one is at hand. */
  const detailOf = ({ fineness }: PictureRequest) => (fineness === 0 ? 'quick' : 'finest');
  const keyOf = (request: PictureRequest) => {
    const { width, height } = sizeOf(request);
    return `${seenKey(request.look, width, height)} ${detailOf(request)}`;
  };
  const seenIn = (request: PictureRequest) => {
    const { width, height } = sizeOf(request);
    return reuse(seenOf, keyOf(request), MOST_SEEN_PIXELS, pixelsOf, () =>
      findSeen(request.look, width, height, detailOf(request)),
    );
  };
  const termKey = (key: string, light: Look['lights'][number], look: Look) => `${key}|${lightKey(light)}|${settingKey(look)}`;

  const build = (request: PictureRequest) => {
    const { look } = request;
    const start = performance.now();
    const key = keyOf(request);
    const seen = seenIn(request);
    const found = performance.now();
    let newTerms = 0;
    const terms = look.lights.map((light, i) =>
      counts(request, i)
        ? reuse(termsOf, termKey(key, light, look), MOST_TERM_PIXELS, termPixels, () => {
            newTerms++;
            return lightTerm(seen, light, look);
          })
        : undefined,
    );
    const needed = terms.reduce((sum, term) => sum + (term ? termPixels(term) : 0), 0);
    termBudget = Math.min(MOST_TERM_PIXELS, Math.max(termBudget, SPARE * needed));
    letGo(termsOf, termBudget, termPixels);
    return { seen, terms, newTerms, surfacesMs: found - start, lightsMs: performance.now() - found, start };
  };

  const missing = (request: PictureRequest) => {
    const { look } = request;
    const key = keyOf(request);
    return look.lights.flatMap((light, i) => (counts(request, i) && !termsOf.has(termKey(key, light, look)) ? [light.id] : []));
  };

  const focusIn = (seen: Seen, look: Look): Focus | null => {
    const { aperture, focalMm, distanceM } = look.camera;
    let known = focusFor.get(seen);
    if (!known) focusFor.set(seen, (known = new Map()));
    return reuse(
      known,
      `${aperture} ${focalMm} ${distanceM}`,
      3,
      () => 1,
      () => focusOf(seen, look),
    );
  };

  /** Balanced sensor values of a picture, as the camera gets them. */
  const sums = (request: PictureRequest) => {
    const { seen, terms, newTerms, surfacesMs, lightsMs, start } = build(request);
    const relit = performance.now();
    const { width } = seen;
    const { look } = request;
    const triples = frameTriples(look, request.only, washes);
    const summed = sumsOf(seen, terms, triples, lastOf.get(seen) ?? null);
    lastOf.set(seen, summed);
    let { raw } = summed;
    const focus = request.fineness === 2 ? focusIn(seen, look) : null;
    const isFinished = needsFinish(look, terms, width);
    if ((focus || isFinished) && scratch.length !== raw.length) scratch = new Float32Array(raw.length);
    if (focus) {
      focusInto(scratch, raw, seen, focus);
      raw = scratch;
    }
    if (isFinished) {
      finishInto(scratch, raw, seen, terms, triples, look);
      raw = scratch;
    }
    return { raw, seen, terms, triples, newTerms, surfacesMs, lightsMs, relit, start };
  };

  /** What each light that counts brings to every pixel by itself. */
  const alone = (request: PictureRequest) => {
    const { seen, terms } = build(request);
    const triples = frameTriples(request.look, request.only, washes);
    const parts = triples.lights.flatMap((light) => {
      if (!light.active) return [];
      const raw = new Float32Array(3 * seen.width * seen.height);
      relightInto(raw, seen, terms, triples, (one) => one.id === light.id);
      return [{ id: light.id, raw }];
    });
    return { seen, camera: triples.camera, parts };
  };

  return {
    isReady: (request) => seenOf.has(keyOf(request)) && missing(request).length === 0,
    missing,

    makeTerm(request, id) {
      const { look } = request;
      return lightTerm(
        seenIn(request),
        look.lights.find((light) => light.id === id)!,
        look,
      );
    },

    takeTerm(request, id, term) {
      const light = request.look.lights.find((one) => one.id === id);
      if (light) reuse(termsOf, termKey(keyOf(request), light, request.look), MOST_TERM_PIXELS, termPixels, () => term);
    },

    picture(request, into) {
      const { raw, seen, triples, newTerms, surfacesMs, lightsMs, relit, start } = sums(request);
      const { width, height } = seen;
      const bytes = 4 * width * height;
      const rgba = into?.length === bytes ? into : new Uint8ClampedArray(bytes);
      const forEye = request.forEye === true && request.fineness === 2;
      let shown = raw;
      if (forEye) {
        if (bloomed.length !== raw.length) bloomed = new Float32Array(raw.length);
        bloomInto(bloomed, raw, width, triples.camera.whiteClip);
        shown = bloomed;
      }
      developInto(rgba, shown, triples.camera);
      const burnt = request.fineness === 2 && request.only === undefined ? burntParts(raw, seen, triples.camera) : null;
      if (forEye) grainInto(rgba, width, request.look.camera.iso);
      if (request.adaptation) adaptInto(rgba, request.adaptation);
      if (request.marks) markInto(rgba, raw, width, triples, request.marks);
      const end = performance.now();
      return {
        width,
        height,
        rgba,
        burnt,
        newTerms,
        ms: { surfaces: surfacesMs, lights: lightsMs, relight: end - relit, total: end - start },
      };
    },

    instruments(request, at) {
      const { raw, seen, triples } = sums(request);
      return readInstruments(raw, seen, triples.camera, at);
    },

    patches(request, marks) {
      const { seen, camera, parts } = alone(request);
      return marks.map((mark) => patchParts(seen, camera, parts, mark));
    },

    point(request, x, y) {
      const { seen, camera, parts } = alone(request);
      const i = Math.min(seen.width - 1, Math.max(0, Math.floor(x * seen.width)));
      const j = Math.min(seen.height - 1, Math.max(0, Math.floor(y * seen.height)));
      return readPoint(seen, camera, parts, j * seen.width + i);
    },
  };
}

type Alone = readonly { readonly id: string; readonly raw: Float32Array }[];

function patchParts({ width, height }: Seen, camera: FrameTriples['camera'], parts: Alone, mark: Mark): PatchParts {
  const { x0, x1, y0, y1 } = patchBounds(mark, width, height);
  const sums = parts.map(() => [0, 0, 0] as [number, number, number]);
  const recorded: [number, number, number] = [0, 0, 0];
  const rgb = new Float64Array(3);
  const count = (x1 - x0 + 1) * (y1 - y0 + 1);
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const q = 3 * (y * width + x);
      const sum = [0, 0, 0];
      parts.forEach(({ raw }, k) => {
        for (let c = 0; c < 3; c++) {
          sums[k]![c]! += raw[q + c]! / count;
          sum[c]! += raw[q + c]!;
        }
      });
      recordInto(rgb, camera, sum[0]!, sum[1]!, sum[2]!);
      for (let c = 0; c < 3; c++) recorded[c]! += rgb[c]! / count;
    }
  return { probe: mark.probe, recorded, lights: parts.map(({ id }, k) => ({ id, raw: sums[k]! })) };
}

function readPoint(seen: Seen, camera: FrameTriples['camera'], lights: Alone, p: number): PointReading {
  const sum = [0, 0, 0];
  const rgb = new Float64Array(3);
  const luminance = (r: number, g: number, b: number) => {
    linearOutputInto(rgb, camera, r, g, b);
    return 0.2126 * rgb[0]! + 0.7152 * rgb[1]! + 0.0722 * rgb[2]!;
  };
  const parts = lights.map(({ id, raw }) => {
    const own = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!] as const;
    own.forEach((value, c) => (sum[c]! += value));
    return { id, y: luminance(...own) };
  });
  const [r, g, b] = sum as [number, number, number];
  const total = parts.reduce((all, { y }) => all + Math.max(0, y), 0);
  const stops = Math.log2(Math.max(1e-9, luminance(r, g, b)) / MID_GREY);
  recordInto(rgb, camera, r, g, b);
  const each = (value: number) => Math.log2(Math.max(1e-9, value) / MID_GREY);
  const { material, place } = partAt(seen, p);
  return {
    material,
    hex: hexOfLinear(rgb[0]!, rgb[1]!, rgb[2]!),
    stops,
    channelStops: [each(r), each(g), each(b)],
    clipped: clippedChannels(camera, r, g, b),
    shares: parts
      .map(({ id, y }) => ({ id, share: total > 0 ? Math.max(0, y) / total : 0 }))
      .sort((one, other) => other.share - one.share),
    place,
  };
}

/** Hatches clipped pixels and dots dark ones, by pattern and not by colour. */
function markInto(
  rgba: Uint8ClampedArray,
  raw: Float32Array,
  width: number,
  { camera }: FrameTriples,
  marks: { readonly clipped: boolean; readonly dark: boolean },
): void {
  const rgb = new Float64Array(3);
  for (let p = 0; p < raw.length / 3; p++) {
    const [r, g, b] = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!];
    linearOutputInto(rgb, camera, r, g, b);
    const x = p % width;
    const y = (p - x) / width;
    const most = Math.max(rgb[0]!, rgb[1]!, rgb[2]!);
    if (marks.clipped && (Math.max(r, g, b) >= camera.whiteClip || most >= camera.outputClip)) {
      const stripe = (x + y) % 7;
      if (stripe < 3) rgba.fill(stripe === 2 ? 255 : 0, 4 * p, 4 * p + 3);
    } else if (marks.dark && most < DARK_BELOW && x % 8 < 2 && y % 8 < 2) rgba.fill(185, 4 * p, 4 * p + 3);
  }
}
