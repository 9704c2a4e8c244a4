import { COLOUR_SETS, LIGHT_SETS } from '../src/planning/light-sets';
import { newLook } from '../src/planning/new-look';
import { evaluate, framing } from '../src/scene';

const MOOD_KEY = { dark: -1, neutral: 0, bright: 0.3 } as const;
const MOODS = ['dark', 'neutral', 'bright'] as const;

describe.each(MOODS)('a new look, %s', (mood) => {
  it.each(LIGHT_SETS.map(({ id }) => id))('%s: every light is in its window, whatever the colours', (lights) => {
    for (const { id: colours } of COLOUR_SETS) {
      const look = newLook({ title: 'New', skin: 'intermediate', backdrop: 'paper-grey', camera: 'stills', lights, colours, mood });
      const out = evaluate(look).lights.filter(({ verdict }) => verdict.kind !== 'vivid' && verdict.kind !== 'white');
      expect({ colours, out: out.map(({ name, verdict }) => [name, verdict]) }).toEqual({ colours, out: [] });
      // The mood stays what it was asked to be, and no lamp hangs in the picture for it.
      const lowered = MOOD_KEY[mood] - look.brief.keyStops;
      expect(lowered).toBeGreaterThanOrEqual(-1e-9);
      expect(lowered).toBeLessThanOrEqual(1 + 1e-9);
      expect(framing(look).things).toEqual([]);
    }
  });
});

it('a key that harms nothing stands where it usually does', () => {
  const look = newLook({
    ...{ title: 'New', skin: 'intermediate', backdrop: 'paper-grey', camera: 'stills', lights: 'key-rim', colours: 'azure-amber' },
    mood: 'dark',
  });
  expect(look.lights[0]!.position).toEqual([-1.1, 2, 1.2]);
  expect(look.brief.keyStops).toBe(-1);
});
