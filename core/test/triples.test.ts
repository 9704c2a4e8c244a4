import { fixtureOf } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { emptyTriples, frameTriples, scaleBetween } from '../src/picture/triples';

const look = demoLooks()[0]!;

const withLight = (l: number, change: Partial<Look['lights'][number]>): Look => ({
  ...look,
  lights: look.lights.map((light, k) => (k === l ? { ...light, ...change } : light)),
});

/** What photographers change, one after the other on the same cache. */
const CHANGES: readonly (readonly [what: string, look: Look])[] = [
  ['nothing', look],
  ['one power', withLight(1, { powerStops: look.lights[1]!.powerStops - 1 })],
  ['one gel', withLight(0, { gels: [] })],
  ['one place', withLight(0, { position: [1.5, 2, 2] })],
  ['one alone', withLight(0, { solo: true })],
  ['one off', withLight(0, { on: false })],
  ['the order', { ...look, lights: [...look.lights].reverse() }],
  ['white', { ...look, camera: { ...look.camera, whiteK: 4000 } }],
  ['exposure', { ...look, camera: { ...look.camera, iso: 1600, aperture: 4, shutterS: 1 / 500, ndStops: 2 } }],
  ['a lamp that warms as it is dimmed', withLight(0, { fixture: fixtureOf('household-bulb'), powerStops: -1 })],
  ['the same further down', withLight(0, { fixture: fixtureOf('household-bulb'), powerStops: -3 })],
  ['the room', { ...look, room: { ...look.room, widthM: look.room.widthM + 1 } }],
  ['glare', { ...look, camera: { ...look.camera, glare: 0.02 } }],
  ['daylight', { ...look, ambient: { ...look.ambient, lux: look.ambient.lux + 50 } }],
];

describe('triples kept from one picture to the next', () => {
  const cache = emptyTriples();

  it.each(CHANGES)('are those found anew after a change of %s', (_, now) => {
    // Objects are new in a worker, whatever they hold.
    const kept = frameTriples(structuredClone(now), undefined, cache);
    expect(kept).toEqual(frameTriples(now));
  });

  it('keep what a change does not touch', () => {
    const own = emptyTriples();
    const before = frameTriples(look, undefined, own);
    const after = frameTriples(withLight(1, { powerStops: look.lights[1]!.powerStops - 1 }), undefined, own);
    after.lights.forEach((light, l) => {
      expect(light.direct === before.lights[l]!.direct).toBe(l !== 1);
      if (l !== 1) expect(scaleBetween(before.lights[l]!, light)).toEqual([1, 1, 1]);
    });
    const scale = scaleBetween(before.lights[1]!, after.lights[1]!);
    expect(scale?.every((v) => Math.abs(v - 0.5) < 1e-6)).toBe(true);
  });

  it('tell a light alone, and the light that is there anyway, from all of them', () => {
    const [first] = look.lights;
    frameTriples(look, undefined, cache);
    const alone = frameTriples(look, first!.id, cache);
    expect(alone.lights.map(({ active }) => active)).toEqual(alone.lights.map(({ id }) => id === first!.id));
    const ambient = frameTriples(look, 'ambient', cache);
    expect(ambient.lights.filter(({ active }) => active).map(({ id }) => id)).toEqual(['ambient']);
  });
});
