/** Where the words of a plan stand: beside what they are of, never on each other. */

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** A label as it is wanted. What comes first is placed first. */
export interface Wish {
  readonly id: string;
  /** The place that it is of, px. */
  readonly at: readonly [x: number, y: number];
  readonly lines: readonly string[];
  /** Nearest that its middle may come to that place, px. */
  readonly from?: number;
  /** Where it is wanted of that place, degrees: 0 right, 90 below. */
  readonly towards?: number;
}

export interface Placed extends Box {
  readonly id: string;
  readonly lines: readonly string[];
  /** From the place to the label, where it stands too far off to be seen as its own; null otherwise. */
  readonly leader: readonly [x1: number, y1: number, x2: number, y2: number] | null;
}

/** Widths of the narrow cut at 12.5 px, px a letter, and the height of a line. */
const [LETTER_PX, LINE_PX] = [6.4, 15];
const GAP_PX = 2;
const LEADER_FROM_PX = 40;
const RINGS_PX = [0, 8, 18, 30, 44, 60, 78, 98, 120, 145, 175, 210, 250, 300, 360];
const TURNS = 32;

const meets = (a: Box, b: Box, gap = 0) =>
  a.x < b.x + b.w + gap && b.x < a.x + a.w + gap && a.y < b.y + b.h + gap && b.y < a.y + a.h + gap;

/** The size of a label, px. */
export const sizeOf = (lines: readonly string[]): { readonly w: number; readonly h: number } => ({
  w: Math.ceil(Math.max(...lines.map((line) => line.length)) * LETTER_PX),
  h: lines.length * LINE_PX,
});

/**
 * Places labels one after another, each at the free place nearest to what it is of: in rings about it, beginning where it is wanted. Labels never meet; `things` are
 * kept clear where there is room. One that finds no room at all is left out.
 */
export function layOut(wishes: readonly Wish[], things: readonly Box[], width: number, height: number): Placed[] {
  const placed: Placed[] = [];
  for (const wish of wishes) {
    const found =
      free(wish, placed, things, width, height) ?? free(wish, placed, [], width, height) ?? anywhere(wish, placed, width, height);
    if (found) placed.push(found);
  }
  return placed;
}

function free(
  { id, at: [x, y], lines, from = 16, towards = 90 }: Wish,
  placed: readonly Placed[],
  things: readonly Box[],
  width: number,
  height: number,
): Placed | null {
  const { w, h } = sizeOf(lines);
  for (const ring of RINGS_PX)
    for (let turn = 0; turn < TURNS; turn++) {
      // Where it is wanted first, then to both sides of that in turn.
      const deg = towards + (turn % 2 ? -1 : 1) * Math.ceil(turn / 2) * (360 / TURNS);
      const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
      // As far that the label's edge, not its middle, has the distance.
      const reach = from + ring;
      const [mx, my] = [x + c * (reach + w / 2), y + s * (reach + h / 2)];
      const box = { x: mx - w / 2, y: my - h / 2, w, h };
      if (box.x < 2 || box.y < 2 || box.x + w > width - 2 || box.y + h > height - 2) continue;
      if (placed.some((one) => meets(box, one, GAP_PX)) || things.some((one) => meets(box, one))) continue;
      return { ...box, id, lines, leader: leaderTo(box, x, y) };
    }
  return null;
}

const GRID_PX = 6;

/** The free place nearest to what a label is of, wherever on the plan. */
function anywhere({ id, at: [x, y], lines }: Wish, placed: readonly Placed[], width: number, height: number): Placed | null {
  const { w, h } = sizeOf(lines);
  let best: Box | null = null;
  const away = (box: Box) => Math.hypot(box.x + w / 2 - x, box.y + h / 2 - y);
  for (let bx = 2; bx + w <= width - 2; bx += GRID_PX)
    for (let by = 2; by + h <= height - 2; by += GRID_PX) {
      const box = { x: bx, y: by, w, h };
      if (best && away(box) >= away(best)) continue;
      if (!placed.some((one) => meets(box, one))) best = box;
    }
  return best && { ...best, id, lines, leader: leaderTo(best, x, y) };
}

function leaderTo(box: Box, x: number, y: number): Placed['leader'] {
  const nx = Math.min(box.x + box.w, Math.max(box.x, x));
  const ny = Math.min(box.y + box.h, Math.max(box.y, y));
  const away = Math.hypot(nx - x, ny - y);
  if (away < LEADER_FROM_PX) return null;
  const off = 16 / away;
  return [x + (nx - x) * off, y + (ny - y) * off, nx, ny];
}
