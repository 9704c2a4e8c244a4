import { MOST_POINTS, type Drawn } from './record';

/** What is drawn on a frame, as lines to be painted: the same on the screen and in a file. */

export type PathPoint = readonly [x: number, y: number];

export interface Stroke {
  readonly points: readonly PathPoint[];
  readonly closed: boolean;
}

export interface Lettering {
  readonly x: number;
  readonly y: number;
  readonly text: string;
  /** Towards which side it runs from its place, so that it stays in the picture. */
  readonly anchor: 'start' | 'end';
}

/** Share of the longer side of the picture. */
const BARB = 0.03;
const BARB_DEG = 28;
const RING_POINTS = 48;
/** A ring that was only touched is this wide, as a share of the longer side. */
const SMALLEST_RING = 0.04;
const NOTE_GAP = 0.016;
const DOT = 0.006;

/** One drawn thing in a picture of `width` x `height`, in its pixels. */
export function paintOf(
  { kind, points, text }: Drawn,
  width: number,
  height: number,
): { readonly strokes: readonly Stroke[]; readonly letterings: readonly Lettering[] } {
  const long = Math.max(width, height);
  const placed = points.map(([x, y]): PathPoint => [x * width, y * height]);
  const [first, last] = [placed[0]!, placed.at(-1)!];
  /** Words to one side of a place, off what is drawn there. */
  const letter = ([x, y]: PathPoint, isLeft: boolean, off = 0): Lettering[] =>
    text ? [{ x: x + (isLeft ? -1 : 1) * (off + NOTE_GAP * long), y, text, anchor: isLeft ? 'end' : 'start' }] : [];
  const hasRoomLeft = ([x]: PathPoint) => x > 0.6 * width;
  switch (kind) {
    case 'line':
      return { strokes: [{ points: placed, closed: false }], letterings: letter(last, hasRoomLeft(last)) };
    case 'arrow':
      // Away from the head, where there is room.
      return {
        strokes: [{ points: [first, last], closed: false }, barbs(first, last, BARB * long)],
        letterings: letter(first, first[0] < last[0] ? first[0] > 0.3 * width : first[0] > 0.75 * width),
      };
    case 'ring': {
      const rx = Math.max(Math.abs(first[0] - last[0]), SMALLEST_RING * long) / 2;
      const ry = Math.max(Math.abs(first[1] - last[1]), SMALLEST_RING * long) / 2;
      const middle: PathPoint = [(first[0] + last[0]) / 2, (first[1] + last[1]) / 2];
      return { strokes: [ellipse(middle, rx, ry)], letterings: letter(middle, hasRoomLeft(middle), rx) };
    }
    case 'note':
      return { strokes: [ellipse(first, DOT * long, DOT * long)], letterings: letter(first, hasRoomLeft(first)) };
  }
}

function barbs(tail: PathPoint, head: PathPoint, length: number): Stroke {
  const back = Math.atan2(tail[1] - head[1], tail[0] - head[0]);
  const end = (deg: number): PathPoint => {
    const angle = back + (deg * Math.PI) / 180;
    return [head[0] + length * Math.cos(angle), head[1] + length * Math.sin(angle)];
  };
  return { points: [end(-BARB_DEG), head, end(BARB_DEG)], closed: false };
}

function ellipse([x, y]: PathPoint, rx: number, ry: number): Stroke {
  return {
    closed: true,
    points: Array.from({ length: RING_POINTS }, (_, i): PathPoint => {
      const angle = (2 * Math.PI * i) / RING_POINTS;
      return [x + rx * Math.cos(angle), y + ry * Math.sin(angle)];
    }),
  };
}

/**
 * A finger's path with fewer points: none of those left out lies further than `tolerance` from what is left (Douglas and Peucker 1973). The tolerance is
 * doubled until at most `MOST_POINTS` are left. The ends stay.
 */
export function thinned(path: readonly PathPoint[], tolerance = 0.002): PathPoint[] {
  if (path.length <= 2) return [...path];
  const keep = new Uint8Array(path.length);
  keep[0] = keep[path.length - 1] = 1;
  const spans: [number, number][] = [[0, path.length - 1]];
  while (spans.length > 0) {
    const [from, to] = spans.pop()!;
    let [furthest, at] = [tolerance, -1];
    for (let i = from + 1; i < to; i++) {
      const d = distanceToSegment(path[i]!, path[from]!, path[to]!);
      if (d > furthest) [furthest, at] = [d, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    spans.push([from, at], [at, to]);
  }
  const out = path.filter((_, i) => keep[i]);
  return out.length > MOST_POINTS ? thinned(path, 2 * tolerance) : out;
}

function distanceToSegment([x, y]: PathPoint, [ax, ay]: PathPoint, [bx, by]: PathPoint): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length2));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}
