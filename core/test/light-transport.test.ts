import { beamIntegral, beamIntensity, zoomGain, zoomLens } from '../src/exposure/beam';
import { nearFieldRatio } from '../src/exposure/distance';
import { faceOf, glint, seenAlong } from '../src/picture/sheen';
import { flareOf, inScatter } from '../src/transport/air';
import { cardSources, fromCard, SILVER_REFLECTANCE } from '../src/transport/boards';
import { emissionOf, lightAxes } from '../src/transport/emission';
import { reaching } from '../src/transport/reach';
import { stageOf } from '../src/transport/stage';
import { viewOf } from '../src/transport/view';
import { modifierOf } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Board, Light } from '../src/document';
import { evaluate, parseLook, veils } from '../src/scene';
const poster = demoLooks()[0]!;
const key = poster.lights.find(({ id }) => id === 'key')!;
const rad = (deg: number) => (deg * Math.PI) / 180;
/** A light at a height of 1 that looks towards -z. */
const light = (modifier: Partial<Light['modifier']>, rollDeg = 0): Light => ({
  ...key,
  position: [0, 1, 0],
  aim: [0, 1, -2],
  rollDeg,
  modifier: { ...modifierOf('reflector'), ...modifier },
});
/** Direction at so many degrees to the right and up of -z. */
const towards = (h: number, v: number): [number, number, number] => {
  const d = [Math.tan(rad(h)), Math.tan(rad(v)), -1] as const;
  const n = Math.hypot(...d);
  return [d[0] / n, d[1] / n, d[2] / n];
};
const lensBeam = { kind: 'lens', beamDeg: 40, fieldDeg: 70 } as const;
const cut = { kind: 'cut', leftDeg: 20, rightDeg: 10, topDeg: 15, bottomDeg: 5, edgeDeg: 1 } as const;
const nowhere = stageOf({ ...poster, subject: { ...poster.subject, faceHeightM: -60 }, boards: [], air: { hazePerM: 0 } });

describe('where a light sends its light', () => {
  it('follows the beam to within a thousandth between the steps of its table', () => {
    const { towards: at } = emissionOf(light({ beam: lensBeam }));
    for (let deg = 0; deg < 60; deg += 1.7) expect(at(...towards(deg, 0))).toBeCloseTo(beamIntensity(lensBeam, rad(deg)), 3);
  });

  it('blades cut at their angles, each to its side, and half way on the edge', () => {
    const { towards: at } = emissionOf(light({ beam: { kind: 'bare' }, cut }));
    for (const [h, v, passes] of [
      [0, 0, 1],
      [9, 0, 1],
      [10, 0, 0.5],
      [11, 0, 0],
      [-19, 0, 1],
      [-21, 0, 0],
      [0, 14, 1],
      [0, 15, 0.5],
      [0, -4, 1],
      [0, -6, 0],
    ] as const)
      expect(at(...towards(h, v))).toBeCloseTo(passes, 6);
  });

  it('roll turns the blades, and its axes stay at right angles', () => {
    const { towards: at, axis, right, up } = emissionOf(light({ beam: { kind: 'bare' }, cut }, 90));
    // Its top leans to the picture's right: what cut above cuts there.
    const sides = [at(...towards(14, 0)), at(...towards(16, 0)), at(...towards(-4, 0)), at(...towards(-6, 0))];
    expect(sides.map((v) => Math.round(v))).toEqual([1, 0, 1, 0]);
    const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * b[i]!, 0);
    for (const [a, b] of [
      [axis, right],
      [axis, up],
      [right, up],
    ] as const)
      expect(dot(a, b)).toBeCloseTo(0, 12);
    expect(lightAxes({ position: [0, 3, 0], aim: [0, 0, 0], rollDeg: 0 }).axis).toEqual([0, -1, 0]);
  });

  it('spill leaks to all sides and never weakens the beam', () => {
    const { towards: at } = emissionOf(light({ beam: lensBeam, spill: 0.02 }));
    expect(at(0, 0, 1)).toBe(0.02);
    expect(at(0, 0, -1)).toBe(1);
  });

  it('a zoom keeps its light: what the beam loses in width it gains on its axis', () => {
    const zoom = { kind: 'zoom', spotDeg: 12, floodDeg: 50 } as const;
    const flux = (at: number) => zoomGain({ ...zoom, zoom: at }) * beamIntegral(zoomLens(zoom, at));
    expect(flux(0)).toBeCloseTo(flux(1), 9);
    expect(zoomGain({ ...zoom, zoom: 1 })).toBeCloseTo(1, 12);
    // Solid angles go nearly by the square of the angle.
    expect(Math.log2(zoomGain({ ...zoom, zoom: 0 }))).toBeCloseTo(2 * Math.log2(50 / 12), 0);
    expect(() =>
      parseLook({ ...poster, lights: [{ ...key, modifier: { ...key.modifier, cut: { ...cut, topDeg: 120 } } }] }),
    ).toThrow(/topDeg/);
    expect(() => parseLook({ ...poster, lights: [{ ...key, modifier: { ...key.modifier, spill: -1 } }] })).toThrow(/spill/);
  });
});

