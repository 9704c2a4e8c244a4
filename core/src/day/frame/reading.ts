import { measureFrame, type FrameMeasure } from '../../planning/capture/black-frame';
import { withOnly } from '../../planning/build/order';
import type { Mark, PatchParts } from '../../picture/patches';
import type { Studio } from '../../picture/studio';
import type { Look } from '../../document/schema';
import { cameraOf } from '../../scene/camera';
import type { PictureRequest } from '../../picture/request';
import { cellsOf, placesIn } from './cells';
import { compareFrame, type FrameComparison } from './compare';
import type { Place } from './estimate';
import { leakIn, type LeakEstimate } from './leak';
import { expectedMarks, isFlat } from './marks';
import { evenness, measurePatch, summarise, type FramePixels, type FrameSummary, type Patch } from './measure';
import type { FrameKind } from './kinds';
import type { FrameMeta } from './record';
import { inFrame, inPlan, register, registeredBy, type Registration } from './registration';
import { shrunk } from './small';

/** Goes up when the same frame would be read otherwise: what an earlier version stored is then measured anew. */
export const READING_VERSION = 3;

/** What a test frame says, held against the look that it was taken of. It is measured once and stored with the frame. */
export interface FrameReading {
  readonly version: number;
  /** The marks placed by hand that it was read at; empty where the places were found. */
  readonly given: readonly Mark[];
  readonly marks: readonly Mark[];
  readonly patches: readonly Patch[];
  /** What the plan brings to the same places. */
  readonly parts: readonly PatchParts[];
  readonly summary: FrameSummary;
  /** Null for a black frame, or where no place could be read. */
  readonly comparison: FrameComparison | null;
  /** Null but for a frame of one gelled light alone. */
  readonly leak: LeakEstimate | null;
  /** Brightest over darkest place of the backdrop, stops; null with fewer than two. */
  readonly unevenStops: number | null;
  /** Of a black frame: mean and brightest thousandth of each channel. */
  readonly black: FrameMeasure | null;
}

/** What a reading needs to know of its frame. */
export interface FrameAsked {
  readonly kind: FrameKind;
  /** The light that burned alone. */
  readonly lightId: string;
  /** Marks placed by hand; empty to find the places. */
  readonly given: readonly Mark[];
  /** What its file tells of the exposure. */
  readonly meta: FrameMeta;
}

/** Plan and frame are read at this size, of the longer side. */
const READ_PX = 320;

/**
 * Reads a frame against the look that it was taken of. `studio` draws that look's own picture, which is laid on the frame by its edges, or by marks that
 * a person placed; both are read the same way at the same places. The fine figure must be there. @throws InputError for a picture without its pixels.
 */
export function readTestFrame(
  studio: Pick<Studio, 'picture' | 'patches'>,
  frame: FramePixels,
  look: Look,
  { kind, lightId, given, meta }: FrameAsked,
): FrameReading {
  const { rgba, width, height } = frame;
  const head = { version: READING_VERSION, given, summary: summarise(frame) };
  if (kind === 'black') {
    const black = measureFrame(rgba, width, height);
    return { ...head, marks: [], patches: [], parts: [], comparison: null, leak: null, unevenStops: null, black };
  }
  const aloneId = kind === 'alone' ? lightId : null;
  const lit = aloneId === null ? look : withOnly(look, [aloneId]);
  const size = sizeRead(frame);
  const request = { look: lit, ...size, fineness: 2, only: aloneId ?? undefined } as const;
  const plan = shrunk({ ...size, rgba: studio.picture(request).rgba }, size.width, size.height);
  const small = shrunk(frame, size.width, size.height);
  const expected = expectedMarks(lit, width, height);
  // A backdrop may be read anywhere; a place of the subject is one place, and shows where the picture lies.
  const fixed = new Map(
    lit.probes.flatMap((probe) => (isFlat(probe) ? [] : [[probe.id, expected.find((one) => one.probe === probe.id)]])),
  );
  const lies = given.some(({ probe }) => fixed.get(probe))
    ? registeredBy(
        given,
        [...fixed.values()].filter((one) => one !== undefined),
      )
    : register(plan, small);
  const planned = given.map((mark) => fixed.get(mark.probe) ?? planMark(lies, mark));
  const marks = given.length > 0 ? given : within(expected.map((mark) => frameMark(lies, mark)));
  const atMarks = given.length > 0 ? planned : marks.map(({ probe }) => expected.find((mark) => mark.probe === probe)!);
  const cells = [...cellsOf(size.width, size.height), ...(given.length > 0 ? planned : [])];
  const read = studio.patches(request, [...cells, ...atMarks]);
  const parts = read.slice(cells.length);
  const places = placesIn(plan, small, cells, read, lies, given);
  const patches = marks.map((mark) => measurePatch(frame, mark));
  return {
    ...head,
    marks,
    patches,
    parts,
    comparison: compareFrame(lit, { patches, parts, places, likeness: lies.likeness, meta }),
    leak: aloneId === null ? null : leakOf(studio, request, lit, aloneId, places, cells),
    unevenStops: evenness(
      patches,
      look.probes.filter(({ surface }) => surface === 'backdrop').map(({ id }) => id),
    ),
    black: null,
  };
}

function sizeRead({ width, height }: FramePixels): { readonly width: number; readonly height: number } {
  const by = Math.min(1, READ_PX / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * by)), height: Math.max(1, Math.round(height * by)) };
}

const frameMark = (lies: Registration, mark: Mark): Mark => {
  const [x, y] = inFrame(lies, [mark.x, mark.y]);
  return { ...mark, x, y };
};

const planMark = (lies: Registration, mark: Mark): Mark => {
  const [x, y] = inPlan(lies, [mark.x, mark.y]);
  return { ...mark, x: Math.min(1, Math.max(0, x)), y: Math.min(1, Math.max(0, y)) };
};

const within = (marks: readonly Mark[]): Mark[] => marks.filter(({ x, y }) => x > 0 && x < 1 && y > 0 && y < 1);

/** The light through its gels alone and bare, at the same places: its geometry is there, so that this costs two sums. */
function leakOf(
  studio: Pick<Studio, 'patches'>,
  request: Omit<PictureRequest, 'look'>,
  look: Look,
  id: string,
  places: readonly Place[],
  cells: readonly Mark[],
): LeakEstimate | null {
  const light = look.lights.find((one) => one.id === id);
  if (!light || light.gels.length === 0) return null;
  const leaking = (leak: number): Look => ({
    ...look,
    lights: look.lights.map((one) => (one.id === id ? { ...one, leak } : one)),
  });
  const at = (leak: number) => studio.patches({ ...request, look: leaking(leak) }, cells);
  return leakIn(cameraOf(look), light, places, { gelled: at(0), bare: at(1) });
}

/** Whether a stored reading is what this version would read, at these marks placed by hand. */
export function isCurrentReading(reading: FrameReading | null, given: readonly Mark[]): boolean {
  return (
    reading !== null &&
    reading.version === READING_VERSION &&
    reading.given.length === given.length &&
    reading.given.every(({ probe, x, y }, i) => {
      const now = given[i]!;
      return probe === now.probe && x === now.x && y === now.y;
    })
  );
}
