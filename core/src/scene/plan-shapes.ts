import { contours } from 'd3-contour';
import { nearFieldRatio } from '../exposure/distance';
import type { Light, Look, Point } from '../document/schema';
import { emissionOf, faceSize, lightAxes } from '../transport/emission';
import { throwM } from '../transport/room';

/** What a plan draws of a set, in metres: the screen and the paper lay it out. */

/** From above, from the side with the camera to the right, or as the camera looks. */
export const PLAN_SIDES = ['top', 'side', 'front'] as const;
export type PlanSide = (typeof PLAN_SIDES)[number];
/** A place on a plan, m: to the right and down. */
export type OnPlan = readonly [u: number, v: number];

/** A place of the room as a plan shows it. */
export function onPlan(side: PlanSide, [x, y, z]: Point): OnPlan {
  if (side === 'top') return [x, z];
  return side === 'side' ? [z, -y] : [x, -y];
}

/** A lamp as it is seen from a side: the outline of its modifier, its front, and what is before it. */
export interface LampShape {
  /** From the small end round the front and back. */
  readonly body: readonly OnPlan[];
  readonly front: readonly OnPlan[];
  /** Cells of a grid. */
  readonly grid: readonly (readonly [OnPlan, OnPlan])[];
  /** Doors or blades, from the edge of the front outwards. */
  readonly doors: readonly (readonly [OnPlan, OnPlan])[];
}

/** The lamp's own body, m. */
const [BODY_HALF_M, BODY_M] = [0.07, 0.22];
const DEEPEST_M = 0.6;
const [GRID_M, DOOR_M] = [0.05, 0.18];
const CELLS = 5;

/** The outline of a light at its true size: a box tapers to its lamp, a tube and a bare face lie flat. */
export function lampShape(light: Pick<Light, 'position' | 'aim' | 'rollDeg' | 'modifier'>, side: PlanSide): LampShape {
  const { axis, right, up } = lightAxes(light);
  const { halfW, halfH } = faceSize(light.modifier);
  const from = (along: number, across: number, high: number): Point => [
    light.position[0] + along * axis[0] + across * right[0] + high * up[0],
    light.position[1] + along * axis[1] + across * right[1] + high * up[1],
    light.position[2] + along * axis[2] + across * right[2] + high * up[2],
  ];
  const flat = (along: number, across: number, high: number) => onPlan(side, from(along, across, high));
  // Of its width and its height, what is seen the longer from there.
  const lengthOf = ([[au, av], [bu, bv]]: readonly [OnPlan, OnPlan]) => Math.hypot(bu - au, bv - av);
  const wide = lengthOf([flat(0, -halfW, 0), flat(0, halfW, 0)]) >= lengthOf([flat(0, 0, -halfH), flat(0, 0, halfH)]);
  const half = wide ? halfW : halfH;
  const edge = (along: number, share: number) => (wide ? flat(along, share * half, 0) : flat(along, 0, share * half));
  const at = (along: number, metres: number) => edge(along, half > 0 ? metres / half : 0);
  const depth = light.modifier.face.kind === 'tube' ? 0.04 : Math.min(DEEPEST_M, Math.max(BODY_M, 0.8 * half));
  const small = Math.min(BODY_HALF_M, half);
  const isBoxed = half > small * 1.5 && light.modifier.face.kind !== 'tube';
  const { gridDeg, cut } = light.modifier;
  const doorsOf = cut ? [wide ? -cut.leftDeg : -cut.bottomDeg, wide ? cut.rightDeg : cut.topDeg] : [];
  return {
    body: isBoxed
      ? [at(-depth, -small), edge(0, -1), edge(0, 1), at(-depth, small)]
      : [edge(-depth, -1), edge(0, -1), edge(0, 1), edge(-depth, 1)],
    front: [edge(0, -1), edge(0, 1)],
    grid:
      gridDeg === null
        ? []
        : Array.from({ length: CELLS + 1 }, (_, i) => {
            const share = (2 * i) / CELLS - 1;
            return [edge(0, share), edge(GRID_M, share)] as const;
          }),
    doors: doorsOf.map((deg) => {
      const share = Math.sign(deg) || 1;
      const a = (Math.min(80, Math.abs(deg)) * Math.PI) / 180;
      return [edge(0, share), at(DOOR_M * Math.cos(a), share * (half + DOOR_M * Math.sin(a)))] as const;
    }),
  };
}

