import fc from 'fast-check';
import { baseCamera, recordInto } from '../src/camera/camera';
import { turnBetweenDeg } from '../src/colour/hue';
import { hueDegOf, oklabOf } from '../src/colour/oklab';
import { luminousSum } from '../src/colour/observer';
import { gelStack, stopsLost, withLeak, luminousTransmittance } from '../src/gel/gel';
import { flat, gaussian, product, sampled, type Spectrum } from '../src/spectrum/grid';
import { daylightSource, normalised } from '../src/source/source';
import { GELS } from '../src/gel/stand-ins';
import { skinReflectance } from '../src/surface/skin';
import { windowAlone, zoneAlone } from '../src/vivid/alone';
import { ownColour } from '../src/vivid/vividness';
import { placeInWindow, vividWindow, zoneFirstClip, zoneVividness, type Zone } from '../src/vivid/window';
import { BLUE_TEST_GEL, ORANGE_TEST_GEL, RED_TEST_GEL } from './support';

const d5600 = daylightSource(5600);
const camera = baseCamera();
const grey = flat(0.18);
const zoneOf = (gel: Spectrum, surface = grey) => zoneAlone(camera, product(d5600, gel), surface);

/** Recorded hue in degrees of a zone's light at some stops on the axis. */
function recordedHue(zone: Zone, stops: number): number {
  const out = new Float64Array(3);
  const x = 2 ** stops;
  recordInto(out, camera, x * zone.unit[0], x * zone.unit[1], x * zone.unit[2]);
  return hueDegOf(oklabOf(out[0]!, out[1]!, out[2]!));
}