describe('a face that is looked at', () => {
  it.each([
    ['a disc', { kind: 'disc', radiusM: 0.3 }],
    ['a rectangle', { kind: 'rectangle', widthM: 0.6, heightM: 0.5 }],
  ] as const)('%s has the brightness that makes its illuminance', (_, shape) => {
    // Over the half sphere of a place 2 m before it: E = (1 / pi) sum of seen cos(theta) d(omega).
    const one = light({ face: shape, beam: { kind: 'diffuse' } });
    const face = faceOf(one, emissionOf(one));
    const n = 400;
    let sum = 0;
    const half = 0.4;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const x = half * ((2 * (i + 0.5)) / n - 1);
        const y = half * ((2 * (j + 0.5)) / n - 1);
        const d2 = x * x + y * y + 4;
        const d = Math.sqrt(d2);
        const dOmega = ((2 * half) / n) ** 2 * (2 / d) ** 1 * (1 / d2);
        sum += (seenAlong(face, 0, 1, -2, x / d, y / d, 2 / d, 0) * (2 / d) * dOmega) / Math.PI;
      }
    expect(sum / (nearFieldRatio(shape, 2) / 4)).toBeCloseTo(1, 1);
    expect(seenAlong(face, 0, 1, -2, 0, 0, -1, 0)).toBe(0);
    // From behind there is nothing to see.
    expect(seenAlong(face, 0, 1, 2, 0, 0, -1, 0)).toBe(0);
  });

  it('a smooth surface shows its shape where angles are alike, and less than it gets', () => {
    const one = light({ face: { kind: 'rectangle', widthM: 0.6, heightM: 0.6 }, beam: { kind: 'diffuse' } });
    const face = faceOf(one, emissionOf(one));
    const at = (vx: number) => {
      const n = Math.hypot(vx, 2);
      return glint(face, 0, 1, -2, 0, 0, 1, vx / n, 0, 2 / n, 0.05, 0.04);
    };
    expect(at(0.1)).toBeGreaterThan(0);
    expect(at(1)).toBeLessThan(at(0.1) / 50);
    expect(at(0.1)).toBeLessThan(0.06 * seenAlong(face, 0, 1, -2, 0, 0, 1, 0) + 1e-9);
  });
});

describe('silver cards', () => {
  const board: Board = {
    id: 's',
    name: 'Silver',
    finish: 'silver',
    position: [0, 1, 0],
    widthM: 0.5,
    heightM: 0.4,
    yawDeg: 0,
    lossStops: 0,
    tint: null,
  };

  it('send most to the mirrored direction and no more than they get', () => {
    const [card] = cardSources([board], [1, 1, 1], () => 2);
    const at = (x: number, y: number, z: number, r: number) => fromCard(card!, r * x, 1 + r * y, r * z, -x, -y, -z);
    const s = Math.SQRT1_2;
    expect(at(-s, 0, s, 5)).toBeGreaterThan(4 * at(s, 0, s, 5));
    let flux = 0;
    const n = 80;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const z = (i + 0.5) / n;
        const r = Math.sqrt(1 - z * z);
        const phi = (2 * Math.PI * (j + 0.5)) / n;
        flux += at(r * Math.cos(phi), r * Math.sin(phi), z, 4) * ((2 * Math.PI * 16) / (n * n));
      }
    expect(flux).toBeLessThanOrEqual(2 * 0.2 * SILVER_REFLECTANCE * 1.02);
    expect(flux).toBeGreaterThan(0.3 * 2 * 0.2 * SILVER_REFLECTANCE);
  });
});

