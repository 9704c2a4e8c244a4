import { changedIn, type Look } from '@fulgent/core/document';
import { demoLooks } from '@fulgent/core/demo';
import { changedWords } from '../src';

const [look] = demoLooks() as [Look];
const withPower = (ids: readonly string[], from: Look = look): Look => ({
  ...from,
  lights: from.lights.map((light) => (ids.includes(light.id) ? { ...light, powerStops: light.powerStops - 1 } : light)),
});

describe('what somebody else changed', () => {
  it('is said by lights and parts, with the device’s name', () => {
    expect(changedWords(changedIn(look, withPower(['key'])), 'Ana’s phone')).toBe('Ana’s phone changed Key.');
    const more = { ...withPower(['key']), camera: { ...look.camera, iso: 800 } };
    expect(changedWords(changedIn(look, more), '')).toBe('Another device changed Key and the camera.');
  });

  it('counts what is too much to name, and lights that came and went', () => {
    const all = withPower(look.lights.map(({ id }) => id));
    const rest = look.lights.length + 1 - 3;
    expect(changedWords(changedIn(look, { ...all, title: 'x' }), 'Desk')).toMatch(
      new RegExp(`^Desk changed .+, .+, .+ and ${rest} more\\.$`),
    );
    expect(changedIn(look, { ...look, lights: look.lights.slice(1) }).lights).toEqual([look.lights[0]!.name]);
    expect(changedIn(look, structuredClone(look))).toEqual({ lights: [], parts: [] });
  });
});
