import { inPicture } from '../../scene/framing';
import type { Look, Point } from '../../document/schema';
import { firstHit } from '../../figure/index';
import { stageOf, toSubject, type Stage } from '../../transport/stage';
import { placed } from '../../transport/zone-light';
import { viewOf } from '../../transport/view';
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

/** A place of the backdrop: it may be read anywhere near. */
export const isFlat = ({ body, surface }: Look['probes'][number]): boolean => body === 'none' && surface === 'backdrop';

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
