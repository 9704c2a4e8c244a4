import {
  compareFrame,
  evenness,
  foundMarks,
  leakIn,
  lookAtMarks,
  measurePatch,
  planMarks,
  reweighed,
  summarise,
  withOnly,
  type FrameComparison,
  type FrameSummary,
  type LeakEstimate,
  type Look,
  type Mark,
  type Patch,
  type PatchParts,
} from '@fulgent/core';
import { makeStudio, shapeOf } from '@fulgent/core/picture';
import { ensureFigure } from '../figure/figures';
import { exactPixels, framePixels } from './pixels';

/** Test frames, read in a worker. */

/** What a test frame says. */
export interface FrameStudy {
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
  readonly patches: readonly Patch[];
  /** What the plan brings to the same places. */
  readonly parts: readonly PatchParts[];
  readonly summary: FrameSummary;
  /** Null for a black frame. */
  readonly comparison: FrameComparison | null;
  readonly leak: LeakEstimate | null;
  /** Over the backdrop, stops. */
  readonly unevenStops: number | null;
}

/** The plan's picture for a frame is drawn this large, on its longer side. */
const PLAN_PX = 480;
const studio = makeStudio();

/** Reads a test frame at these marks, or where they are found, and holds it against the plan's own picture. */
export async function studyFrame(
  picture: Blob,
  look: Look,
  aloneId: string | null,
  given: readonly Mark[] | null,
): Promise<FrameStudy> {
  // A frame is held against the plan as the camera would see it: with the fine figure.
  await ensureFigure(shapeOf(look.subject), 'fine');
  const frame = framePixels(await exactPixels(picture));
  const { width, height } = frame;
  const lit = aloneId === null ? look : withOnly(look, [aloneId]);
  const marks = given ?? foundMarks(lit, frame);
  const patches = marks.map((mark) => measurePatch(frame, mark));
  const plan = planMarks(lit, marks, width, height);
  const at = lookAtMarks(lit, plan, width, height);
  // The plan's own picture, at the same places: edges and texture are in it as they are in the frame.
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
    width,
    height,
    marks,
    patches,
    parts,
    summary: summarise(frame),
    comparison: patches.length ? compareFrame(at, patches, parts) : null,
    leak: aloneId === null ? null : leakIn(lookAtMarks(look, plan, width, height), aloneId, patches, parts),
    unevenStops: evenness(
      patches,
      look.probes.filter(({ surface }) => surface === 'backdrop').map(({ id }) => id),
    ),
  };
}

/** Light-alone frames added up at other powers, stops by frame; the black frame is taken off each and put back once. */
export async function addedUp(pictures: readonly Blob[], stops: readonly number[], black: Blob | null): Promise<ImageData> {
  const frames = (await Promise.all(pictures.map(exactPixels))).map(framePixels);
  const floor = black ? framePixels(await exactPixels(black)) : null;
  const sum = reweighed(frames, stops, floor);
  return new ImageData(sum, frames[0]!.width, frames[0]!.height);
}