/** Where a light gives so many whole stops more or less than at its aim. */
export interface ExposureLine {
  readonly stops: number;
  readonly rings: readonly (readonly OnPlan[])[];
}

/** What of a plan is looked at, m. */
export interface PlanWindow {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const CELLS_ACROSS = 90;
const [LOWEST, HIGHEST] = [-4, 4];
const DARKEST = -20;

/**
 * Lines of equal exposure of a light by itself, in whole stops from its aim, over the plane of the plan through its aim: incident light before
 * anything that stands in its way, with the size of its face, its beam, grid and blades. Empty for a light at its own aim.
 */
export function exposureLines(light: Light, side: PlanSide, { left, right, top, bottom }: PlanWindow): readonly ExposureLine[] {
  const [width, height] = [right - left, bottom - top];
  const far = throwM(light);
  if (!(width > 0 && height > 0 && far > 0.05)) return [];
  const cell = Math.max(width, height) / CELLS_ACROSS;
  const [n, m] = [Math.ceil(width / cell) + 1, Math.ceil(height / cell) + 1];
  const { towards } = emissionOf(light);
  const { face } = light.modifier;
  const { position, aim } = light;
  const level = (point: Point) => {
    const [dx, dy, dz] = [point[0] - position[0], point[1] - position[1], point[2] - position[2]];
    const d = Math.max(0.05, Math.hypot(dx, dy, dz));
    return (towards(dx / d, dy / d, dz / d) * nearFieldRatio(face, d)) / (d * d);
  };
  const atAim = level(aim);
  if (!(atAim > 0)) return [];
  const inRoom = (u: number, v: number): Point => {
    if (side === 'top') return [u, aim[1], v];
    return side === 'side' ? [aim[0], -v, u] : [u, -v, aim[2]];
  };
  const values = Array.from({ length: n * m }, (_, i) => {
    const share = level(inRoom(left + (i % n) * cell, top + Math.floor(i / n) * cell)) / atAim;
    return share > 0 ? Math.max(DARKEST, Math.log2(share)) : DARKEST;
  });
  const levels = Array.from({ length: HIGHEST - LOWEST + 1 }, (_, i) => LOWEST + i);
  return contours()
    .size([n, m])
    .thresholds(levels)(values)
    .map(({ value, coordinates }) => ({
      stops: value,
      // A sample lies in the middle of its cell.
      rings: coordinates.flatMap((polygon) =>
        polygon.map((ring) => ring.map(([x, y]): OnPlan => [left + (x! - 0.5) * cell, top + (y! - 0.5) * cell])),
      ),
    }))
    .filter(({ rings }) => rings.length > 0);
}

/** The corners of the room as a plan shows them. */
export function roomWindow({ room, backdrop }: Pick<Look, 'room' | 'backdrop'>, side: PlanSide): PlanWindow {
  const back = -backdrop.distanceM - 0.05;
  const across = { left: -room.widthM / 2, right: room.widthM / 2 };
  if (side === 'top') return { ...across, top: back, bottom: back + room.depthM };
  const high = { top: -room.heightM, bottom: 0 };
  return side === 'side' ? { left: back, right: back + room.depthM, ...high } : { ...across, ...high };
}

/** Where a light stands round the subject: 0 before it, 180 behind, to the picture's right or left. */
export function roundOf(light: { readonly position: Point; readonly aim: Point }): {
  readonly deg: number;
  readonly side: 'L' | 'R' | '';
} {
  const deg = (Math.atan2(light.position[0] - light.aim[0], light.position[2] - light.aim[2]) * 180) / Math.PI;
  const size = Math.round(Math.abs(deg));
  return { deg, side: size === 0 || size === 180 ? '' : deg > 0 ? 'R' : 'L' };
}
