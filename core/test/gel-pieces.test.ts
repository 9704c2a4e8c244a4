import fc from 'fast-check';
import { fixtureOf, modifierOf, STAND_IN_KIT, type KitGel } from '../src/catalogue';
import { dayKit } from '../src/day';
import { demoLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { cutFrom, cuttingPlan, gelNeeds, gelNeedsOfDay, gelPieceCm, type SizeCm } from '../src/planning';
import { piecesOf, timesLeft } from '../src/planning/gel-pieces';
import { gelsFor } from '../src/planning/kit-use';

const poster = demoLooks()[0]!;
const on = (fixture: string, modifier: string, mount: Light['mount']) => ({
  ...poster.lights[0]!,
  fixture: fixtureOf(fixture),
  modifier: modifierOf(modifier),
  mount,
});

describe('the piece of gel that a light takes', () => {
  it.each<[string, string, Light['mount'], SizeCm]>([
    ['flash-400', 'reflector', 'holder', [24, 24]],
    // At the head it is small, whatever stands before it.
    ['flash-400', 'umbrella', 'holder', [24, 24]],
    ['led-spot', 'softbox', 'holder', [24, 24]],
    ['flash-400', 'softbox', 'inside', [24, 24]],
    // Over the face it is as large as the face.
    ['flash-400', 'softbox', 'clips', [66, 96]],
    ['led-panel', 'panel-face', 'holder', [36, 66]],
    ['led-panel', 'panel-grid', 'holder', [36, 66]],
    ['colour-tube', 'tube-face', 'clips', [25, 126]],
    ['led-spot', 'snoot', 'holder', [13, 13]],
  ])('%s, %s, %s', (fixture, modifier, mount, size) => {
    expect(gelPieceCm(on(fixture, modifier, mount))).toEqual(size);
  });
});

describe('cutting pieces from sheets', () => {
  const times = (n: number, size: SizeCm) => Array.from({ length: n }, () => size);

  it.each<[string, SizeCm[], SizeCm, number, number]>([
    ['nothing', [], [50, 60], 0, 0],
    // 24 x 24 with its laps already in it: two across, two down.
    ['four of one sheet', times(4, [24, 24]), [50, 60], 1, 0],
    ['the fifth needs another', times(5, [24, 24]), [50, 60], 2, 0],
    ['turned to fit', [[60, 50]], [50, 60], 1, 0],
    [
      'two strips and a small one',
      [
        [25, 60],
        [24, 60],
        [10, 10],
      ],
      [50, 60],
      2,
      0,
    ],
    ['joined of two', [[36, 66]], [50, 60], 2, 1],
    ['joined of four', [[98, 98]], [50, 60], 6, 1],
    [
      'whole from a roll',
      [
        [98, 98],
        [36, 66],
      ],
      [122, 762],
      1,
      0,
    ],
  ])('%s', (_name, pieces, sheet, sheets, joined) => {
    expect(cutFrom(pieces, sheet)).toEqual({ sheets, joined });
  });

  const sides = fc.integer({ min: 5, max: 55 });

  it('every piece lies on its sheet, as large as it is, and on no other', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(sides, sides), { maxLength: 14 }), (pieces) => {
        const { placed, joins } = cuttingPlan(pieces, [50, 60]);
        expect(placed.length + joins.length).toBe(pieces.length);
        for (const { piece, x, y, w, h } of placed) {
          expect([w, h].sort()).toEqual([...pieces[piece]!].sort());
          expect(x >= 0 && y >= 0 && x + w <= 50 && y + h <= 60).toBe(true);
        }
        placed.forEach((a, i) =>
          placed.slice(i + 1).forEach((b) => {
            const isApart = a.sheet !== b.sheet || a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.h <= b.y || b.y + b.h <= a.y;
            expect(isApart).toBe(true);
          }),
        );
      }),
      { numRuns: 200 },
    );
  });

  it('of up to four pieces takes hardly ever a sheet more than the best of all ways of cutting', () => {
    const small = fc.integer({ min: 8, max: 48 });
    let [all, best] = [0, 0];
    fc.assert(
      fc.property(fc.array(fc.tuple(small, small), { minLength: 1, maxLength: 4 }), (pieces) => {
        const least = fewestSheets(pieces, [50, 60]);
        const { sheets } = cutFrom(pieces, [50, 60]);
        expect(sheets).toBeGreaterThanOrEqual(least);
        expect(sheets).toBeLessThanOrEqual(least + 1);
        all++;
        if (sheets === least) best++;
      }),
      { numRuns: 400, seed: 5 },
    );
    expect(best / all).toBeGreaterThan(0.99);
  });

  it('never takes less than the area of the pieces, nor more than a sheet a piece; order does not matter', () => {
    const side = fc.integer({ min: 5, max: 50 });
    fc.assert(
      fc.property(fc.array(fc.tuple(side, side), { maxLength: 12 }), (pieces) => {
        const { sheets, joined } = cutFrom(pieces, [50, 60]);
        const area = pieces.reduce((sum, [w, h]) => sum + w * h, 0);
        expect(joined).toBe(0);
        expect(sheets).toBeGreaterThanOrEqual(Math.ceil(area / 3000));
        expect(sheets).toBeLessThanOrEqual(pieces.length);
        expect(cutFrom([...pieces].reverse(), [50, 60]).sheets).toBe(sheets);
      }),
    );
  });
});

