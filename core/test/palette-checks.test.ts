import { adaptedLinear } from '../src/vivid/adaptation';
import { findGel } from '../src/gel/stand-ins';
import { demoLooks } from '../src/demo';
import { decodeSrgb } from '../src/colour/rgb';
import { turnBetweenDeg } from '../src/colour/hue';
import { oklabOf } from '../src/colour/oklab';
import { STAND_IN_KIT } from '../src/catalogue/stand-ins';
import { evaluate } from '../src/scene/evaluate';
import type { Light, Look } from '../src/document/schema';
import { paletteChecks } from '../src/planning/palette/checks';
import { colourClusters } from '../src/planning/palette/clusters';
import { motiveProblems } from '../src/planning/palette/motives';
import { copyOf } from './support';

const near = (a: number, b: number) => Math.abs(turnBetweenDeg(a, b));

describe('checks', () => {
  const base = () => copyOf(demoLooks()[0]!);
  const of = (look: Look, id: string) => paletteChecks(look).checks.find((check) => check.id === id);
  const light = (look: Look, id: string): Light => look.lights.find((one) => one.id === id)!;

  test('a neutral key is an anchor; with every light one colour there is none, and the eye adapts', () => {
    const look = base();
    expect(of(look, 'anchor')!.holds).toBe(true);
    for (const one of look.lights) one.gels = [{ gel: 'green-deep', strength: 1 }];
    look.ambient.lux = 0;
    expect(of(look, 'anchor')!.holds).toBe(false);
    const adaptation = of(look, 'adaptation')!;
    expect(adaptation.holds).toBe(false);
    expect(adaptation.finding).toEqual({ kind: 'one-colour', share: expect.any(Number) });
    // The adapted preview is less green.
    const report = paletteChecks(look);
    const backdrop = evaluate(look).probes.find(({ id }) => id === 'backdrop')!;
    const { a, b } = oklabOf(...adaptedLinear(report.adaptation, oklabOf(...backdrop.recorded)));
    expect(Math.hypot(a, b)).toBeLessThan(backdrop.chroma * 0.7);
    look.palette.accepted = ['anchor'];
    expect(of(look, 'anchor')!.accepted).toBe(true);
  });

  test('red on the face is asked about in a bright mood and let be in a dark one', () => {
    const look = base();
    light(look, 'key').gels = [{ gel: 'magenta-mid', strength: 1 }];
    look.brief.mood = 'bright';
    expect(of(look, 'skin')!.holds).toBe(false);
    expect(of(look, 'eyes')!.holds).toBe(false);
    light(look, 'key').gels = [];
    expect(of(look, 'skin')!.holds).toBe(true);
    expect(of(look, 'eyes')!.holds).toBe(true);
  });

  test('thin separation asks, and an edge that is to sink in does not', () => {
    const look = base();
    look.brief.separation = evaluate(look).separation + 0.03;
    expect(of(look, 'separation')!.holds).toBe(false);
    look.brief.separation = 0;
    expect(of(look, 'separation')!.finding).toMatchObject({ kind: 'separation', wanted: 0 });
  });

  test('a colour that was washed out is no anchor: white light is', () => {
    const look = copyOf(demoLooks()[0]!);
    // The cyan rim so far over that the camera records it pale.
    look.camera.iso *= 16;
    const pale = paletteChecks(look).checks.find(({ id }) => id === 'anchor')!;
    const { nearest } = pale.finding as { nearest: { name: string } | null };
    const readings = evaluate(look);
    const probe = readings.probes.find(({ name }) => name === nearest?.name);
    // The key is a white that was made a little warmer.
    const white = new Set(readings.lights.filter(({ isWhite, id }) => isWhite || id === 'key').map(({ id }) => id));
    const share = (probe?.shares ?? []).reduce((sum, one) => sum + (white.has(one.lightId) ? one.share : 0), 0);
    expect(nearest === null || share >= 0.5).toBe(true);
  });

  test('coloured cloth that is recorded as another colour is told by both names; a white one takes any light', () => {
    const look = copyOf(demoLooks()[0]!);
    look.subject.wardrobe = { kind: 'material', id: 'cloth-teal' };
    const clothing = look.probes.find(({ part }) => part === 'clothing')!;
    for (const light of look.lights) {
      light.on = light.role === 'key';
      light.gels = [{ gel: 'orange-mid', strength: 1 }];
      light.aim = clothing.position;
      light.powerStops = 0;
    }
    look.camera.iso *= 2;
    const found = paletteChecks(look).checks.filter(({ id }) => id.startsWith('wardrobe'));
    expect(found.map(({ id }) => id)).not.toContain('wardrobe');
    look.subject.wardrobe = { kind: 'neutral', reflectance: 0.6 };
    expect(paletteChecks(look).checks.some(({ id }) => id.endsWith(':turns'))).toBe(false);
  });

  test('cloth goes black under the light that it does not reflect', () => {
    const look = base();
    look.subject.wardrobe = { kind: 'material', id: 'cloth-red' };
    look.ambient.lux = 0;
    for (const one of look.lights) one.muted = one.role !== 'key';
    for (const one of look.lights) if (one.role === 'key') one.gels = [{ gel: 'azure-deep', strength: 1 }];
    expect(of(look, 'wardrobe:key:black')!.finding).toMatchObject({ kind: 'cloth-dark', light: 'Key', isBlack: true });
    for (const one of look.lights) if (one.role === 'key') one.gels = [{ gel: 'red-deep', strength: 1 }];
    expect(of(look, 'wardrobe:key:glow')).toBeDefined();
  });

  test('a light off its palette colour, a motive that disagrees, missing sheets', () => {
    const look = base();
    look.palette.members = [
      { id: 'm', name: 'Rim', hueDeg: 140, purity: 0.2, light: 'rim-right', part: 'hair-right', share: 0.1, purpose: '' },
    ];
    expect(of(look, 'target:m')!.finding).toMatchObject({ kind: 'off-target', wanted: { hueDeg: 140, purity: 0.2 } });
    light(look, 'rim-left').motive = 'fire';
    expect(of(look, 'motive:rim-left')!.finding).toMatchObject({
      kind: 'motive',
      problems: expect.arrayContaining([expect.objectContaining({ kind: 'hue', range: [30, 75] })]),
    });
    const report = paletteChecks(
      look,
      STAND_IN_KIT.map((entry) => ({ ...entry, count: 0 })),
    );
    expect(report.checks.find(({ id }) => id === 'sheets:amber-deep')!.finding).toEqual({
      kind: 'sheets',
      gel: findGel('amber-deep')!.name,
      needed: 1,
      owned: 0,
      joined: 0,
      pieceCm: [24, 24],
    });
    expect(motiveProblems({ ...light(look, 'rim-left'), motive: '' }, { hueDeg: 0, purity: 1, cctK: null })).toEqual([]);
  });

  test('more than three colours without a purpose are asked about', () => {
    const look = base();
    look.palette.members = [0, 90, 180, 270].map((hueDeg, i) => ({
      id: `m${i}`,
      name: '',
      hueDeg,
      purity: 0.2,
      light: '',
      part: '',
      share: 0.1,
      purpose: '',
    }));
    expect(of(look, 'purpose')!.holds).toBe(false);
    look.palette.members.forEach((member) => (member.purpose = 'sign'));
    expect(of(look, 'purpose')!.holds).toBe(true);
  });

  test('two colours that clip to one are named', () => {
    const look = base();
    // A yellow and an orange: over their clip both are yellow.
    const rims = look.lights.filter(({ role }) => role === 'rim');
    rims[0]!.gels = [{ gel: 'yellow-deep', strength: 1 }];
    rims[1]!.gels = [{ gel: 'orange-mid', strength: 1 }];
    expect(paletteChecks(look).checks.some(({ id }) => id.startsWith('alike'))).toBe(false);
    look.ambient.lux = 0;
    look.camera.iso = 12_800;
    expect(paletteChecks(look).checks.some(({ id }) => id === `alike:${rims[0]!.id}:${rims[1]!.id}`)).toBe(true);
  });
});