describe('the vivid window', () => {
  it('is the same in recorded exposure on white, grey and black, for -2.3, 0 and +2.2 stops of power', () => {
    for (const gel of [BLUE_TEST_GEL, ORANGE_TEST_GEL]) {
      const [white, mid, black] = [0.88, 0.18, 0.04].map((rho) => windowAlone(product(d5600, gel), flat(rho), camera));
      expect(white!.lowStops).toBeCloseTo(mid!.lowStops!, 2);
      expect(black!.highStops).toBeCloseTo(mid!.highStops!, 2);
    }
    expect(Math.log2(0.18 / 0.88)).toBeCloseTo(-2.3, 1);
    expect(Math.log2(0.18 / 0.04)).toBeCloseTo(2.2, 1);
  });

  it('clips orange in red below +1, and one stop over that its hue has slid over 8 degrees towards yellow', () => {
    const zone = zoneOf(ORANGE_TEST_GEL);
    const clip = zoneFirstClip(zone);
    expect(clip.channel).toBe('R');
    expect(clip.stops).toBeLessThan(1);
    expect(turnBetweenDeg(recordedHue(zone, clip.stops - 1), recordedHue(zone, clip.stops + 1))).toBeGreaterThan(8);
  });

  it('clips blue later than orange at the same flash power', () => {
    const at = (gel: Spectrum) => zoneFirstClip(zoneOf(gel)).stops + stopsLost(luminousTransmittance(d5600, gel));
    expect(at(BLUE_TEST_GEL)).toBeGreaterThan(at(ORANGE_TEST_GEL));
  });

  it('loses purity in a deep blue to a 5 % leak', () => {
    const deep = gelStack([BLUE_TEST_GEL, BLUE_TEST_GEL]);
    const tight = windowAlone(product(d5600, deep), grey, camera).purity;
    expect(windowAlone(product(d5600, withLeak(deep, 0.05)), grey, camera).purity).toBeLessThan(0.7 * tight);
  });

  it('makes nearly nothing of red and blue gel in one holder, magenta of the two lights together', () => {
    expect(stopsLost(luminousTransmittance(d5600, gelStack([RED_TEST_GEL, BLUE_TEST_GEL])))).toBeGreaterThan(7);
    const both = zoneAlone(
      camera,
      product(
        d5600,
        sampled((nm) => RED_TEST_GEL[(nm - 380) / 5]! + BLUE_TEST_GEL[(nm - 380) / 5]!),
      ),
      grey,
    );
    const hue = recordedHue(both, -2);
    expect(hue > 300 && hue < 350).toBe(true);
  });

  it('leaves .96, .73 and .23 of a blue light under white at -3, 0 and +3 stops to it', () => {
    // Relative luminous exposure of the two lights; the blue stands in its window, the total under the clip.
    const blue = zoneOf(BLUE_TEST_GEL);
    const white = zoneOf(flat(1));
    const kept = [-3, 0, 3].map((relative) => {
      const x = 2 ** (-4 + relative);
      const base = [x * white.unit[0], x * white.unit[1], x * white.unit[2]] as const;
      return zoneVividness({ ...blue, base })(-4);
    });
    [0.96, 0.73, 0.23].forEach((expected, i) => expect(Math.abs(kept[i]! - expected)).toBeLessThan(0.03));
  });

  it('is 4 to 6.5 stops wide for gels, ending near +2 in yellow and green, 0 in red; narrow blue LEDs end at -2 to -3.3', () => {
    const window = (id: string) => windowAlone(product(d5600, GELS.find((gel) => gel.id === id)!.transmittance), grey, camera);
    for (const id of ['yellow-deep', 'lime-deep', 'green-deep']) expect(Math.abs(window(id).highStops! - 1.9)).toBeLessThan(0.3);
    expect(Math.abs(window('red-deep').highStops!)).toBeLessThan(0.2);
    const led = windowAlone(normalised(sampled((nm) => gaussian(nm, 455, 20))), grey, camera);
    expect(led.highStops! < -2 && led.highStops! > -3.3).toBe(true);
  });

  it('holds everywhere inside, and its ends are ends: checked by brute force over the gels', () => {
    const scenes = fc.record({
      gel: fc.constantFrom(...GELS),
      depth: fc.double({ min: 0, max: 1, noNaN: true }),
      whiteStops: fc.double({ min: -9, max: 0, noNaN: true }),
      curve: fc.constantFrom('rendered' as const, 'film-like' as const),
    });
    fc.assert(
      fc.property(scenes, ({ gel, depth, whiteStops, curve }) => {
        const cam = baseCamera({ curve });
        const surface = skinReflectance(depth);
        const zone = zoneAlone(cam, product(d5600, gel.transmittance), surface);
        const other = zoneAlone(cam, d5600, surface);
        const x = 2 ** whiteStops;
        const lit: Zone = { ...zone, base: [x * other.unit[0], x * other.unit[1], x * other.unit[2]] };
        const v = zoneVividness(lit);
        const ceiling = zoneFirstClip(lit, 0.1).stops;
        const found = vividWindow(lit).window;
        // Longest run on a fine grid.
        let [best, run, low] = [0, 0, NaN];
        for (let s = -12; s <= ceiling; s += 0.02) {
          run = v(s) >= 0.85 ? run + 0.02 : 0;
          if (run > best) [best, low] = [run, s - run];
        }
        if (best > 0.06) {
          expect(found).not.toBeNull();
          expect(Math.abs(found!.highStops - found!.lowStops - best)).toBeLessThan(0.06);
          expect(Math.abs(found!.lowStops - low)).toBeLessThan(0.06);
        } else if (found) expect(found.highStops - found.lowStops).toBeLessThan(0.1);
      }),
      { numRuns: 600 },
    );
  });

  it('has no own colour for white, whose window runs from visible to clip', () => {
    const zone = zoneOf(flat(1));
    expect(ownColour(camera, zone.unit, zone.white).purity).toBeLessThan(1e-6);
    const { window } = vividWindow(zone);
    expect(zoneVividness(zone)(window!.highStops)).toBeCloseTo(1, 6);
    expect(placeInWindow(window!, window!.lowStops)).toBe(0);
    expect(placeInWindow(window!, window!.highStops)).toBe(1);
  });

  it('says so when standing light leaves no room', () => {
    const zone = zoneOf(BLUE_TEST_GEL);
    expect(vividWindow({ ...zone, base: [9, 9, 9] })).toEqual({ window: null, best: null, ceilingStops: -Infinity });
    const flooded = vividWindow({ ...zone, base: [0.9, 0.9, 0.9] });
    expect(flooded.window).toBeNull();
    expect(flooded.best!.vividness).toBeLessThan(0.85);
  });

  it('refuses a stack that passes no light at all', () => {
    expect(() => windowAlone(flat(0), grey, camera)).toThrow(/passes no light/);
    expect(luminousSum(flat(0))).toBe(0);
  });
});