describe('what a look leaves of a kit', () => {
  const gel = STAND_IN_KIT.find(({ id }) => id === 'teal-deep') as KitGel;
  const with4 = { ...poster, lights: poster.lights.map((light) => ({ ...light, gels: [{ gel: 'teal-deep', strength: 1 }] })) };

  it('counts the uses on one light that can still be cut from what the others leave', () => {
    const [key] = with4.lights;
    const others = piecesOf(with4, 'teal-deep', ({ id }) => id !== key!.id);
    expect(others).toHaveLength(3);
    expect(timesLeft({ ...gel, count: 1 }, others, key!)).toBe(1);
    expect(timesLeft({ ...gel, count: 1 }, others, { ...key!, pieces: 2 })).toBe(0);
    expect(timesLeft({ ...gel, count: 0 }, [], key!)).toBe(0);
    const options = gelsFor(with4, key!, [
      { ...gel, count: 1 },
      { ...gel, id: 'gone', archived: true },
    ]);
    expect(options.map(({ id, count }) => [id, count])).toEqual([['teal-deep', 1]]);
  });

  it('says what the gels of all lights are cut from, a doubled film twice', () => {
    const [need] = gelNeeds(with4, STAND_IN_KIT);
    expect(need).toMatchObject({ gel: 'teal-deep', sheets: 1, joined: 0, have: 2 });
    const double = { ...with4, lights: with4.lights.map((light) => ({ ...light, gels: [{ gel: 'teal-deep', strength: 2 }] })) };
    expect(gelNeeds(double, STAND_IN_KIT)[0]).toMatchObject({ sheets: 2, have: 2 });
    const off = { ...double, lights: double.lights.map((light) => ({ ...light, on: false })) };
    expect(gelNeeds(off, STAND_IN_KIT)).toEqual([]);
    expect(gelNeeds(with4, [])[0]!.have).toBeNull();
  });
});

/** Whether pieces come from one rest by straight cuts from edge to edge: every piece in the corner, turned or not, every way of parting the others. */
function fitsOne(pieces: readonly SizeCm[], w: number, h: number): boolean {
  return (
    pieces.length === 0 ||
    pieces.some((piece, i) => {
      const others = pieces.filter((_, k) => k !== i);
      return [piece, [piece[1], piece[0]] as SizeCm].some(([pw, ph]) => {
        if (pw > w || ph > h) return false;
        return Array.from({ length: 2 ** others.length }, (_, mask) => mask).some((mask) => {
          const right = others.filter((__, k) => mask & (1 << k));
          const under = others.filter((__, k) => !(mask & (1 << k)));
          return (
            (fitsOne(right, w - pw, ph) && fitsOne(under, w, h - ph)) || (fitsOne(right, w - pw, h) && fitsOne(under, pw, h - ph))
          );
        });
      });
    })
  );
}

function fewestSheets(pieces: readonly SizeCm[], [w, h]: SizeCm): number {
  const full = 2 ** pieces.length - 1;
  const of = (mask: number) => pieces.filter((_, k) => mask & (1 << k));
  const known = new Map<number, number>([[0, 0]]);
  const least = (mask: number): number => {
    const found = known.get(mask);
    if (found !== undefined) return found;
    let best = Infinity;
    for (let part = mask; part > 0; part = (part - 1) & mask)
      if (fitsOne(of(part), w, h)) best = Math.min(best, 1 + least(mask & ~part));
    known.set(mask, best);
    return best;
  };
  return least(full);
}

describe('the gels of a day', () => {
  const poster = demoLooks()[0]!;
  const [gel] = poster.lights.flatMap(({ gels }) => gels);
  const hung = (title: string, sizesM: readonly number[]): Look => ({
    ...poster,
    title,
    lights: sizesM.map((side, i) => ({
      ...poster.lights[0]!,
      id: `light-${i}`,
      name: `Light ${i + 1}`,
      on: true,
      pieces: 1,
      mount: 'clips' as const,
      gels: [gel!],
      modifier: { ...poster.lights[0]!.modifier, face: { kind: 'rectangle' as const, widthM: side, heightM: side } },
    })),
  });

  it('a piece that is cut once serves every set-up that takes one of its size; others are cut besides', () => {
    const [one, two] = [hung('One', [0.2, 0.2]), hung('Two', [0.2, 0.3])];
    const day = gelNeedsOfDay([one, two], [])[0]!;
    expect(day.pieces).toEqual([
      [26, 26],
      [26, 26],
      [36, 36],
    ]);
    expect(day.lights).toEqual(['Light 1, One', 'Light 2, One', 'Light 2, Two']);
    expect(gelNeedsOfDay([one], [])[0]!.pieces).toEqual(gelNeeds(one, [])[0]!.pieces);
    expect(gelNeedsOfDay([one, one, one], [])[0]!.sheets).toBe(gelNeeds(one, [])[0]!.sheets);
    expect(gelNeedsOfDay([], [])).toEqual([]);
  });

  it('is what the day’s kit says', () => {
    const looks = [hung('One', [0.4, 0.4]), hung('Two', [0.44])];
    const [need] = gelNeedsOfDay(looks, STAND_IN_KIT);
    const item = dayKit(looks, STAND_IN_KIT).find(({ kind }) => kind === 'gel')!;
    expect(item).toMatchObject({ count: need!.sheets, short: Math.max(0, need!.sheets - need!.have!) });
    // Each look alone takes fewer: what the day takes is not the most of any.
    expect(need!.sheets).toBeGreaterThan(Math.max(...looks.map((look) => gelNeeds(look, [])[0]!.sheets)));
  });
});
