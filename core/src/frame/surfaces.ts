import type { Look } from '../look/schema';
import { BACKDROP, BUST_HIGH, BUST_LOW, bustDistance, bustMaterial, FLOOR, partDistance, WALL } from './bust';
import { bustGrid, gridDistance } from './grid';
import type { View } from './view';

/** What every pixel sees: place, direction of the surface, material, and how open it lies. Cached per view and subject. */
export interface Surfaces {
  readonly width: number;
  readonly height: number;
  /** x, y, z of every pixel in the room, m. */
  readonly place: Float32Array;
  readonly normal: Float32Array;
  /** Index into `MATERIALS_OF_FRAME`. */
  readonly material: Uint8Array;
  /** 1 in the open, towards 0 in a hollow: how much of the light of the room comes in. */
  readonly open: Float32Array;
  /** Pixels on an outline, to be smoothed: where material or depth changes. */
  readonly edges: Uint32Array;
  /** The subject's middle and turn, for what is computed on it later. */
  readonly faceHeightM: number;
  readonly turn: readonly [cos: number, sin: number];
}

/** What decides the surfaces of a picture, as a key for caches. */
export function surfacesKey(look: Pick<Look, 'camera' | 'subject' | 'backdrop' | 'room'>, width: number, height: number): string {
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  const { faceHeightM, turnDeg } = look.subject;
  const { widthM, distanceM: backM } = look.backdrop;
  const { room } = look;
  return JSON.stringify([
    width,
    height,
    focalMm,
    sensorWidthMm,
    sensorHeightMm,
    distanceM,
    faceHeightM,
    turnDeg,
    widthM,
    backM,
    room.widthM,
    room.depthM,
    room.heightM,
  ]);
}

const HIT_M = 0.0006;
const MOST_STEPS = 110;
/** Where the coarse grid says less than this, the exact distance is asked. */
const NEAR_M = 0.015;

