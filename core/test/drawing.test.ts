import fc from 'fast-check';
import { frameNotesSchema, MOST_POINTS, NO_NOTES, paintOf, thinned, upgradeNotes, type Drawn, type PathPoint } from '../src/day';

const drawn = (kind: Drawn['kind'], points: [number, number][], text = ''): Drawn => ({ kind, points, text });

/** Distance from a point to the nearest part of a path, by a dense walk along it. */
function off([x, y]: PathPoint, path: readonly PathPoint[]): number {
  let least = Infinity;
  for (let i = 1; i < path.length; i++)
    for (let k = 0; k <= 400; k++) {
      const t = k / 400;
      const [ax, ay] = path[i - 1]!;
      const [bx, by] = path[i]!;
      least = Math.min(least, Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay)));
    }
  return least;
}

describe('a finger’s path, thinned', () => {
  const unit = fc.double({ min: 0, max: 1, noNaN: true });
  const paths = fc.array(fc.tuple(unit, unit), { minLength: 1, maxLength: 60 });

  it('keeps its ends and stays within its tolerance of every point', () => {
    fc.assert(
      fc.property(paths, (path) => {
        const out = thinned(path, 0.01);
        expect(out[0]).toEqual(path[0]);
        expect(out.at(-1)).toEqual(path.at(-1));
        if (out.length > 1) for (const point of path) expect(off(point, out)).toBeLessThan(0.0125);
      }),
      { numRuns: 60 },
    );
  });

  it('makes two points of a straight line and few of a long scribble', () => {
    const line = Array.from({ length: 300 }, (_, i): PathPoint => [i / 299, 0.2 + i / 600]);
    expect(thinned(line)).toHaveLength(2);
    const scribble = Array.from({ length: 5000 }, (_, i): PathPoint => [(i * 0.61803) % 1, (i * 0.41421) % 1]);
    expect(thinned(scribble).length).toBeLessThanOrEqual(MOST_POINTS);
    const quarter = Array.from({ length: 400 }, (_, i): PathPoint => [Math.cos(i / 255), Math.sin(i / 255)]);
    expect(thinned(quarter, 0.001).length).toBeLessThan(40);
  });
});

describe('what is drawn', () => {
  it('lies where it was put, whatever the size of the picture', () => {
    for (const [width, height] of [
      [300, 375],
      [3000, 2000],
    ] as const) {
      const [shaft, barbs] = paintOf(
        drawn('arrow', [
          [0.2, 0.3],
          [0.7, 0.6],
        ]),
        width,
        height,
      ).strokes;
      expect(shaft!.points).toEqual([
        [0.2 * width, 0.3 * height],
        [0.7 * width, 0.6 * height],
      ]);
      expect(barbs!.points[1]).toEqual(shaft!.points[1]);
      // Both barbs are as long and lie behind the head.
      const [ax, ay] = shaft!.points[0]!;
      const [bx, by] = shaft!.points[1]!;
      for (const [x, y] of [barbs!.points[0]!, barbs!.points[2]!]) {
        expect(Math.hypot(x - bx, y - by)).toBeCloseTo(0.03 * Math.max(width, height), 6);
        expect((x - bx) * (ax - bx) + (y - by) * (ay - by)).toBeGreaterThan(0);
      }
      const [ring] = paintOf(
        drawn('ring', [
          [0.1, 0.2],
          [0.5, 0.4],
        ]),
        width,
        height,
      ).strokes;
      expect(ring!.closed).toBe(true);
      const xs = ring!.points.map(([x]) => x);
      const ys = ring!.points.map(([, y]) => y);
      expect([Math.min(...xs), Math.max(...xs)].map((x) => x / width)).toEqual([expect.closeTo(0.1, 6), expect.closeTo(0.5, 6)]);
      expect([Math.min(...ys), Math.max(...ys)].map((y) => y / height)).toEqual([expect.closeTo(0.2, 6), expect.closeTo(0.4, 6)]);
    }
  });

  it('gives a ring that was only touched a size to see', () => {
    const [ring] = paintOf(drawn('ring', [[0.5, 0.5]]), 400, 300).strokes;
    const xs = ring!.points.map(([x]) => x);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(16, 6);
  });

  it.each([
    ['note', [[0.1, 0.5]], 'start'],
    ['note', [[0.9, 0.5]], 'end'],
    [
      'ring',
      [
        [0.05, 0.4],
        [0.25, 0.6],
      ],
      'start',
    ],
    [
      'ring',
      [
        [0.75, 0.4],
        [0.95, 0.6],
      ],
      'end',
    ],
    [
      'line',
      [
        [0.9, 0.1],
        [0.2, 0.2],
      ],
      'start',
    ],
    [
      'arrow',
      [
        [0.5, 0.5],
        [0.8, 0.5],
      ],
      'end',
    ],
    [
      'arrow',
      [
        [0.5, 0.5],
        [0.2, 0.5],
      ],
      'start',
    ],
    [
      'arrow',
      [
        [0.1, 0.5],
        [0.4, 0.5],
      ],
      'start',
    ],
  ] as const)('writes beside a %s at %j, towards the middle or away from its head', (kind, points, anchor) => {
    const one = drawn(
      kind,
      points.map(([x, y]) => [x, y]),
      'less here',
    );
    const { letterings } = paintOf(one, 400, 500);
    expect(letterings).toEqual([expect.objectContaining({ text: 'less here', anchor })]);
    // Beside it, not on it.
    const { strokes } = paintOf(one, 400, 500);
    if (kind === 'ring') {
      const xs = strokes[0]!.points.map(([x]) => x);
      if (anchor === 'start') expect(letterings[0]!.x).toBeGreaterThan(Math.max(...xs));
      else expect(letterings[0]!.x).toBeLessThan(Math.min(...xs));
    }
    expect(paintOf({ ...one, text: '' }, 400, 500).letterings).toEqual([]);
  });
});

describe('notes of a frame', () => {
  it('take what is drawn within the picture, and say what is wrong with the rest', () => {
    const withDrawn = (one: unknown) => frameNotesSchema.validateSync({ ...NO_NOTES, drawn: [one] }, { strict: true });
    expect(
      withDrawn(
        drawn(
          'line',
          [
            [0, 0],
            [1, 1],
          ],
          'here',
        ),
      ).drawn,
    ).toHaveLength(1);
    for (const [bad, field] of [
      [drawn('line', []), /points/],
      [drawn('line', [[1.2, 0]]), /points\[0\]/],
      [drawn('line', [[NaN, 0]]), /points\[0\]/],
      [{ ...drawn('line', [[0, 0]]), kind: 'spiral' }, /kind/],
      [drawn('note', [[0, 0]], 'x'.repeat(121)), /text/],
      [
        drawn(
          'line',
          Array.from({ length: MOST_POINTS + 1 }, (): [number, number] => [0, 0]),
        ),
        /points/,
      ],
      [{ ...drawn('note', [[0, 0]]), colour: 'red' }, /colour|unspecified|unknown/i],
    ] as const)
      expect(() => withDrawn(bad)).toThrow(field);
  });

  it('of earlier versions are read with nothing drawn and nothing graded', () => {
    const { drawn: _drawn, gradedFrom: _from, gradedHow: _how, ...old } = NO_NOTES;
    expect(upgradeNotes({ ...old, words: 'murky' })).toEqual({ ...NO_NOTES, words: 'murky' });
    expect(upgradeNotes(null)).toBeNull();
    expect(upgradeNotes([1])).toEqual([1]);
  });
});
