import { COLOUR_SETS, keyLoweredBy, LIGHT_SETS } from '../src/planning';
import { newLook } from '../src/planning/search';
import { MOODS } from '../src/document';
import { evaluate, framing, parseLook } from '../src/scene';

const base = { title: 'New', skin: 'light', backdrop: 'paper-grey', camera: 'stills' } as const;
const keyOf = (look: ReturnType<typeof newLook>) => {
  const at = look.lights.findIndex(({ role }) => role === 'key');
  return evaluate(look).lights[at]!.stops;
};

describe('a new look', () => {
  it.each(COLOUR_SETS.flatMap(({ id }) => MOODS.map((mood) => [id, mood] as const)))(
    '%s, %s: sound, balanced, nothing clipped, its colours on its lights',
    (colours, mood) => {
      const { left, right, behind } = COLOUR_SETS.find(({ id }) => id === colours)!;
      const look = newLook({ ...base, lights: 'full', colours, mood });
      expect(parseLook(look)).toEqual(look);
      expect(look.lights.flatMap(({ gels }) => gels.map(({ gel }) => gel)).sort()).toEqual([left, right, behind].sort());
      expect(evaluate(look).lights.map(({ verdict }) => verdict.kind)).not.toContain('clipped');
      expect(look.palette.members.length).toBeGreaterThanOrEqual(2);
    },
  );

  it('dark lies a stop under neutral, bright above; each set has its lights', () => {
    const key = (mood: (typeof MOODS)[number]) => keyOf(newLook({ ...base, lights: 'two-rims', mood }));
    expect(key('dark')).toBeLessThan(key('neutral') - 0.5);
    expect(key('bright')).toBeGreaterThanOrEqual(key('neutral'));
    for (const { id } of LIGHT_SETS)
      expect(newLook({ ...base, lights: id }).lights.some(({ role }) => role === 'key')).toBe(true);
  });

  it('burns lamps that burn all the time where that is wanted, and by the camera otherwise', () => {
    const kinds = (choice: Partial<Parameters<typeof newLook>[0]>) =>
      new Set(newLook({ ...base, lights: 'two-rims', ...choice }).lights.map(({ fixture }) => fixture.kind));
    expect(kinds({})).toEqual(new Set(['flash']));
    expect(kinds({ lamps: 'continuous' })).toEqual(new Set(['continuous']));
    expect(kinds({ camera: 'cinema-log' })).toEqual(new Set(['continuous']));
    expect(kinds({ camera: 'cinema-log', lamps: 'flash' })).toEqual(new Set(['flash']));
  });
});

const MOOD_KEY = { dark: -1, neutral: 0, bright: 0.3 } as const;

describe.each(MOODS)('the key of a new look, %s', (mood) => {
  it.each(LIGHT_SETS.map(({ id }) => id))('%s: every light is in its window, whatever the colours', (lights) => {
    for (const { id: colours } of COLOUR_SETS) {
      const look = newLook({ ...base, lights, colours, mood });
      const out = evaluate(look).lights.filter(({ verdict }) => verdict.kind !== 'vivid' && verdict.kind !== 'white');
      expect({ colours, out: out.map(({ name, verdict }) => [name, verdict]) }).toEqual({ colours, out: [] });
      // The mood stays what it was asked to be, and no lamp hangs in the picture for it.
      const lowered = MOOD_KEY[mood] - look.brief.keyStops;
      expect(keyLoweredBy(look)).toBeCloseTo(lowered, 6);
      expect(lowered).toBeGreaterThanOrEqual(-1e-9);
      expect(lowered).toBeLessThanOrEqual(1 + 1e-9);
      expect(framing(look).things).toEqual([]);
    }
  });
});

it('a key that harms nothing stands where it usually does', () => {
  const look = newLook({ ...base, lights: 'key-rim', colours: 'azure-amber', mood: 'dark' });
  expect(look.lights[0]!.position).toEqual([-1.1, 2, 1.2]);
  expect(look.brief.keyStops).toBe(-1);
});