/** Finds what every pixel of a view sees. */
export function findSurfaces(look: Pick<Look, 'subject' | 'backdrop' | 'room'>, view: View): Surfaces {
  const { width, height, eye, right, up, forward, halfWidth, halfHeight } = view;
  const pixels = width * height;
  const place = new Float32Array(3 * pixels);
  const normal = new Float32Array(3 * pixels);
  const material = new Uint8Array(pixels);
  const open = new Float32Array(pixels).fill(1);
  const angle = (look.subject.turnDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const face = look.subject.faceHeightM;
  const grid = bustGrid();
  const back = -look.backdrop.distanceM;
  const halfRoom = look.room.widthM / 2;
  const halfBackdrop = look.backdrop.widthM / 2;
  // The eye in the bust's own axes.
  const ex = cos * eye[0] - sin * eye[2];
  const ey = eye[1] - face;
  const ez = sin * eye[0] + cos * eye[2];
  for (let j = 0; j < height; j++) {
    const v = (1 - (2 * (j + 0.5)) / height) * halfHeight;
    for (let i = 0; i < width; i++) {
      const u = ((2 * (i + 0.5)) / width - 1) * halfWidth;
      let dx = forward[0] + u * right[0] + v * up[0];
      let dy = forward[1] + u * right[1] + v * up[1];
      let dz = forward[2] + u * right[2] + v * up[2];
      const length = Math.sqrt(dx * dx + dy * dy + dz * dz);
      dx /= length;
      dy /= length;
      dz /= length;
      const p = j * width + i;
      const bx = cos * dx - sin * dz;
      const bz = sin * dx + cos * dz;
      const t = marchBust(grid, ex, ey, ez, bx, dy, bz);
      if (t > 0) {
        const x = ex + t * bx;
        const y = ey + t * dy;
        const z = ez + t * bz;
        material[p] = bustMaterial(x, y, z);
        // Four corners of a tetrahedron give the slope.
        const e = 0.0006;
        const m = material[p]!;
        const a = partDistance(m, x + e, y - e, z - e);
        const b = partDistance(m, x - e, y - e, z + e);
        const c = partDistance(m, x - e, y + e, z - e);
        const d = partDistance(m, x + e, y + e, z + e);
        let nx = a - b - c + d;
        let ny = c - a - b + d;
        let nz = b - a - c + d;
        const n = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
        nx /= n;
        ny /= n;
        nz /= n;
        open[p] = openness(grid, x, y, z, nx, ny, nz);
        place[3 * p] = eye[0] + t * dx;
        place[3 * p + 1] = eye[1] + t * dy;
        place[3 * p + 2] = eye[2] + t * dz;
        normal[3 * p] = cos * nx + sin * nz;
        normal[3 * p + 1] = ny;
        normal[3 * p + 2] = -sin * nx + cos * nz;
        continue;
      }
      roomSurface(p, eye, dx, dy, dz, back, halfRoom, halfBackdrop, look.room.heightM, place, normal, material);
    }
  }
  const edges = edgesOf(width, height, material, place, normal);
  return { width, height, place, normal, material, open, edges, faceHeightM: face, turn: [cos, sin] };
}

/** Way along a ray to the bust, or -1. Coarse steps by the grid, the last ones exact. */
export function marchBust(
  grid: ReturnType<typeof bustGrid>,
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
): number {
  const [near, far] = boxSpan(ox, oy, oz, dx, dy, dz);
  if (!(far > near)) return -1;
  let t = Math.max(0, near);
  for (let step = 0; step < MOST_STEPS && t < far; step++) {
    const x = ox + t * dx;
    const y = oy + t * dy;
    const z = oz + t * dz;
    const coarse = gridDistance(grid, x, y, z);
    if (coarse > NEAR_M) {
      t += coarse - 0.5 * NEAR_M;
      continue;
    }
    const d = bustDistance(x, y, z);
    if (d < HIT_M) return t;
    t += Math.max(d * 0.88, 0.0007);
  }
  return -1;
}

const span: [number, number] = [0, 0];

/** Where a ray is inside the bust's bounds, widened by `margin` on every side. */
export function boxSpan(
  ox: number,
  oy: number,
  oz: number,
  dx: number,
  dy: number,
  dz: number,
  margin = 0,
): readonly [number, number] {
  let near = -Infinity;
  let far = Infinity;
  for (let a = 0; a < 3; a++) {
    const o = a === 0 ? ox : a === 1 ? oy : oz;
    const d = a === 0 ? dx : a === 1 ? dy : dz;
    const low = BUST_LOW[a as 0] - margin - o;
    const high = BUST_HIGH[a as 0] + margin - o;
    if (Math.abs(d) < 1e-9) {
      if (low > 0 || high < 0) far = -Infinity;
      continue;
    }
    const t0 = low / d;
    const t1 = high / d;
    near = Math.max(near, Math.min(t0, t1));
    far = Math.min(far, Math.max(t0, t1));
  }
  span[0] = near;
  span[1] = far;
  return span;
}

/** Openness by a few steps along the normal: what is nearer than it should be closes. */
function openness(
  grid: ReturnType<typeof bustGrid>,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): number {
  let closed = 0;
  let weight = 1;
  for (let k = 1; k <= 5; k++) {
    const h = 0.006 + 0.016 * k;
    closed += weight * Math.max(0, h - gridDistance(grid, x + h * nx, y + h * ny, z + h * nz));
    weight *= 0.72;
  }
  return Math.min(1, Math.max(0.12, 1 - 4.2 * closed));
}

function roomSurface(
  p: number,
  eye: readonly [number, number, number],
  dx: number,
  dy: number,
  dz: number,
  back: number,
  halfRoom: number,
  halfBackdrop: number,
  roomHeight: number,
  place: Float32Array,
  normal: Float32Array,
  material: Uint8Array,
): void {
  let t = dz < -1e-6 ? (back - eye[2]) / dz : Infinity;
  let kind = BACKDROP;
  let [nx, ny, nz] = [0, 0, 1];
  const take = (way: number, what: number, x: number, y: number, z: number) => {
    if (way > 0 && way < t) [t, kind, nx, ny, nz] = [way, what, x, y, z];
  };
  if (dy < -1e-6) take((0 - eye[1]) / dy, FLOOR, 0, 1, 0);
  if (dy > 1e-6) take((roomHeight - eye[1]) / dy, WALL, 0, -1, 0);
  if (dx < -1e-6) take((-halfRoom - eye[0]) / dx, WALL, 1, 0, 0);
  if (dx > 1e-6) take((halfRoom - eye[0]) / dx, WALL, -1, 0, 0);
  if (!Number.isFinite(t)) t = 50;
  const x = eye[0] + t * dx;
  if (kind === BACKDROP && Math.abs(x) > halfBackdrop) kind = WALL;
  material[p] = kind;
  place[3 * p] = x;
  place[3 * p + 1] = eye[1] + t * dy;
  place[3 * p + 2] = eye[2] + t * dz;
  normal[3 * p] = nx;
  normal[3 * p + 1] = ny;
  normal[3 * p + 2] = nz;
}

const DEPTH_STEP_M = 0.02;

/** Pixels whose right or lower neighbour belongs to something else, and those neighbours. */
function edgesOf(width: number, height: number, material: Uint8Array, place: Float32Array, normal: Float32Array): Uint32Array {
  const edge = new Uint8Array(width * height);
  const compare = (p: number, q: number) => {
    const turns =
      normal[3 * p]! * normal[3 * q]! + normal[3 * p + 1]! * normal[3 * q + 1]! + normal[3 * p + 2]! * normal[3 * q + 2]! < 0.4;
    if (material[p] !== material[q] || Math.abs(place[3 * p + 2]! - place[3 * q + 2]!) > DEPTH_STEP_M || turns)
      edge[p] = edge[q] = 1;
  };
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const p = j * width + i;
      if (i + 1 < width) compare(p, p + 1);
      if (j + 1 < height) compare(p, p + width);
    }
  const list: number[] = [];
  for (let j = 1; j < height - 1; j++) for (let i = 1; i < width - 1; i++) if (edge[j * width + i]) list.push(j * width + i);
  return Uint32Array.from(list);
}

/** Softens outlines: a pixel on one takes half of its value from its four neighbours. */
export function smoothEdges(rgba: Uint8ClampedArray, { width, edges }: Pick<Surfaces, 'width' | 'edges'>): void {
  const smooth = new Uint8ClampedArray(3 * edges.length);
  edges.forEach((p, e) => {
    for (let c = 0; c < 3; c++) {
      const around = rgba[4 * (p - 1) + c]! + rgba[4 * (p + 1) + c]! + rgba[4 * (p - width) + c]! + rgba[4 * (p + width) + c]!;
      smooth[3 * e + c] = 0.5 * rgba[4 * p + c]! + 0.125 * around;
    }
  });
  edges.forEach((p, e) => {
    for (let c = 0; c < 3; c++) rgba[4 * p + c] = smooth[3 * e + c]!;
  });
}