describe('haze and flare', () => {
  it('is single scattering along the line of sight, as a sum of many small steps gives it', () => {
    const lamp = light({ beam: { kind: 'bare' }, face: { kind: 'disc', radiusM: 0.003 } });
    const reach = reaching(lamp, nowhere);
    const sigma = 0.08;
    const eye = [0.6, 1, 3] as [number, number, number];
    const end = [0.6, 1, -2] as [number, number, number];
    const g = 0.6;
    const n = 20_000;
    let sum = 0;
    for (let i = 0; i < n; i++) {
      const t = (5 * (i + 0.5)) / n;
      const z = 3 - t;
      const d = Math.hypot(0.6, z);
      // The light's way at this place, against the way back to the eye, +z.
      const cosine = z / d;
      const phase = (1 - g * g) / (4 * Math.PI * (1 + g * g - 2 * g * cosine) ** 1.5);
      sum += ((phase * Math.exp(-sigma * (d + t))) / (d * d)) * (5 / n);
    }
    expect(inScatter(reach, nowhere, sigma, eye, end) / (Math.PI * sigma * sum)).toBeCloseTo(1, 1);
    expect(inScatter(reach, nowhere, 0, eye, end)).toBe(0);
  });

  it('the subject throws its shadow into the haze', () => {
    const back: Light = { ...light({ beam: { kind: 'bare' } }), position: [0, 1.62, -1.5], aim: [0, 1.62, 0] };
    const stage = stageOf(poster);
    const eye = [0, 1.62, 2.5] as [number, number, number];
    const end = [0, 1.6, 0.2] as [number, number, number];
    expect(inScatter(reaching(back, stage), stage, 0.05, eye, end)).toBeLessThan(
      0.7 * inScatter(reaching(back, nowhere), nowhere, 0.05, eye, end),
    );
  });

  it('more haze takes chroma from the picture and lifts its darks (too much of it)', () => {
    const hazy = (hazePerM: number) =>
      evaluate({ ...poster, air: { hazePerM } }).probes.find(({ id }) => id === 'backdrop-left')!;
    const levels = [0, 0.01, 0.04, 0.12].map(hazy);
    for (let i = 1; i < levels.length; i++) {
      const [less, more] = [levels[i - 1]!, levels[i]!];
      expect(more.chroma / more.lightness).toBeLessThan(less.chroma / less.lightness);
      expect(more.lightness).toBeGreaterThan(less.lightness);
    }
  });

  it('a rear light turned further in flares more; a grid or a flag beside the lens ends it', () => {
    const view = viewOf(poster, 3, 2);
    const stage = stageOf(poster);
    const rear = (aimZ: number, gridDeg: number | null = null): Light => ({
      ...key,
      position: [0.9, 1.9, -1.6],
      aim: [-0.4 * aimZ, 1.65, aimZ],
      modifier: { ...modifierOf('reflector'), gridDeg },
    });
    const veil = (one: Light, at = stage) => flareOf(reaching(one, at), at, view.eye, view.forward);
    const [aside, inwards] = [veil({ ...rear(0), aim: [-3, 1.6, -1.4] }), veil(rear(2))];
    expect(inwards.veil).toBeGreaterThan(2 * aside.veil);
    expect(inwards.offAxisDeg).toBeCloseTo(aside.offAxisDeg, 9);
    expect(veil({ ...rear(0, 15), aim: [-3, 1.6, -1.4] }).veil).toBe(0);
    const flag: Board = {
      id: 'f',
      name: 'Flag',
      finish: 'black',
      position: [0.2, 1.65, 1.5],
      widthM: 0.6,
      heightM: 0.8,
      yawDeg: 0,
      lossStops: 0,
      tint: null,
    };
    expect(veil(rear(2), stageOf({ ...poster, boards: [flag] })).veil).toBe(0);
    const table = veils({ ...poster, lights: [rear(2)] });
    expect(table[0]!.flareStops).toBeGreaterThan(-12);
    expect(table[0]!.hazeStops).toBe(-Infinity);
  });
});
