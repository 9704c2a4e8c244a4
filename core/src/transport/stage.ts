import { shadeOf, shapeOf, type Shade } from '../figure/index';
import { hairDepth } from '../figure/volume';
import { unposed } from '../figure/pose';
import { isInWay } from '../figure/rays';
import type { Board, Look, Point } from '../document/schema';
import { surroundOf, type Surround } from './surround';

/** What stands between lights and surfaces: the subject where it stands, and the boards. */
export interface Stage {
  readonly shade: Shade;
  /** Height of the subject's origin over the floor, m. */
  readonly originM: number;
  readonly turn: readonly [cos: number, sin: number];
  readonly boards: readonly Board[];
  /** Share of light that haze takes, 1/m. */
  readonly hazePerM: number;
  /** The large surfaces round the subject. */
  readonly surround: Surround;
  /** What decides all of it. */
  readonly key: string;
}

/** @throws FigureMissingError where the subject's parts are not at hand. */
export function stageOf(look: Pick<Look, 'subject' | 'boards' | 'air' | 'backdrop' | 'room'>): Stage {
  const { subject, boards, air } = look;
  const angle = (subject.turnDeg * Math.PI) / 180;
  const shade = shadeOf(shapeOf(subject));
  const surround = surroundOf(look);
  const { hazePerM } = air;
  return {
    shade,
    originM: subject.faceHeightM,
    turn: [Math.cos(angle), Math.sin(angle)],
    boards,
    hazePerM,
    surround,
    key: JSON.stringify([shade.key, subject.faceHeightM, subject.turnDeg, boards, hazePerM, surround.key]),
  };
}

/** A place of the room in the subject's own axes. */
export function toSubject({ originM, turn: [cos, sin] }: Pick<Stage, 'originM' | 'turn'>, [x, y, z]: Point): Point {
  return [cos * x - sin * z, y - originM, sin * x + cos * z];
}

/** A place in the subject's own axes in the room. */
export function toRoom({ originM, turn: [cos, sin] }: Pick<Stage, 'originM' | 'turn'>, [x, y, z]: Point): Point {
  return [cos * x + sin * z, y + originM, -sin * x + cos * z];
}

/** A direction of the room in the subject's own axes. */
export function turnToSubject({ turn: [cos, sin] }: Pick<Stage, 'turn'>, [x, y, z]: Point): Point {
  return [cos * x - sin * z, y, sin * x + cos * z];
}

/** A direction in the subject's own axes in the room. */
export function turnToRoom({ turn: [cos, sin] }: Pick<Stage, 'turn'>, [x, y, z]: Point): Point {
  return [cos * x + sin * z, y, -sin * x + cos * z];
}

const scratch = new Float64Array(6);
const CM_PER_M = 100;

/** Optical depth of the subject's hair along a stretch, in its own axes: a direction of length 1 and its length, m. */
export function hairOnWay(
  { hair }: Shade,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  lengthM: number,
): number {
  if (!hair) return 0;
  unposed(hair.posing, scratch, CM_PER_M * x, CM_PER_M * y, CM_PER_M * z, dx, dy, dz);
  const [a, b, c, u, v, w] = scratch as unknown as [number, number, number, number, number, number];
  return hairDepth(hair.volume, a, b, c, u, v, w, CM_PER_M * lengthM);
}

/** Share of light that comes along a straight stretch of the room past the subject: 0 where it stands in the way, less than 1 through its hair. */
export function pastSubject(stage: Stage, from: Point, to: Point): number {
  const { shade } = stage;
  const [x, y, z] = toSubject(stage, from);
  const [tx, ty, tz] = toSubject(stage, to);
  const [dx, dy, dz] = [tx - x, ty - y, tz - z];
  if (isInWay(shade.bvh, x, y, z, dx, dy, dz)) return 0;
  const d = Math.sqrt(dx * dx + dy * dy + dz * dz) || 1e-9;
  return Math.exp(-hairOnWay(shade, x, y, z, dx / d, dy / d, dz / d, d));
}
