import { hueDifferenceDeg } from '../colour/oklab';
import { evaluate } from '../look/evaluate';
import { inPicture } from '../look/in-view';
import type { Look, Point } from '../look/schema';
import { placed, stageOf, type Stage } from '../look/stage';
import { marchForm } from '../subject/shadow';
import { viewOf } from '../look/view';
import { measurePatch, type FramePixels, type Mark, type Patch } from './measure';

/**
 * Where the probes of a look are expected in a picture of this shape. A place of the backdrop that the subject hides is looked for beside it; what is
 * outside the picture, turned well away or hidden is left out.
 */
export function expectedMarks(look: Look, width: number, height: number): Mark[] {
  const view = viewOf(look, width, height);
  const stage = stageOf(look);
  const visible = (place: Point) => {
    const at = inPicture(view, place);
    return at && Math.abs(at[0]) < EDGE && Math.abs(at[1]) < EDGE && !isHidden(stage, view.eye, place) ? at : null;
  };
  return look.probes.flatMap((probe) => {
    const { place, normal } = placed(stage, probe);
    if (facing(normal, view.eye, place) < TURNED_AWAY) return [];
    const beside = isFlat(probe) ? BESIDE_M : [0];
    for (const dx of beside) {
      const at = visible([place[0] + dx, place[1], place[2]]);
      if (at) return [{ probe: probe.id, x: (1 + at[0]) / 2, y: (1 - at[1]) / 2 }];
    }
    return [];
  });
}

/** The look with its flat places, those of the backdrop, where the marks are: its figures are then of what the marks show. */
export function lookAtMarks(look: Look, marks: readonly Mark[], width: number, height: number): Look {
  const { eye, right, up, forward, halfWidth, halfHeight } = viewOf(look, width, height);
  const probes = look.probes.map((probe) => {
    const mark = marks.find((one) => one.probe === probe.id);
    if (!mark || !isFlat(probe)) return probe;
    const [u, v] = [(2 * mark.x - 1) * halfWidth, (1 - 2 * mark.y) * halfHeight];
    const ray = [0, 1, 2].map((i) => forward[i]! + u * right[i]! + v * up[i]!) as [number, number, number];
    const t = (probe.position[2] - eye[2]) / ray[2];
    if (!(t > 0) || !Number.isFinite(t)) return probe;
    const at = (i: 0 | 1) => Math.min(100, Math.max(-100, eye[i] + t * ray[i]));
    return { ...probe, position: [at(0), Math.max(0.02, at(1)), probe.position[2]] as Point };
  });
  return { ...look, probes };
}

const isFlat = ({ body, surface }: Look['probes'][number]): boolean => body === 'none' && surface === 'backdrop';

/** A mark nearer to the picture's edge than this is not trusted, of half its size. */
const EDGE = 0.97;
/** How far beside its probe the backdrop is looked for, m. */
const BESIDE_M = [0, 0.15, -0.15, 0.3, -0.3, 0.45, -0.45, 0.6, -0.6, 0.8, -0.8, 1, -1, 1.3, -1.3];
const TOUCHES_M = 0.03;

/** Whether the subject stands between the camera and a place. */
function isHidden({ form, originM, turn: [cos, sin] }: Stage, eye: Point, place: Point): boolean {
  const d = [place[0] - eye[0], place[1] - eye[1], place[2] - eye[2]] as const;
  const length = Math.hypot(...d);
  const [dx, dy, dz] = [d[0] / length, d[1] / length, d[2] / length];
  const t = marchForm(
    form,
    cos * eye[0] - sin * eye[2],
    eye[1] - originM,
    sin * eye[0] + cos * eye[2],
    cos * dx - sin * dz,
    dy,
    sin * dx + cos * dz,
  );
  return t >= 0 && t < length - TOUCHES_M - OWN_SURFACE_M;
}

/** A place on the subject's own edge is met a little before it. */
const OWN_SURFACE_M = 0.05;

/** Cosine from which a place is hidden: an edge is still seen when its middle looks a little backwards. */
const TURNED_AWAY = -0.4;

/** Cosine of the angle between a surface and the line to the camera. */
function facing(normal: Point, eye: Point, at: Point): number {
  const d = [eye[0] - at[0], eye[1] - at[1], eye[2] - at[2]] as const;
  return (normal[0] * d[0] + normal[1] * d[1] + normal[2] * d[2]) / Math.hypot(...d);
}

const SEARCH = 0.06;
const SEARCH_STEPS = 4;
/** A place is left where it was expected unless another matches better by so much. */
const WORTH = 0.03;

/**
 * Marks found in a frame: round the place where each probe is expected, the place whose colour is nearest to what the plan says and which is
 * evenly lit. People stand a little beside where they were planned.
 */
export function foundMarks(look: Look, frame: FramePixels): Mark[] {
  const expected = expectedMarks(look, frame.width, frame.height);
  const readings = new Map(
    evaluate(lookAtMarks(look, expected, frame.width, frame.height)).probes.map((reading) => [reading.id, reading]),
  );
  const aspect = frame.width / frame.height;
  return expected.map((mark) => {
    const wanted = readings.get(mark.probe)!;
    const cost = (patch: Patch) => {
      const coloured = Math.min(1, wanted.chroma / 0.05);
      const hue = (coloured * Math.abs(hueDifferenceDeg(wanted.hueDeg, patch.hueDeg))) / 180;
      const away = Math.hypot((patch.x - mark.x) * aspect, patch.y - mark.y);
      return hue + Math.abs(patch.chroma - wanted.chroma) + 0.3 * Math.abs(patch.lightness - wanted.lightness) + 0.5 * away;
    };
    const start = measurePatch(frame, mark);
    let best = { patch: start, cost: cost(start) - WORTH };
    for (let i = -SEARCH_STEPS; i <= SEARCH_STEPS; i++)
      for (let j = -SEARCH_STEPS; j <= SEARCH_STEPS; j++) {
        const x = mark.x + ((i / SEARCH_STEPS) * SEARCH) / aspect;
        const y = mark.y + (j / SEARCH_STEPS) * SEARCH;
        if (x < 0 || y < 0 || x > 1 || y > 1) continue;
        const patch = measurePatch(frame, { probe: mark.probe, x, y });
        const found = cost(patch);
        if (found < best.cost) best = { patch, cost: found };
      }
    return { probe: mark.probe, x: best.patch.x, y: best.patch.y };
  });
}
