import fc from 'fast-check';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { LookError, parseLook } from '../src/scene';

/** What reading says of a value: nothing, or every problem. */
function said(value: unknown, isJson: boolean): unknown {
  try {
    parseLook(value, { isJson });
    return 'a look';
  } catch (error) {
    if (!(error instanceof LookError)) throw error;
    return error.problems;
  }
}

const looks = [...demoLooks(), ...nightOvenLooks()].map((look) => JSON.stringify(look));

/** Every place in a value, as the steps that lead to it. */
function placesIn(value: unknown, path: readonly string[] = []): string[][] {
  const below =
    value !== null && typeof value === 'object'
      ? Object.entries(value).flatMap(([key, one]) => placesIn(one, [...path, key]))
      : [];
  return [...(path.length ? [[...path]] : []), ...below];
}

function changed(text: string, place: readonly string[], next: unknown): unknown {
  const look = JSON.parse(text);
  const holder = place.slice(0, -1).reduce((at, key) => at[key], look);
  // A list without one of its entries is shorter: JSON knows no holes.
  if (next === undefined && Array.isArray(holder)) holder.splice(Number(place.at(-1)), 1);
  else if (next === undefined) Reflect.deleteProperty(holder, place.at(-1)!);
  else holder[place.at(-1)!] = next;
  return look;
}

const places = looks.map((text) => placesIn(JSON.parse(text)));
const anything = fc.constantFrom<unknown>(undefined, null, 0, -1, 1e9, 0.5, '', 'x', 'constructor', true, [], {}, [1], {
  kind: 'x',
});

describe('a look that is read again with one thing changed', () => {
  it('is judged as one that was never seen', () => {
    for (const text of looks) expect(said(JSON.parse(text), true)).toBe('a look');
    fc.assert(
      fc.property(fc.nat(looks.length - 1), fc.nat(), anything, (which, at, next) => {
        const list = places[which]!;
        const value = changed(looks[which]!, list[at % list.length]!, next);
        expect(said(value, true)).toEqual(said(value, false));
      }),
      { numRuns: 200 },
    );
  });

  it('with a field that is not known, or with too many lights, is refused with the reason', () => {
    const look = JSON.parse(looks[0]!);
    parseLook(look, { isJson: true });
    expect(() => parseLook({ ...look, extra: 1 }, { isJson: true })).toThrow(/does not know: extra/);
    const lights = Array.from({ length: 25 }, (_, i) => ({ ...look.lights[0], id: `light-${i}` }));
    expect(() => parseLook({ ...look, lights }, { isJson: true })).toThrow(/24 entries/);
  });

  it('costs a fraction of what it cost at first', () => {
    // A part that no other test has read.
    const fresh = (i: number) => changed(looks[0]!, ['subject', 'skinDepth'], 0.1 + i / 1000);
    const time = (work: () => void) => {
      const start = performance.now();
      work();
      return performance.now() - start;
    };
    for (let i = 0; i < 20; i++) parseLook(fresh(i));
    const whole = time(() => Array.from({ length: 40 }, (_, i) => parseLook(fresh(100 + i))));
    const parts = time(() => Array.from({ length: 40 }, (_, i) => parseLook(fresh(200 + i), { isJson: true })));
    expect(parts).toBeLessThan(whole / 2);
  });
});
