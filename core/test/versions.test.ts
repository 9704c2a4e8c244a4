import type { Look } from '../src/document/schema';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { lookOfVariant, VARIANT_KINDS, type VariantKind } from '../src/planning';
import { balance, makeVariant, offerVariant } from '../src/planning/search';
import { evaluate, parseLook } from '../src/scene';
import { throwM } from '../src/transport';
import { shaken } from './shaken-looks';

const [poster] = demoLooks() as [Look];
const [oven] = nightOvenLooks() as [Look];

const made = (look: Look, kind: VariantKind) => lookOfVariant(look, makeVariant(look, kind, 'v'));
const offered = (look: Look, kind: VariantKind) => offerVariant(look, kind, 'v');

describe('versions move what makes a picture dark or bright', () => {
  it.each([
    ['poster', poster],
    ['oven', oven],
  ])('%s: the face follows, and so does the ground', (_, look) => {
    const [dark, bright, lowKey, highKey] = (['dark', 'bright', 'low-key', 'high-key'] as const).map((kind) =>
      offered(look, kind),
    );
    const face = (offer: typeof dark) => offer!.faceStops!;
    const back = (offer: typeof dark) => offer!.backdropStops ?? -20;
    expect(face(bright) - face(dark)).toBeGreaterThan(1);
    expect(back(bright) - back(dark)).toBeGreaterThan(0.5);
    // Low key keeps the face and lets go of the ground.
    expect(Math.abs(face(lowKey) - offered(look, 'as-is').faceStops!)).toBeLessThan(1);
    expect(back(lowKey)).toBeLessThan(back(highKey) - 0.8);
    expect(back(lowKey)).toBeLessThanOrEqual(offered(look, 'as-is').backdropStops! + 0.1);
  });

  it('a version that is taken keeps what it wants: balancing it again leaves it dark', () => {
    const dark = made(poster, 'dark');
    expect(dark.brief.keyStops).toBeLessThan(poster.brief.keyStops);
    const again = balance(dark);
    expect(Math.abs(again.readings.keyStops - evaluate(dark).keyStops)).toBeLessThan(0.5);
  });

  it('by camera alone moves the camera by a stop and nothing else, and says what clips then', () => {
    const before = evaluate(poster);
    for (const [kind, stops] of [
      ['camera-darker', -1],
      ['camera-brighter', 1],
    ] as const) {
      const look = made(poster, kind);
      expect(look.lights).toEqual(poster.lights);
      const after = evaluate(look);
      after.probes.forEach((probe, i) => {
        if (Number.isFinite(probe.stops)) expect(probe.stops - before.probes[i]!.stops).toBeCloseTo(stops, 0);
      });
      const clipping = after.probes.filter(({ clipped }) => clipped.length > 0).map(({ name }) => name);
      expect(offered(poster, kind).clips).toEqual(clipping);
    }
  });

  it('warmer and cooler turn the white balance alone, by 25 mired', () => {
    const warmth = (look: Look) => {
      const [r, , b] = evaluate(look).probes[0]!.recorded;
      return r / b;
    };
    const [warm, cool] = [made(poster, 'warmer'), made(poster, 'cooler')];
    expect(warmth(warm)).toBeGreaterThan(1.02 * warmth(poster));
    expect(warmth(cool)).toBeLessThan(0.98 * warmth(poster));
    for (const look of [warm, cool]) {
      expect(look.lights).toEqual(poster.lights);
      expect(Math.abs(1e6 / look.camera.whiteK - 1e6 / poster.camera.whiteK)).toBeCloseTo(25, 0);
    }
    const end = { ...poster, camera: { ...poster.camera, whiteK: 24_000 } };
    expect(() => makeVariant(end, 'warmer', 'v')).toThrow(/white balance is at its end/);
  });

  it('a camera at all its ends says so', () => {
    const stuck = { ...poster, camera: { ...poster.camera, iso: 25_600, ndStops: 0, aperture: 1, tStop: null } };
    expect(() => makeVariant(stuck, 'camera-brighter', 'v')).toThrow(/change the light instead/);
  });

  it('every version of generated looks is a look of the same rig, or says why there is none', () => {
    for (let n = 0; n < 5; n++) {
      const look = shaken(500 + n);
      for (const kind of VARIANT_KINDS) {
        let variant;
        try {
          variant = makeVariant(look, kind, 'v');
        } catch (error) {
          expect((error as Error).message).toMatch(/\.$/);
          continue;
        }
        const version = lookOfVariant(look, variant);
        parseLook({ ...version, variants: [variant] });
        expect(version.lights.map(throwM)).toEqual(look.lights.map(throwM));
      }
    }
  });
});
