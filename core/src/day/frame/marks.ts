import { turnBetweenDeg } from '../../colour/hue';
import { evaluate } from '../../scene/evaluate';
import { inPicture } from '../../scene/in-view';
import type { Look, Point } from '../../document/schema';
import { firstHit } from '../../figure/index';
import { stageOf, toSubject, type Stage } from '../../transport/stage';
import { placed } from '../../transport/zone-light';
import { viewOf } from '../../transport/view';
import { measurePatch, type FramePixels, type Patch } from './measure';
import { type Mark } from '../../picture/patches';

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
function isHidden(stage: Stage, eye: Point, place: Point): boolean {
  const [from, to] = [toSubject(stage, eye), toSubject(stage, place)];
  const way = [to[0] - from[0], to[1] - from[1], to[2] - from[2]];
  const length = Math.hypot(...way);
  const met = firstHit(stage.shade.bvh, from, way, 1);
  return met !== null && met.t * length < length - TOUCHES_M - OWN_SURFACE_M;
}

/** A place on the subject's own edge is met a little before it. */
const OWN_SURFACE_M = 0.05;

/** Cosine from which a place is hidden: an edge is still seen when its middle looks a little backwards. */
const TURNED_AWAY = -0.5;

/** Cosine of the angle between a surface and the line to the camera. */
function facing(normal: Point, eye: Point, at: Point): number {
  const d = [eye[0] - at[0], eye[1] - at[1], eye[2] - at[2]] as const;
  return (normal[0] * d[0] + normal[1] * d[1] + normal[2] * d[2]) / Math.hypot(...d);
}

const SEARCH = 0.06;
const SEARCH_STEPS = 4;
/** A place is left where it was expected unless another matches better by so much. */
const WORTH = 0.06;
/** Places paler than this are not looked for by their hue. */
const SOUGHT_CHROMA = 0.05;

/**
 * Marks found in a frame: people stand a little beside where they were planned, so round the place where each coloured place is expected the one whose hue is
 * nearest to the plan is taken. Level does not count: how bright it came out is what is to be measured.
 */
export function foundMarks(look: Look, frame: FramePixels): Mark[] {
  const expected = expectedMarks(look, frame.width, frame.height);
  const readings = new Map(
    evaluate(lookAtMarks(look, expected, frame.width, frame.height)).probes.map((reading) => [reading.id, reading]),
  );
  const flat = new Set(look.probes.filter(isFlat).map(({ id }) => id));
  const aspect = frame.width / frame.height;
  return expected.map((mark) => {
    const wanted = readings.get(mark.probe)!;
    if (flat.has(mark.probe) || wanted.chroma < SOUGHT_CHROMA) return mark;
    const cost = (patch: Patch) => {
      const hue = patch.chroma < SOUGHT_CHROMA / 2 ? 1 : Math.abs(turnBetweenDeg(wanted.hueDeg, patch.hueDeg)) / 90;
      return hue + Math.hypot((patch.x - mark.x) * aspect, patch.y - mark.y);
    };
    let best = { patch: measurePatch(frame, mark), cost: 0 };
    best.cost = cost(best.patch) - WORTH;
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

/** Where the plan is read for marks of a frame: places of the subject where they were planned, those of the backdrop where the frame is read. */
export function planMarks(look: Look, marks: readonly Mark[], width: number, height: number): Mark[] {
  const expected = new Map(expectedMarks(look, width, height).map((mark) => [mark.probe, mark]));
  const flat = new Set(look.probes.filter(isFlat).map(({ id }) => id));
  return marks.map((mark) => (flat.has(mark.probe) ? mark : (expected.get(mark.probe) ?? mark)));
}
