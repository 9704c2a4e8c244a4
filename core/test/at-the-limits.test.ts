import { demoLooks, nightOvenLooks } from '../src/demo';
import { LookError, evaluate, parseLook } from '../src/scene';
import { InputError } from '../src/errors';
import type { Look } from '../src/document/schema';
import { balance } from '../src/planning/search';
import { searchedSteps } from '../src/planning/balance/solve';
import { endsIn, withValue } from './ends';
import { withLights } from './support';

const poster = demoLooks()[0]!;
const oven = nightOvenLooks()[0]!;

/** Takes it or refuses it by name: anything else is a fault of ours. */
function taken(look: unknown): Look | null {
  try {
    return parseLook(look);
  } catch (error) {
    if (error instanceof LookError || error instanceof InputError) return null;
    throw error;
  }
}

describe('a look with one number at the end of its range', () => {
  it.each([
    ['flashes', poster],
    ['lamps, diodes and a window', oven],
  ])('%s: is read, or refused by the field', (_name, look) => {
    const all = endsIn(look);
    expect(all.length).toBeGreaterThan(100);
    for (const { path, to } of all) {
      const read = taken(withValue(look, path, to));
      if (!read) continue;
      try {
        const { lights, keyStops } = evaluate(read);
        expect([path.join('.'), lights.length, Number.isNaN(keyStops)]).toEqual([path.join('.'), look.lights.length, false]);
      } catch (error) {
        if (!(error instanceof InputError)) throw new Error(`${path.join('.')} at ${to}: ${String(error)}`);
        expect(error.field).not.toBe('');
      }
    }
  });
});

describe('a fixture without a dimmer', () => {
  it.each([0, -200, 200])('has one level and one colour, whatever its drift: %d K a stop', (driftKPerStop) => {
    const fixed = withLights(poster, ({ fixture }) =>
      fixture.kind === 'flash' ? { powerStops: 0, fixture: { ...fixture, minStops: 0, driftKPerStop } } : {},
    );
    expect(evaluate(parseLook(fixed)).lights).toHaveLength(fixed.lights.length);
    expect(balance(parseLook(fixed)).look.lights.every(({ powerStops }) => powerStops === 0)).toBe(true);
  });
});

describe('the search for powers', () => {
  /** A ring of lights, each with a place to work on. */
  const ring = (count: number): Look =>
    parseLook({
      ...poster,
      lights: Array.from({ length: count }, (_, i) => ({
        ...poster.lights[i % poster.lights.length]!,
        id: `light-${i}`,
        name: `Light ${i}`,
        position: [2 * Math.cos(i), 1.5 + 0.3 * (i % 3), 2 * Math.sin(i)],
      })),
      palette: { ...poster.palette, members: [] },
      build: { ...poster.build, groups: [] },
      acknowledged: [],
    });

  it('ends for the most lights that a look may have, better than it began, says that it was cut short, and finds the same again', () => {
    const look = ring(24);
    const { objective, isWhole, look: found } = balance(look);
    expect(isWhole).toBe(false);
    expect(objective.after).toBeLessThan(objective.before);
    expect(balance(look).look).toEqual(found);
  });

  it('comes to its own end for looks as they are', () => {
    for (const look of [...demoLooks(), oven]) expect(balance(look).isWhole).toBe(true);
  });

  it('looks at no steps that a picture could not tell apart, and keeps both ends of the range', () => {
    const fine = searchedSteps({ step: { unit: 'percent', value: 0.01 }, minStops: -6, dimmer: 1 });
    expect(fine.length).toBeLessThan(700);
    expect(fine[0]).toBe(0);
    expect(fine.at(-1)).toBeGreaterThanOrEqual(-6);
    expect(fine.at(-1)).toBeLessThan(-5.98);
    const coarse = searchedSteps({ step: { unit: 'stops', value: 1 / 3 }, minStops: -3 });
    expect(coarse).toHaveLength(10);
  });
});
