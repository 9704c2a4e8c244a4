import { demoLooks } from '@fulgent/core/demo';
import type { Light, Look, Point } from '@fulgent/core/document';
import { layOut, planLabels, sizeOf, type LabelBox as Box } from '@fulgent/words';
import { layoutOf } from '../src/set/layout';

const look = demoLooks()[0]!;

/** Numbers from 0 to 1, the same ones for a seed (mulberry32). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const NAMES = ['Key', 'Rim left', 'Rim right', 'Backdrop, lower', 'Hair', 'Kicker behind the sofa', 'Practical', 'Fill'];

/** A set as somebody might build it: up to eight lights, some right beside each other, near or far. */
function generated(seed: number): Look {
  const next = numbers(seed);
  const count = 1 + Math.floor(8 * next());
  const clustered: Point = [3 * next() - 1.5, 1 + 2 * next(), 2 * next() - 1];
  const lights = Array.from({ length: count }, (_, i): Light => {
    const near: Point = [clustered[0] + 0.2 * next(), clustered[1], clustered[2] + 0.2 * next()];
    const far: Point = [6 * next() - 3, 0.4 + 2.4 * next(), 6 * next() - 3];
    return {
      ...look.lights[i % look.lights.length]!,
      id: `light-${i}`,
      name: NAMES[i]!,
      position: next() < 0.4 ? near : far,
      aim: [0, 1.5, 0],
      powerStops: -6 * next(),
    };
  });
  return {
    ...look,
    lights,
    camera: { ...look.camera, distanceM: 1 + 4 * next() },
    backdrop: { ...look.backdrop, distanceM: 0.5 + 4 * next() },
  };
}

const meet = (a: Box, b: Box) => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

describe('the words of a plan', () => {
  it.each([320, 390, 640])(
    'at %d px no two of them meet, none is cut, and every light has its own: 100 sets, both sides',
    (width) => {
      const height = Math.round(0.85 * width);
      const wrong: string[] = [];
      for (let seed = 1; seed <= 100; seed++) {
        const set = generated(seed);
        for (const side of ['top', 'side'] as const) {
          const placed = planLabels(set, layoutOf(set, side, width, height), set.lights[seed % set.lights.length], width, height);
          placed.forEach((a, i) => {
            if (a.x < 0 || a.y < 0 || a.x + a.w > width || a.y + a.h > height) wrong.push(`${seed} ${side}: ${a.id} is cut`);
            if (placed.slice(i + 1).some((b) => meet(a, b))) wrong.push(`${seed} ${side}: ${a.id} meets another`);
          });
          for (const { id } of set.lights)
            if (!placed.some((one) => one.id === id)) wrong.push(`${seed} ${side}: ${id} has none`);
        }
      }
      expect(wrong).toEqual([]);
    },
  );

  it('stand by what they are of, where they are wanted, clear of things; far ones have a line', () => {
    const wish = { id: 'a', at: [100, 100] as const, lines: ['Key', '1/4 · 2.0 m'] };
    const [alone] = layOut([{ ...wish, towards: 270 }], [], 200, 200);
    expect(alone!.y + alone!.h).toBeLessThan(100);
    expect(alone!.leader).toBeNull();
    const [moved] = layOut([wish], [{ x: 40, y: 100, w: 120, h: 60 }], 200, 200);
    expect(meet(moved!, { x: 40, y: 100, w: 120, h: 60 })).toBe(false);
    const crowd = Array.from({ length: 9 }, (_, i) => ({ ...wish, id: `n${i}` }));
    const placed = layOut(crowd, [], 400, 400);
    expect(placed).toHaveLength(9);
    expect(placed.some(({ leader }) => leader !== null)).toBe(true);
    expect(sizeOf(['1234567890']).w).toBeGreaterThan(55);
  });

  it('where there is no room at all one is left out rather than put on another', () => {
    const wish = { at: [20, 20] as const, lines: ['A long name here'] };
    expect(
      layOut(
        [
          { ...wish, id: 'a' },
          { ...wish, id: 'b' },
          { ...wish, id: 'c' },
        ],
        [],
        120,
        40,
      ).length,
    ).toBeLessThan(3);
  });
});
