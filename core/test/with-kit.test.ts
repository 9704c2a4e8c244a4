import { correctionForLight, correctionForWhite, unitOfLight } from '../src/planning/correction/for-light';
import { gelSwatches, inOtherModes, matchLights, reachWithKit } from '../src/planning/palette/with-kit';
import { lightColours } from '../src/planning/palette/light-colours';
import { unitSpectrum } from '../src/fixture/unit';
import { STAND_IN_KIT, type KitEntry } from '../src/catalogue';
import { cctDuv, spectrumToXy } from '../src/colour';
import { demoLooks, nightOvenLooks } from '../src/demo';
import { InputError } from '../src/errors';
import { modelSource } from '../src/scene';

const poster = demoLooks()[0]!;
const oven = nightOvenLooks()[0]!;
const light = (id: string, look = poster) => look.lights.find((one) => one.id === id)!;
const isGel = (entry: KitEntry) => entry.kind === 'gel';

describe('what a look can do with a kit', () => {
  it('swatches: every gel that is not archived, with what is owned and lost', () => {
    const gels = STAND_IN_KIT.filter(isGel);
    const [first, ...rest] = gels;
    const swatches = gelSwatches(poster, light('key'), [{ ...first!, archived: true } as KitEntry, ...rest]);
    expect(swatches.map(({ id }) => id)).toEqual(rest.map(({ id }) => id));
    for (const { hex, stopsLost } of swatches) {
      expect(hex).toMatch(/^#[0-9a-f]{6}$/);
      expect(stopsLost).toBeGreaterThan(0);
    }
  });

  it('colours of the lights: a gel costs light, and takes the colour off neutral', () => {
    const gelled = lightColours(poster)['rim-right']!;
    const bare = lightColours({ ...poster, lights: [{ ...light('rim-right'), gels: [] }] })['rim-right']!;
    expect(bare.stopsLost).toBeCloseTo(0, 6);
    expect(gelled.stopsLost).toBeGreaterThan(0.5);
    expect(Math.hypot(gelled.point.a, gelled.point.b)).toBeGreaterThan(5 * Math.hypot(bare.point.a, bare.point.b));
  });

  it('reach: a lamp without gels in the kit reaches only its own white; the whole kit reaches further everywhere', () => {
    const own = reachWithKit(poster, [], 'key');
    const kit = reachWithKit(poster, STAND_IN_KIT, 'key');
    expect(Math.max(...own.purity)).toBeLessThan(Math.max(...kit.purity));
    kit.purity.forEach((value, i) => expect(value).toBeGreaterThanOrEqual(own.purity[i]! - 1e-9));
  });

  it('matching asks for a light that is there, and one that mixes colours', () => {
    expect(() => matchLights(poster, 'gone', 'key', STAND_IN_KIT)).toThrow(InputError);
    expect(() => matchLights(poster, 'key', 'rim-left', STAND_IN_KIT)).toThrow(/Rim left cannot mix colours/);
    expect(inOtherModes(poster, 'key', STAND_IN_KIT)).toEqual([]);
    const modes = inOtherModes(oven, 'street', STAND_IN_KIT);
    expect(modes.length).toBeGreaterThan(1);
  });
});

describe('corrections', () => {
  it('a light that is what is wanted needs none; skin in it hardly turns', () => {
    const white = correctionForWhite(5600, 0, 5600, STAND_IN_KIT);
    expect(Math.abs(white.neededMired)).toBeLessThan(1);
    const { correction, skin } = correctionForLight(poster, { ...light('key'), gels: [] }, STAND_IN_KIT, 3200, 0, 0);
    expect(correction.neededMired).toBeGreaterThan(100);
    expect(skin).toHaveLength(correction.fits.length);
  });

  it('a unit that measures as its model has no correction; with that of a warmer one the model measures as it did', () => {
    const model = modelSource(light('key'), 0);
    const { cctK, duv } = cctDuv(spectrumToXy(model));
    const none = unitOfLight(poster, light('key'), { kind: 'meter', cctK: cctK!, duv: duv! });
    expect(none.miredShift).toBeCloseTo(0, 2);
    const measuredK = 1e6 / (1e6 / cctK! + 20);
    const warm = unitOfLight(poster, light('key'), { kind: 'meter', cctK: measuredK, duv: duv! });
    const again = cctDuv(spectrumToXy(unitSpectrum(model, { outputStops: 0, ...warm })));
    expect(1e6 / again.cctK!).toBeCloseTo(1e6 / measuredK, 1);
    expect(again.duv!).toBeCloseTo(duv!, 4);
  });
});
