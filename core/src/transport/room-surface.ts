import type { Board, Look } from '../document/schema';
import { tableOf } from '../figure/index';
import { MATERIAL } from '../figure/materials';
import { PAPER_BEFORE_M } from './surround';

/** What stands round the subject, as planes and one curve, made ready for many rays. */
export interface RoomShape {
  readonly backM: number;
  readonly halfRoomM: number;
  readonly heightM: number;
  readonly halfBackdropM: number;
  readonly type: Look['backdrop']['type'];
  /** Radius of the curve in which paper runs out onto the floor, m. */
  readonly curveM: number;
  readonly table: { readonly topM: number; readonly halfWidthM: number; readonly halfDepthM: number } | null;
  readonly boards: readonly Board[];
}

export function roomShape(look: Pick<Look, 'backdrop' | 'room' | 'boards' | 'subject'>): RoomShape {
  const { backdrop, room, subject } = look;
  const table = tableOf(subject);
  return {
    backM: -backdrop.distanceM,
    halfRoomM: room.widthM / 2,
    heightM: room.heightM,
    halfBackdropM: backdrop.type === 'wall' ? room.widthM / 2 : backdrop.widthM / 2,
    type: backdrop.type,
    curveM: Math.min(0.5, backdrop.distanceM / 2),
    table: table ? { ...table, topM: subject.faceHeightM + table.topM } : null,
    boards: look.boards,
  };
}

/** Where a ray ends in the room. Filled anew by every call of `meetRoom`. */
export interface Met {
  t: number;
  material: number;
  nx: number;
  ny: number;
  nz: number;
}

/** Finds what a ray meets first in the room, the subject apart. */
export function meetRoom(
  shape: RoomShape,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  met: Met,
): void {
  const { backM, halfRoomM, heightM, halfBackdropM, type, curveM, table, boards } = shape;
  met.t = 50;
  met.material = MATERIAL.wall;
  [met.nx, met.ny, met.nz] = [0, 0, 1];
  const take = (t: number, material: number, nx: number, ny: number, nz: number) => {
    if (t <= 1e-4 || t >= met.t) return;
    met.t = t;
    met.material = material;
    met.nx = nx;
    met.ny = ny;
    met.nz = nz;
  };
  const paper = (x: number) => Math.abs(x) <= halfBackdropM;
  if (dz < -1e-6) {
    const t = (backM - oz) / dz;
    const x = ox + t * dx;
    take(t, type !== 'none' && paper(x) ? MATERIAL.backdrop : MATERIAL.wall, 0, 0, 1);
    if (type === 'cloth' && met.material === MATERIAL.backdrop) fold(met, x, oy + t * dy);
  }
  if (dy < -1e-6) {
    const t = -oy / dy;
    const [x, z] = [ox + t * dx, oz + t * dz];
    take(t, type === 'sweep' && paper(x) && z < PAPER_BEFORE_M ? MATERIAL.backdrop : MATERIAL.floor, 0, 1, 0);
  }
  if (dy > 1e-6) take((heightM - oy) / dy, MATERIAL.ceiling, 0, -1, 0);
  if (dx < -1e-6) take((-halfRoomM - ox) / dx, MATERIAL.wall, 1, 0, 0);
  if (dx > 1e-6) take((halfRoomM - ox) / dx, MATERIAL.wall, -1, 0, 0);
  if (type === 'sweep') curve(shape, curveM, ox, oy, oz, dx, dy, dz, met);
  if (table && dy < -1e-6) {
    const t = (table.topM - oy) / dy;
    if (Math.abs(ox + t * dx) <= table.halfWidthM && Math.abs(oz + t * dz) <= table.halfDepthM) take(t, MATERIAL.table, 0, 1, 0);
  }
  for (const board of boards) {
    const a = (board.yawDeg * Math.PI) / 180;
    const [nx, nz] = [Math.sin(a), Math.cos(a)];
    const along = nx * dx + nz * dz;
    if (Math.abs(along) < 1e-6) continue;
    const [bx, by, bz] = board.position;
    const t = (nx * (bx - ox) + nz * (bz - oz)) / along;
    const u = (ox + t * dx - bx) * nz - (oz + t * dz - bz) * nx;
    if (Math.abs(u) > board.widthM / 2 || Math.abs(oy + t * dy - by) > board.heightM / 2) continue;
    const side = along > 0 ? -1 : 1;
    take(t, board.finish === 'black' ? MATERIAL.flag : MATERIAL.card, side * nx, 0, side * nz);
  }
}

/** Paper rounds the corner between wall and floor: a quarter of a cylinder. */
function curve(
  { backM, halfBackdropM }: RoomShape,
  r: number,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  met: Met,
): void {
  const [cy, cz] = [r, backM + r];
  const a = dy * dy + dz * dz;
  const b = (oy - cy) * dy + (oz - cz) * dz;
  const c = (oy - cy) ** 2 + (oz - cz) ** 2 - r * r;
  const root = b * b - a * c;
  if (a < 1e-9 || root <= 0) return;
  const t = (-b + Math.sqrt(root)) / a;
  const [x, y, z] = [ox + t * dx, oy + t * dy, oz + t * dz];
  if (t <= 1e-4 || t >= met.t || y > cy || z > cz || Math.abs(x) > halfBackdropM) return;
  met.t = t;
  met.material = MATERIAL.backdrop;
  met.nx = 0;
  met.ny = (cy - y) / r;
  met.nz = (cz - z) / r;
}

/** Cloth hangs in slow, uneven folds: their slope, without their depth. */
function fold(met: Met, x: number, y: number): void {
  const slope =
    0.34 * Math.cos(13 * x + 0.7 * Math.sin(1.1 * y)) +
    0.2 * Math.cos(29 * x + 1.3 + 0.4 * Math.sin(2.3 * y)) +
    0.09 * Math.cos(61 * x);
  const n = Math.hypot(1, slope);
  met.nx = -slope / n;
  met.nz = 1 / n;
}
