import type { Mark, PatchParts } from '../../picture/patches';
import type { Place } from './estimate';
import { inFrame, type Registration } from './registration';
import { squareAt, type Small } from './small';

/** Half of a cell's side, as a share of the picture's longer side: that of the squares that marks are read in. */
const CELL_HALF = 0.012;
/** From middle to middle, of the longer side. */
const CELL_STEP = 0.034;

/** A grid of places over a whole picture of this size: what a frame is held against the plan at. */
export function cellsOf(width: number, height: number): Mark[] {
  const longer = Math.max(width, height);
  const [nx, ny] = [width, height].map((side) => Math.max(1, Math.floor(side / (CELL_STEP * longer)))) as [number, number];
  return Array.from({ length: nx * ny }, (_, k) => ({
    probe: `${k % nx}-${Math.floor(k / nx)}`,
    x: ((k % nx) + 0.5) / nx,
    y: (Math.floor(k / nx) + 0.5) / ny,
  }));
}

/** Plan and frame read the same way at the same places; those that lie outside of either are left out. */
export function placesIn(
  plan: Small,
  frame: Small,
  cells: readonly Mark[],
  parts: readonly PatchParts[],
  lies: Registration,
  given: readonly Mark[] = [],
): Place[] {
  const half = CELL_HALF * Math.max(plan.width, plan.height);
  return cells.flatMap((cell, k): Place[] => {
    const mark = given.find(({ probe }) => probe === cell.probe);
    const at = mark ? ([mark.x, mark.y] as const) : inFrame(lies, [cell.x, cell.y]);
    const there = squareAt(plan, cell.x, cell.y, half);
    const here = squareAt(frame, at[0], at[1], half * lies.scale);
    return there && here ? [{ cell: k, at, parts: parts[k]!.lights, plan: there, frame: here, sure: mark !== undefined }] : [];
  });
}
