import { adaptInto } from '../vivid/adaptation';
import type { Camera } from '../camera/camera';
import { bloomed } from './bloom';
import { burntParts } from './burnt';
import { developInto } from './develop';
import { finishInto, needsFinish } from './finish';
import { focusInto } from './focus';
import { Geometry } from './geometry';
import { grainInto } from './grain';
import { readInstruments, type Instruments } from './instruments';
import { markInto } from './marking';
import { free } from './memory';
import type { Mark, PatchParts } from './patches';
import { patchParts, readPoint, type Alone } from './readout';
import { relightInto } from './relight';
import type { Picture, PictureRequest, PointReading } from './request';
import type { Seen } from './seen';
import { sumsOf, type Sums } from './sums';
import { emptyTriples, frameTriples } from './triples';

/** Makes pictures of looks, keeping geometry as long as it serves: one for a worker, a test or the bench. */
export interface Studio {
  /** The picture of a look, or rows of it, in `into` where that has its size. @throws InputError as `compileScene`. */
  picture(request: PictureRequest, into?: Picture['rgba']): Picture;
  /** Whether all geometry of a request is at hand, so that its picture costs only the relighting. */
  isReady(request: PictureRequest): boolean;
  /** What can be read from the whole picture; `at` is the height of the line across it, 0 top to 1. */
  instruments(request: PictureRequest, at: number): Instruments;
  /** What each light brings to small squares of the picture: what a test frame read at the same places is held against. */
  patches(request: PictureRequest, marks: readonly Mark[]): PatchParts[];
  /** What a picture records at a place, 0 to 1 from its left and its top. */
  point(request: PictureRequest, x: number, y: number): PointReading;
}

export function makeStudio(): Studio {
  const geometry = new Geometry();
  const adder = makeAdder(geometry);

  return {
    isReady: (request) => geometry.isReady(request),

    picture(request, into) {
      const { raw, seen, triples, newTerms, surfacesMs, lightsMs, relit, start } = adder.sums(request);
      const { width, top } = seen;
      const { camera } = triples;
      const [from, to] = request.rows ?? [0, seen.height];
      const height = to - from;
      const [first, end] = [(from - top) * width, (to - top) * width];
      const shown = (values: Float32Array) => values.subarray(3 * first, 3 * end);
      const bytes = 4 * width * height;
      const rgba = into?.length === bytes ? into : new Uint8ClampedArray(bytes);
      const isFinest = request.fineness === 2;
      const forEye = request.forEye === true && isFinest;
      const toEye = forEye ? bloomed(raw, width, camera.whiteClip) : raw;
      developInto(rgba, shown(toEye), camera, request.space);
      if (toEye !== raw) free(toEye);
      const burnt = isFinest && request.only === undefined ? burntParts(raw, seen, camera, [first, end]) : null;
      if (forEye) grainInto(rgba, width, request.look.camera.iso, from);
      if (request.adaptation) adaptInto(rgba, request.adaptation);
      if (request.marks) markInto(rgba, shown(raw), width, triples, request.marks, from);
      const done = performance.now();
      const ms = { surfaces: surfacesMs, lights: lightsMs, relight: done - relit, total: done - start };
      return { width, height, rgba, burnt, newTerms, ms };
    },

    instruments(request, at) {
      const { raw, seen, triples } = adder.sums(request);
      return readInstruments(raw, seen, triples.camera, at);
    },

    patches(request, marks) {
      const { seen, camera, parts } = adder.alone(request);
      return marks.map((mark) => patchParts(seen, camera, parts, mark));
    },

    point(request, x, y) {
      const { seen, camera, parts } = adder.alone(request);
      const i = Math.min(seen.width - 1, Math.max(0, Math.floor(x * seen.width)));
      const j = Math.min(seen.height - 1, Math.max(0, Math.floor(y * seen.height)));
      return readPoint(seen, camera, parts, j * seen.width + i);
    },
  };
}

/** Adds lights up over geometry, and keeps the last sums of each size: a change of one light is added to them. */
function makeAdder(geometry: Geometry) {
  const kept = emptyTriples();
  const lastOf = new WeakMap<Seen, Sums>();
  /** What focus and what is drawn over the sums make of them. */
  let scratch = new Float32Array(0);

  /** Balanced sensor values of a picture, as the camera gets them. */
  const sums = (request: PictureRequest) => {
    const { look } = request;
    const { seen, terms, ...built } = geometry.build(request);
    const relit = performance.now();
    const triples = frameTriples(look, request.only, kept);
    const summed = sumsOf(seen, terms, triples, lastOf.get(seen) ?? null);
    lastOf.set(seen, summed);
    let { raw } = summed;
    const focus = request.fineness === 2 ? geometry.focusIn(seen, look) : null;
    const isFinished = needsFinish(look, terms, seen.width);
    if ((focus || isFinished) && scratch.length !== raw.length) scratch = new Float32Array(raw.length);
    if (focus) {
      focusInto(scratch, raw, seen, focus);
      raw = scratch;
    }
    if (isFinished) {
      finishInto(scratch, raw, seen, terms, triples, look);
      raw = scratch;
    }
    return { ...built, raw, seen, triples, relit };
  };

  /** What each light that counts brings to every pixel by itself. */
  const alone = (request: PictureRequest): { readonly seen: Seen; readonly camera: Camera; readonly parts: Alone } => {
    const { seen, terms } = geometry.build(request);
    const triples = frameTriples(request.look, request.only, kept);
    const parts = triples.lights.flatMap((light) => {
      if (!light.active) return [];
      const raw = new Float32Array(3 * seen.width * seen.height);
      relightInto(raw, seen, terms, triples, (one) => one.id === light.id);
      return [{ id: light.id, raw }];
    });
    return { seen, camera: triples.camera, parts };
  };

  return { sums, alone };
}
