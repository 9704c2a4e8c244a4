import fc from 'fast-check';
import { cctDuv } from '../src/colour/cct';
import { spectrumToXy } from '../src/colour/observer';
import { ambientWays, evOfLux, luxOfEv, luxOfSettings, AMBIENT_TARGETS } from '../src/exposure/ambient';
import { angleOfShutter, flickerSafeShutters, isFlickerSafe, shutterOfAngle } from '../src/exposure/cinema';
import { blurShare, depthOfField, SHARP_SHARE } from '../src/exposure/depth-of-field';
import { flashLuxSeconds } from '../src/exposure/flash';
import { stopsOverMeter } from '../src/exposure/meter';
import { CONTROL_EFFECTS, dragShutter, solveRatio } from '../src/exposure/mixed';
import { practical } from '../src/source/practical';
import { tungstenSource } from '../src/source/source';

describe('ambient', () => {
  test('EV and lux: 2.5 lx at EV 0, 4704 lx is what 1/60, f/5.6, ISO 100 ask; there and back', () => {
    expect(luxOfEv(0)).toBeCloseTo(2.5, 12);
    expect(luxOfSettings({ aperture: 5.6, iso: 100, shutterS: 1 / 60 })).toBeCloseTo(4704, 0);
    fc.assert(fc.property(fc.double({ min: -8, max: 20, noNaN: true }), (ev) => Math.abs(evOfLux(luxOfEv(ev)) - ev) < 1e-9));
    expect(() => luxOfEv(NaN)).toThrow(/ev/);
  });

  test('each way to a black frame gets there, and only shutter and blackout leave flash alone', () => {
    const camera = { aperture: 5.6, iso: 100, shutterS: 1 / 60, syncS: 1 / 200 };
    const limits = { longestS: 1 / 30, lowestIso: 50, highestIso: 12_800, smallestAperture: 22, widestAperture: 2 };
    const { nowStops, ways } = ambientWays(300, camera, AMBIENT_TARGETS[0].stops, limits);
    expect(nowStops).toBeCloseTo(Math.log2(300 / 4704), 3);
    for (const { control, setting, stops } of ways) {
      if (setting === null) continue;
      const key = { shutter: 'shutterS', aperture: 'aperture', iso: 'iso', nd: 'ndStops' }[control as 'shutter'];
      const changed = { ...camera, [key]: setting };
      expect(stopsOverMeter(300 * changed.shutterS, changed)).toBeCloseTo(-7, 6);
      expect(stops).toBeCloseTo(-7 - nowStops, 12);
    }
    expect(ways.filter(({ movesFlash }) => !movesFlash).map(({ control }) => control)).toEqual(['shutter', 'blackout']);
    expect(ways.find(({ control }) => control === 'shutter')!.reaches).toBe(false);
    expect(ways.find(({ control }) => control === 'nd')!.reaches).toBe(true);
    expect(ambientWays(0, camera, -7, limits).ways).toEqual([]);
  });
});

describe('cinema', () => {
  test('shutter angle and seconds', () => {
    expect(shutterOfAngle(180, 24)).toBeCloseTo(1 / 48, 12);
    expect(shutterOfAngle(172.8, 24)).toBeCloseTo(1 / 50, 12);
    expect(angleOfShutter(1 / 50, 25)).toBeCloseTo(180, 9);
    expect(() => shutterOfAngle(400, 24)).toThrow(/angle must be a number from 1 to 360/);
    expect(() => angleOfShutter(1 / 10, 24)).toThrow(/shutterS/);
  });

  test('flicker-safe exposures hold whole pulses of twice the mains', () => {
    expect(isFlickerSafe(1 / 50, 50)).toBe(true);
    expect(isFlickerSafe(1 / 48, 50)).toBe(false);
    expect(isFlickerSafe(1 / 60, 60)).toBe(true);
    expect(isFlickerSafe(1 / 500, 50)).toBe(false);
    expect(flickerSafeShutters(50, 24).map(({ angleDeg }) => Number(angleDeg.toFixed(1)))).toEqual([345.6, 259.2, 172.8, 86.4]);
    expect(flickerSafeShutters(60, 24).map(({ shutterS }) => Math.round(1 / shutterS))).toEqual([24, 30, 40, 60, 120]);
    for (const { shutterS } of flickerSafeShutters(60, 30)) expect(isFlickerSafe(shutterS, 60)).toBe(true);
  });
});

describe('depth of field', () => {
  const lens = { focalMm: 85, aperture: 2.8, sensorHeightMm: 24 };
  test('its ends are where the blur is just sharp; beyond the hyperfocal distance it never ends', () => {
    const { nearM, farM, hyperfocalM } = depthOfField(lens, 3);
    expect(blurShare(lens, 3, nearM)).toBeCloseTo(SHARP_SHARE, 5);
    expect(blurShare(lens, 3, farM)).toBeCloseTo(SHARP_SHARE, 5);
    expect(depthOfField(lens, hyperfocalM).farM).toBe(Infinity);
    expect(depthOfField(lens, hyperfocalM).nearM).toBeCloseTo(hyperfocalM / 2, 1);
    expect(blurShare(lens, 3, 3)).toBe(0);
    expect(blurShare({ ...lens, aperture: 1.4 }, 3, 6)).toBeCloseTo(2 * blurShare(lens, 3, 6), 9);
    expect(() => depthOfField({ ...lens, aperture: 0 }, 3)).toThrow(/aperture/);
  });
});

