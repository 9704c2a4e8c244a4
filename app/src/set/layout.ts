import type { Look, Point } from '@fulgent/core/document';
import { onPlan, type OnPlan, type PlanSide, type PlanWindow } from '@fulgent/core/scene';

/** Metres to pixels of one plan. */
export interface Layout {
  readonly side: PlanSide;
  readonly scale: number;
  readonly at: (point: Point) => readonly [x: number, y: number];
  /** A place of the drawing, m, on the screen. */
  readonly px: (place: OnPlan) => readonly [x: number, y: number];
  /** What of the room is on the screen, m. */
  readonly window: PlanWindow;
  /** A movement on the screen as one in the room: what the plan does not show stays. */
  readonly moved: (point: Point, dx: number, dy: number) => Point;
  /** An aim moved about its light: 5 degrees and 5 cm at a time, as the plan shows it. */
  readonly turned: (from: Point, aim: Point, dx: number, dy: number) => Point;
}

const MARGIN_PX = 26;
const ROUND_M = 0.05;

/** Everything that has a place: it must fit on the plan. */
function extent(look: Look, side: PlanSide) {
  const { backdrop, camera, subject, lights, room } = look;
  const points: Point[] = [
    [-0.6, 0, 0],
    [0.6, subject.faceHeightM + 0.3, 0],
    [0, subject.faceHeightM, camera.distanceM + 0.2],
    [0, 0, -backdrop.distanceM - 0.2],
    ...lights.map(({ position }) => position),
  ];
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const zs = points.map(([, , z]) => z);
  const half = Math.max(Math.min(backdrop.widthM / 2, 1.6), ...xs.map(Math.abs)) + 0.25;
  if (side === 'top') return { left: -half, right: half, top: Math.min(...zs) - 0.1, bottom: Math.max(...zs) + 0.15 };
  const high = { top: -Math.min(room.heightM, Math.max(...ys) + 0.5), bottom: 0.1 };
  return side === 'side'
    ? { left: Math.min(...zs) - 0.1, right: Math.max(...zs) + 0.25, ...high }
    : { left: -half, right: half, ...high };
}

/** Fits a look's set into a plan of a size. */
export function layoutOf(
  look: Look,
  side: PlanSide,
  width: number,
  height: number,
  zoom = 1,
  pushed: readonly [number, number] = [0, 0],
): Layout {
  const { left, right, top, bottom } = extent(look, side);
  const scale = zoom * Math.min((width - 2 * MARGIN_PX) / (right - left), (height - 2 * MARGIN_PX) / (bottom - top));
  const [cx, cy] = [(left + right) / 2, (top + bottom) / 2];
  const px = ([u, v]: OnPlan) => [width / 2 + pushed[0] + (u - cx) * scale, height / 2 + pushed[1] + (v - cy) * scale] as const;
  const [midX, midY] = px([0, 0]);
  return {
    side,
    scale,
    at: (point) => px(onPlan(side, point)),
    px,
    window: { left: -midX / scale, right: (width - midX) / scale, top: -midY / scale, bottom: (height - midY) / scale },
    moved: ([x, y, z], dx, dy) => {
      const [mx, my] = [dx / scale, dy / scale];
      if (side === 'top') return [snap(x + mx), y, snap(z + my)];
      const high = Math.max(0.05, snap(y - my));
      return side === 'side' ? [x, high, snap(z + mx)] : [snap(x + mx), high, z];
    },
    turned: ([px, py, pz], [x, y, z], dx, dy) => {
      const [mx, my] = [dx / scale, dy / scale];
      const [u, v] =
        side === 'top' ? [x + mx - px, z + my - pz] : side === 'side' ? [z + mx - pz, y - my - py] : [x + mx - px, y - my - py];
      const radius = Math.max(0.2, snap(Math.hypot(u, v)));
      const angle = (Math.round((Math.atan2(v, u) * 180) / Math.PI / STEP_DEG) * STEP_DEG * Math.PI) / 180;
      const round = (value: number) => Number(value.toFixed(3));
      const [a, b] = [radius * Math.cos(angle), radius * Math.sin(angle)];
      if (side === 'top') return [round(px + a), y, round(pz + b)];
      return side === 'side' ? [x, round(py + b), round(pz + a)] : [round(px + a), round(py + b), z];
    },
  };
}

const STEP_DEG = 5;

/** The way from one place to another, as the plan from above shows it: 0 to the camera, 90 to the picture's right, to 5 degrees. */
export function bearing(from: Point, to: Point): number {
  const deg = (Math.atan2(to[0] - from[0], to[2] - from[2]) * 180) / Math.PI;
  return Math.round(deg / STEP_DEG) * STEP_DEG || 0;
}

/** Turn of what faces down the plan when it faces the camera, degrees clockwise on the screen. */
export const turnOnPlan = (turnDeg: number): number => -turnDeg;

/** To 5 cm. */
export function snap(metres: number): number {
  return Number((Math.round(metres / ROUND_M) * ROUND_M).toFixed(2));
}

/** The light carried round its aim to an angle, at its distance and height. */
export function carriedTo(position: Point, aim: Point, deg: number): Point {
  const radius = Math.hypot(position[0] - aim[0], position[2] - aim[2]);
  const a = (deg * Math.PI) / 180;
  const round = (v: number) => Number(v.toFixed(3));
  return [round(aim[0] + radius * Math.sin(a)), position[1], round(aim[2] + radius * Math.cos(a))];
}
