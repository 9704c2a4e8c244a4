import { groupsSeen, HAIR_FIGURES, hairFromSurround, SENT_COLOURS, type SurroundLight } from './surround-light';
import type { Point } from '../document/schema';
import { liftOf } from './seen-share';
import { toRoom, turnToRoom, type Stage } from './stage';
import { kept } from '../kept';

/**
 * What a subject and the places round it see of the surround: at vertices of the mesh that casts its shadows, and for hair on a grid, both in its own axes.
 * The same for all lamps and views, so that it is kept as long as the subject stands.
 */

/** Cells of the grid for hair, and those that one vertex speaks for, m. */
const [CELL_M, SURFACE_CELL_M] = [0.045, 0.02];
const MARGIN = 2;
const ROW = 1024;

/** Shares of the groups, as they are asked for; null at corners of the grid where nothing is seen, as inside the subject. */
export interface SurroundSeen {
  readonly stage: Stage;
  /** Vertices that are asked, by cells of a grid. */
  readonly asked: ReadonlyMap<number, readonly number[]>;
  readonly vertices: Map<number, Uint8Array>;
  readonly corners: Map<number, Uint8Array | null>;
}

const known = kept<SurroundSeen>(4);

export function surroundSeen(stage: Stage): SurroundSeen {
  return known(stage.key, () => ({ stage, asked: askedVertices(stage), vertices: new Map(), corners: new Map() }));
}

function surfaceCell({ shade }: Pick<Stage, 'shade'>, x: number, y: number, z: number): number {
  const at = (w: number, c: 0 | 1 | 2) => Math.floor((w - shade.low[c]) / SURFACE_CELL_M) + 16;
  return (at(x, 0) * ROW + at(y, 1)) * ROW + at(z, 2);
}

/** One vertex of the mesh for each cell and eighth of the directions. */
function askedVertices(stage: Stage): Map<number, number[]> {
  const { mesh, normal } = stage.shade;
  const p = mesh.position;
  const out = new Map<number, number[]>();
  const taken = new Set<number>();
  for (let v = 0; 3 * v < p.length; v++) {
    const key = surfaceCell(stage, p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!);
    const eighth = [0, 1, 2].reduce((sum, c) => 2 * sum + (normal[3 * v + c]! > 0 ? 1 : 0), 0);
    if (taken.has(8 * key + eighth)) continue;
    taken.add(8 * key + eighth);
    const cell = out.get(key);
    if (cell) cell.push(v);
    else out.set(key, [v]);
  }
  return out;
}

/** Shares of the groups that a vertex of the shade's mesh sees. */
function seenFromVertex({ stage, vertices }: SurroundSeen, v: number): Uint8Array {
  let found = vertices.get(v);
  if (!found) {
    const { mesh, normal, surface } = stage.shade;
    const at = (values: Float32Array): Point => [values[3 * v]!, values[3 * v + 1]!, values[3 * v + 2]!];
    found = new Uint8Array(stage.surround.groups.count);
    groupsSeen(found, 0, stage, ...toRoom(stage, at(mesh.position)), ...turnToRoom(stage, at(normal)), liftOf(surface[v]!));
    vertices.set(v, found);
  }
  return found;
}

const NEAREST = 3;
/** Vertices of the other side of an edge are not near: directions differ by more than this cosine. */
const LEAST_COSINE = 0.3;
/** How far from a place another vertex counts half as much as one right on it, m. */
const SOFT_M = 0.002;
/** How many cells off are looked at where none is nearer. */
const MOST_REACH = 8;
const nearest = new Uint32Array(NEAREST);
const distances = new Float64Array(NEAREST);
let sums = new Float64Array(0);

/** Shares of the groups at a place on the subject with a direction, in its own axes, between the vertices near it: into `out`, from `from` on. */
export function seenOnSubject(
  seen: SurroundSeen,
  out: Uint8Array,
  from: number,
  x: number,
  y: number,
  z: number,
  nx: number,
  ny: number,
  nz: number,
): void {
  const { count } = seen.stage.surround.groups;
  if (sums.length !== count) sums = new Float64Array(count);
  sums.fill(0);
  findNearest(seen, x, y, z, nx, ny, nz);
  let whole = 0;
  for (let k = 0; k < NEAREST; k++) {
    if (distances[k] === Infinity) continue;
    const share = 1 / (Math.sqrt(distances[k]!) + SOFT_M);
    const one = seenFromVertex(seen, nearest[k]!);
    whole += share;
    for (let g = 0; g < count; g++) sums[g]! += share * one[g]!;
  }
  if (whole > 0) for (let g = 0; g < count; g++) out[from + g] = sums[g]! / whole + 0.5;
}