describe('flash with continuous light', () => {
  test('only shutter, flash power and dimmer change a ratio', () => {
    const changing = CONTROL_EFFECTS.filter(({ flash, continuous }) => flash !== continuous).map(({ control }) => control);
    expect(changing).toEqual(['shutter', 'flash-power', 'dimmer']);
  });

  test('the ratio solver equals a brute-force search of shutter and power', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -8, max: 8, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (change, down, up) => {
          const limits = { syncS: 1 / 200, longestS: 1 / 30, powerDownStops: down, powerUpStops: up };
          const answer = solveRatio(1 / 100, change, limits);
          // Whatever shutter and power can do, nearest to the wish.
          let best = Infinity;
          for (let i = 0; i <= 400; i++) {
            const shutter = limits.syncS * (limits.longestS / limits.syncS) ** (i / 400);
            const byShutter = -Math.log2(shutter / (1 / 100));
            const power = Math.min(up, Math.max(-down, change - byShutter));
            best = Math.min(best, Math.abs(change - byShutter - power));
          }
          expect(Math.abs(answer.lacking)).toBeLessThanOrEqual(best + 1e-9);
          expect(answer.byShutterStops + answer.byPowerStops + answer.lacking).toBeCloseTo(change, 9);
          expect(answer.shutterS).toBeGreaterThanOrEqual(limits.syncS - 1e-12);
          expect(answer.shutterS).toBeLessThanOrEqual(limits.longestS + 1e-12);
        },
      ),
      { numRuns: 60 },
    );
    expect(() => solveRatio(0, 1, { syncS: 0.005, longestS: 1, powerDownStops: 1, powerUpStops: 1 })).toThrow(/shutterS/);
  });

  test('a dragged shutter adds up: flash, trail and ambient make the whole', () => {
    const camera = { aperture: 8, iso: 100, shutterS: 1.6 };
    const input = {
      flashLuxSeconds: flashLuxSeconds(40, 1 / 8, 2),
      continuousLux: 60,
      ambientLux: 0.5,
      camera,
      speedMS: 0.8,
      distanceM: 3,
      focalMm: 50,
      sensorWidthMm: 36,
      imageWidthPx: 6000,
      figureM: 0.3,
    };
    const answer = dragShutter(input);
    const sum = 2 ** answer.flashStops + 2 ** answer.trailStops + 2 ** answer.ambientStops;
    expect(Math.log2(sum)).toBeCloseTo(answer.togetherStops, 9);
    expect(answer.freezeShare).toBeCloseTo(2 ** answer.flashStops / sum, 9);
    // 1.28 m of path at 3 m through 50 mm: 21.3 mm of 36.
    expect(answer.trailPx).toBeCloseTo(((1.28 * 50) / 3 / 36) * 6000, 6);
    const still = dragShutter({ ...input, speedMS: 0 });
    expect(still.trailPx).toBe(0);
    expect(2 ** still.trailStops / 2 ** answer.trailStops).toBeCloseTo(1.6 / (0.3 / 0.8), 9);
    expect(() => dragShutter({ ...input, camera: { ...camera, iso: 0 } })).toThrow(/iso/);
  });
});

describe('practicals', () => {
  const lamp = { fittedW: 60, ratedW: 60, beforeW: 60, fullK: 2700, level: 1, diffusionStops: 0 };
  test('dimmed tungsten follows Planck: the temperature said is the temperature that the spectrum has', () => {
    for (const level of [1, 0.5, 0.2]) {
      const { cctK } = practical({ ...lamp, level });
      expect(cctDuv(spectrumToXy(tungstenSource(2700, level))).cctK!).toBeCloseTo(cctK, 0);
      expect(cctK).toBeCloseTo(2700 * level ** (0.42 / 3.4), 6);
    }
    expect(practical({ ...lamp, level: 0.25 }).dimmedStops).toBe(-2);
  });

  test('a lamp over its holder’s rating is refused; twice the watts is a stop; nothing promises safety', () => {
    const over = practical({ ...lamp, fittedW: 120, diffusionStops: 1 });
    expect(over.refused).toBe(true);
    expect(over.overW).toBe(60);
    expect(over.gainedStops).toBe(1);
    expect(over.netStops).toBe(0);
    expect(over.cautions).toEqual(['over-rating', 'diffusion-heat', 'local-codes']);
    expect(practical(lamp).cautions).toEqual(['local-codes']);
    expect(practical(lamp).refused).toBe(false);
    expect(() => practical({ ...lamp, fittedW: 0 })).toThrow(/fittedW/);
  });
});
