import { measureFrame, type FrameMeasure } from '../../planning/capture/black-frame';
import { withOnly } from '../../planning/build/order';
import type { Mark, PatchParts } from '../../picture/patches';
import type { Studio } from '../../picture/studio';
import type { Look } from '../../document/schema';
import { compareFrame, type FrameComparison } from './compare';
import { leakIn, type LeakEstimate } from './leak';
import { foundMarks, lookAtMarks, planMarks } from './marks';
import { evenness, measurePatch, summarise, type FramePixels, type FrameSummary, type Patch } from './measure';
import type { FrameKind } from './kinds';

/** Goes up when the same frame would be read otherwise: what an earlier version stored is then measured anew. */
export const READING_VERSION = 2;

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
}

/** The plan's picture for a frame is drawn this large, on its longer side. */
const PLAN_PX = 480;

/**
 * Reads a frame against the look that it was taken of. `studio` draws that look's own picture, so that edges and texture at a place are in the plan as they
 * are in the frame; the fine figure must be there. @throws InputError for a picture without its pixels.
 */
export function readTestFrame(
  studio: Pick<Studio, 'patches'>,
  frame: FramePixels,
  look: Look,
  { kind, lightId, given }: FrameAsked,
): FrameReading {
  const { rgba, width, height } = frame;
  const head = { version: READING_VERSION, given, summary: summarise(frame) };
  if (kind === 'black') {
    const black = measureFrame(rgba, width, height);
    return { ...head, marks: [], patches: [], parts: [], comparison: null, leak: null, unevenStops: null, black };
  }
  const aloneId = kind === 'alone' ? lightId : null;
  const lit = aloneId === null ? look : withOnly(look, [aloneId]);
  const marks = given.length > 0 ? given : foundMarks(lit, frame);
  const patches = marks.map((mark) => measurePatch(frame, mark));
  const plan = planMarks(lit, marks, width, height);
  const at = lookAtMarks(lit, plan, width, height);
  const small = Math.min(1, PLAN_PX / Math.max(width, height));
  const parts = studio.patches(
    {
      look: lit,
      width: Math.round(width * small),
      height: Math.round(height * small),
      fineness: 2,
      only: aloneId ?? undefined,
    },
    plan,
  );
  return {
    ...head,
    marks,
    patches,
    parts,
    comparison: patches.length > 0 ? compareFrame(at, patches, parts) : null,
    leak: aloneId === null ? null : leakIn(lookAtMarks(look, plan, width, height), aloneId, patches, parts),
    unevenStops: evenness(
      patches,
      look.probes.filter(({ surface }) => surface === 'backdrop').map(({ id }) => id),
    ),
    black: null,
  };
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