describe('clusters of a reference picture', () => {
  test('finds planted colours with their shares, the same way every time', () => {
    const planted = [
      { rgb: [230, 140, 30], share: 0.5 },
      { rgb: [20, 60, 140], share: 0.3 },
      { rgb: [240, 240, 240], share: 0.2 },
    ];
    const pixels = planted.flatMap(({ rgb, share }) =>
      Array.from({ length: share * 1000 }, (_, i) => [
        ...rgb.map((v) => Math.max(0, Math.min(255, v + ((i * 7) % 11) - 5))),
        255,
      ]),
    );
    const data = Uint8ClampedArray.from(pixels.flat());
    const clusters = colourClusters(data, 3);
    expect(clusters.map(({ share }) => share)).toEqual([0.5, 0.3, 0.2]);
    planted.forEach(({ rgb }, i) => {
      const lab = oklabOf(...(rgb.map((v) => decodeSrgb(v / 255)) as [number, number, number]));
      expect(clusters[i]!.lightness).toBeCloseTo(lab.L, 1);
      if (i < 2) expect(near(clusters[i]!.hueDeg, (Math.atan2(lab.b, lab.a) * 180) / Math.PI)).toBeLessThan(5);
    });
    expect(colourClusters(data, 3)).toEqual(clusters);
  });

  test('a dark ground is no colour of the picture, a dark blue is, and shares are of all of it', () => {
    const pixel = (r: number, g: number, b: number, n: number) => Array.from({ length: n }, () => [r, g, b, 255]).flat();
    const data = Uint8ClampedArray.from([...pixel(24, 24, 26, 700), ...pixel(230, 140, 30, 200), ...pixel(10, 20, 90, 100)]);
    const found = colourClusters(data, 4);
    expect(found.map(({ share }) => share)).toEqual([0.2, 0.1]);
    expect(found[0]!.hueDeg).toBeGreaterThan(50);
    expect(near(found[1]!.hueDeg, 266)).toBeLessThan(8);
  });

  test('plain and empty pictures', () => {
    expect(colourClusters(Uint8ClampedArray.from([10, 20, 30, 255, 10, 20, 30, 255]), 5)).toHaveLength(1);
    expect(() => colourClusters(new Uint8ClampedArray(0))).toThrow(/no pixels/);
    expect(() => colourClusters(Uint8ClampedArray.from([1, 2, 3, 0]))).toThrow(/transparent/);
  });
});