/** The three vertices that are asked next to a place, of like direction where there are any. */
function findNearest({ stage, asked }: SurroundSeen, x: number, y: number, z: number, nx: number, ny: number, nz: number): void {
  const { mesh, normal: n } = stage.shade;
  const p = mesh.position;
  distances.fill(Infinity);
  const middle = surfaceCell(stage, x, y, z);
  for (let reach = 1; reach <= MOST_REACH && distances[0] === Infinity; reach *= 2)
    for (let i = -reach; i <= reach; i++)
      for (let j = -reach; j <= reach; j++)
        for (let k = -reach; k <= reach; k++)
          for (const v of asked.get(middle + (i * ROW + j) * ROW + k) ?? NONE) {
            const q = 3 * v;
            if (reach < MOST_REACH && nx * n[q]! + ny * n[q + 1]! + nz * n[q + 2]! < LEAST_COSINE) continue;
            keepNearest(v, (p[q]! - x) ** 2 + (p[q + 1]! - y) ** 2 + (p[q + 2]! - z) ** 2);
          }
}

const NONE: readonly number[] = [];

function keepNearest(v: number, d: number): void {
  let k = NEAREST;
  while (k > 0 && d < distances[k - 1]!) k--;
  if (k === NEAREST) return;
  distances.copyWithin(k + 1, k);
  nearest.copyWithin(k + 1, k);
  distances[k] = d;
  nearest[k] = v;
}

/** Eight corners round a place in the subject's own axes, by their numbers, and the share of each: into `keys` and `shares`. */
function cornersRound({ stage }: SurroundSeen, keys: Float64Array, shares: Float64Array, x: number, y: number, z: number): void {
  const { low } = stage.shade;
  const a = (x - low[0]) / CELL_M + MARGIN;
  const b = (y - low[1]) / CELL_M + MARGIN;
  const c = (z - low[2]) / CELL_M + MARGIN;
  const [i, j, k] = [a | 0, b | 0, c | 0];
  const [u, v, w] = [a - i, b - j, c - k];
  for (let m = 0; m < 8; m++) {
    keys[m] = ((i + (m & 1)) * ROW + j + ((m >> 1) & 1)) * ROW + k + (m >> 2);
    shares[m] = (m & 1 ? u : 1 - u) * (m & 2 ? v : 1 - v) * (m & 4 ? w : 1 - w);
  }
}

/** The place of a corner in the room. */
function placeOfCorner({ stage }: SurroundSeen, key: number): [number, number, number] {
  const { low } = stage.shade;
  const at = [Math.floor(key / ROW / ROW), Math.floor(key / ROW) % ROW, key % ROW];
  return toRoom(stage, at.map((n, c) => low[c]! + (n - MARGIN) * CELL_M) as [number, number, number]) as [number, number, number];
}

/** What a corner sees of the groups; null where that is nothing. */
function seenFromCorner(cells: SurroundSeen, key: number): Uint8Array | null {
  let found = cells.corners.get(key);
  if (found === undefined) {
    const all = new Uint8Array(cells.stage.surround.groups.count);
    groupsSeen(all, 0, cells.stage, ...placeOfCorner(cells, key), 0, 0, 0, 0);
    cells.corners.set(key, (found = all.some((share) => share > 0) ? all : null));
  }
  return found;
}

const [eight, parts] = [new Float64Array(8), new Float64Array(8)];
/** Corners with less than this share of a place are not asked. */
const LEAST_PART = 0.02;
/** What comes to corners of the grid of a lamp's light that hair takes, as it is asked for. */
const litCorners = new WeakMap<SurroundLight, Map<number, Float64Array | null>>();

function litCorner(cells: SurroundSeen, light: SurroundLight, key: number): Float64Array | null {
  let lit = litCorners.get(light);
  if (!lit) litCorners.set(light, (lit = new Map()));
  let found = lit.get(key);
  if (found === undefined) {
    const seen = seenFromCorner(cells, key);
    found = seen ? new Float64Array(HAIR_FIGURES * SENT_COLOURS) : null;
    if (found) hairFromSurround(found, light, cells.stage, seen!, ...placeOfCorner(cells, key));
    lit.set(key, found);
  }
  return found;
}

/**
 * Light of one lamp from the surround at a point of hair in the subject's own axes, between the corners round it: the figures of `hairFromSurround` into
 * `out`. False where nothing comes.
 */
export function hairBetween(
  cells: SurroundSeen,
  out: Float64Array,
  light: SurroundLight,
  x: number,
  y: number,
  z: number,
): boolean {
  out.fill(0);
  cornersRound(cells, eight, parts, x, y, z);
  let whole = 0;
  for (let m = 0; m < 8; m++) {
    const values = parts[m]! < LEAST_PART ? null : litCorner(cells, light, eight[m]!);
    if (!values) continue;
    const part = parts[m]!;
    whole += part;
    for (let i = 0; i < out.length; i++) out[i]! += part * values[i]!;
  }
  if (whole === 0) return false;
  for (let i = 0; i < out.length; i++) out[i]! /= whole;
  return true;
}
