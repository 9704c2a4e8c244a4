import { converter } from 'culori';
import { baseCamera, EDGE_STOPS, outsideOf } from '../src/camera';
import { linearOutputInto } from '../src/camera/camera';
import { gamutLoss, keepHueInto } from '../src/camera/gamut';
import { fixtureOf, modifierOf } from '../src/catalogue';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../src/demo';
import type { Light, Look } from '../src/document';
import { HIGH_SPEED_SYNC_STOPS } from '../src/exposure';
import { mixOf } from '../src/fixture';
import { balance } from '../src/planning/search';
import { flat } from '../src/spectrum/grid';
import { cctDuv } from '../src/colour/cct';
import { spectrumToXy } from '../src/colour/observer';
import { compileScene, fullExposure, totalFigures } from '../src/scene/compile';
import { resolveSource } from '../src/scene/resolve';
import { evaluate, parseLook } from '../src/scene';
import { reaching, openLight } from '../src/transport/reach';
import { encodeSrgb } from '../src/colour/rgb';
import { developInto } from '../src/picture/develop';
import { drawn, meanOf } from './picture-support';
import { stageOf } from '../src/transport/stage';
import { fixedPoster } from './poster';
import { farthest } from './support';

/** What the audit of the model asked for, case by case. */

const poster = demoLooks()[0]!;
const CLEAR = flat(1);
const key = poster.lights.find(({ id }) => id === 'key')!;
const lit = (change: Partial<Light>): Light => ({ ...key, gels: [], ...change });
const nobody = stageOf({ ...poster, subject: { ...poster.subject, faceHeightM: -60 }, boards: [], air: { hazePerM: 0 } });

/** Relative exposure on the axis of a light at a distance, at full power. */
function onAxis(look: Look, light: Light, distanceM: number): number {
  const placed = { ...light, position: [0, 1.5, distanceM] as const, aim: [0, 1.5, 0] as const, rollDeg: 0 };
  const one = { ...placed, position: [...placed.position], aim: [...placed.aim] } as Light;
  return fullExposure(look, one) * openLight(reaching(one, nobody), 0, 1.5, 0, 0, 0, 1);
}

describe('the loss of a modifier', () => {
  it.each(['softbox', 'octa', 'lantern', 'bare', 'strip', 'umbrella'])(
    'of %s is what it takes at 1 m, of flash and continuous light alike',
    (id) => {
      for (const fixture of ['flash-400', 'led-spot']) {
        const item = fixtureOf(fixture);
        const of = (modifier: string) => onAxis(poster, lit({ fixture: item, modifier: modifierOf(modifier), setting: null }), 1);
        const taken = modifierOf(id).lossStops - modifierOf('reflector').lossStops;
        expect(Math.abs(Math.log2(of('reflector') / of(id)) - taken)).toBeLessThan(0.06);
      }
    },
  );

  it('400 J in an octa at 1.5 m and ISO 100 ask for f/13 to f/16', () => {
    const look = { ...poster, camera: { ...poster.camera, iso: 100, aperture: 1 } };
    const over = onAxis(look, lit({ fixture: fixtureOf('flash-400'), modifier: modifierOf('octa') }), 1.5);
    // Incident light that the meter asks f/1 for is 1.
    expect(Math.sqrt(over)).toBeGreaterThan(13);
    expect(Math.sqrt(over)).toBeLessThan(16.1);
  });
});

describe('flash', () => {
  it('of a small unit is bluer at low power, 50 K a stop', () => {
    const small = lit({ fixture: fixtureOf('flash-small') });
    const kelvin = (stops: number) => cctDuv(spectrumToXy(resolveSource(small, stops))).cctK!;
    expect(kelvin(-4) - kelvin(0)).toBeGreaterThan(180);
    expect(kelvin(-4) - kelvin(0)).toBeLessThan(220);
  });

  it('beyond the sync limit loses more than continuous light does', () => {
    const at = (shutterS: number) =>
      evaluate({ ...poster, camera: { ...poster.camera, shutterS } }).exposure.flashShutterLossStops;
    expect(at(1 / 200)).toBeCloseTo(0, 12);
    expect(at(1 / 400)).toBeCloseTo(1 + HIGH_SPEED_SYNC_STOPS, 9);
  });
});

describe('a near soft source', () => {
  /** The same by 60 x 60 points of its face. */
  function summed({ position, aim, modifier }: Light, place: readonly number[], normal: readonly number[]): number {
    const { face } = modifier;
    if (face.kind !== 'rectangle' && face.kind !== 'tube') throw new Error('not summed');
    const [w, h] = face.kind === 'rectangle' ? [face.widthM, face.heightM] : [face.lengthM, 0.001];
    const a = [0, 1, 2].map((c) => aim[c]! - position[c]!);
    const l = Math.hypot(...a);
    const axis = a.map((v) => v / l) as [number, number, number];
    const side = Math.hypot(axis[0], axis[2]);
    const right = [-axis[2] / side, 0, axis[0] / side];
    const up = [
      right[1]! * axis[2] - right[2]! * axis[1],
      right[2]! * axis[0] - right[0]! * axis[2],
      right[0]! * axis[1] - right[1]! * axis[0],
    ];
    const n = 60;
    let sum = 0;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < n; j++) {
        const [u, v] = [w * ((i + 0.5) / n - 0.5), h * ((j + 0.5) / n - 0.5)];
        const d = [0, 1, 2].map((c) => position[c]! + u * right[c]! + v * up[c]! - place[c]!);
        const d2 = d.reduce((total, x) => total + x * x, 0);
        const here = d.reduce((total, x, c) => total + x * normal[c]!, 0) / Math.sqrt(d2);
        const there = -d.reduce((total, x, c) => total + x * axis[c]!, 0) / Math.sqrt(d2);
        if (here > 0 && there > 0) sum += (here * there) / d2 / (n * n);
      }
    return sum;
  }

  it.each([
    ['softbox-large', 0.9],
    ['softbox-large', 1.6],
    ['softbox', 0.7],
    ['strip', 1.2],
    ['tube-face', 0.8],
  ])('%s at %f m is within a twentieth of a stop off its axis and to its edge', (id, distanceM) => {
    const light = lit({ modifier: modifierOf(id), position: [0, 1.5, distanceM], aim: [0, 1.5, 0], rollDeg: 0 });
    const reach = reaching(light, nobody);
    for (const x of [0, 0.3, 0.6])
      for (const angle of [-60, -30, 0, 30, 60, 80]) {
        const a = (angle * Math.PI) / 180;
        const normal = [Math.sin(a), 0, Math.cos(a)] as const;
        const expected = summed(light, [x, 1.4, 0], normal);
        const found = openLight(reach, x, 1.4, 0, ...normal);
        if (expected > 0.05) expect(Math.abs(Math.log2(found / expected))).toBeLessThan(0.07);
      }
  });

  it('a tube lights nothing behind its own horizon', () => {
    const tube = lit({ modifier: modifierOf('tube-face'), position: [0, 1.5, 0.6], aim: [0, 1.5, 0], rollDeg: 0 });
    const reach = reaching(tube, nobody);
    expect(openLight(reach, 0.1, 1.5, 0.9, 0, 0, -1)).toBe(0);
    expect(openLight(reach, 0, 1.5, 0, 0, 0, -1)).toBe(0);
  });
});

describe('white light', () => {
  it('is white whatever made it: a colour panel set to white has no colour of its own on skin', () => {
    for (const id of ['colour-panel', 'colour-panel-two', 'colour-tube', 'bi-colour']) {
      const look = parseLook({
        ...poster,
        lights: [
          lit({
            fixture: fixtureOf(id),
            modifier: modifierOf('panel-face'),
            setting: { mode: 'cct', cctK: 5600, duv: 0 },
            zone: 'face-key',
          }),
        ],
      });
      const [row] = evaluate(look).lights;
      expect(row!.isWhite).toBe(true);
      expect(row!.purity).toBe(0);
      expect(row!.verdict.kind).not.toBe('diluted');
    }
  });

  it('with a pale gel is not', () => {
    const look = parseLook({ ...poster, lights: [lit({ gels: [{ gel: 'teal-pale', strength: 1 }], zone: 'face-key' })] });
    expect(evaluate(look).lights[0]!.isWhite).toBe(false);
  });
});

describe('an optical brightener', () => {
  const recorded = (look: Look, id: string) => {
    const { unclipped, recorded: colour } = evaluate({
      ...look,
      subject: { ...look.subject, wardrobe: { kind: 'material', id } },
    }).probes.find(({ surface }) => surface === 'wardrobe')!;
    return { blue: unclipped[2], lab: cielabOf(colour) };
  };
  const cielabOf = ([r, g, b]: readonly [number, number, number]) =>
    converter('lab65')({ mode: 'rgb', r: encodeSrgb(r), g: encodeSrgb(g), b: encodeSrgb(b) });
  const by = (fixture: string): Look => ({
    ...poster,
    ambient: { ...poster.ambient, lux: 0 },
    lights: [
      lit({
        fixture: fixtureOf(fixture),
        setting: null,
        powerStops: fixture === 'flash-400' ? -3 : 0,
        zone: 'wardrobe',
        aim: [0, 1.2, 0],
      }),
    ],
  });

  it('adds a tenth to a quarter of a stop of blue under flash, and nothing under diodes', () => {
    const [plain, bright] = ['cloth-white', 'cloth-white-bright'].map((id) => recorded(by('flash-400'), id));
    const more = Math.log2(bright!.blue / plain!.blue);
    expect(more).toBeGreaterThan(0.09);
    expect(more).toBeLessThan(0.25);
    const distance = Math.hypot(bright!.lab.l - plain!.lab.l, bright!.lab.a - plain!.lab.a, bright!.lab.b - plain!.lab.b);
    expect(distance).toBeGreaterThan(3);
    expect(distance).toBeLessThan(10);
    const [dull, same] = ['cloth-white', 'cloth-white-bright'].map((id) => recorded(by('led-panel'), id));
    expect(Math.abs(Math.log2(same!.blue / dull!.blue))).toBeLessThan(0.01);
  });

  it('glows in the picture as in the figures', () => {
    const look: Look = {
      ...by('flash-400'),
      subject: { ...poster.subject, wardrobe: { kind: 'material', id: 'cloth-white-bright' } },
    };
    const plain: Look = by('flash-400');
    const [bright, dull] = [look, plain].map((one) => meanOf(one, 'wardrobe'));
    const more = Math.log2(bright![2] / dull![2]);
    expect(more).toBeGreaterThan(0.09);
    expect(more).toBeLessThan(0.25);
  });
});

describe('veiling glare', () => {
  const glaring = (look: Look, glare: number): Look => ({ ...look, camera: { ...look.camera, glare } });

  it('lays its share of the mean of the picture over all of it, and over the figures alike', () => {
    for (const look of [poster, nocturneLooks()[0]!, nightOvenLooks()[0]!]) {
      const [clear, veiled] = [drawn(glaring(look, 0), 60, 40), drawn(glaring(look, 0.01), 60, 40)];
      const mean = (raw: Float64Array, c: number) =>
        raw.reduce((sum, v, q) => (q % 3 === c ? sum + v : sum), 0) / (raw.length / 3);
      const [before, after] = [compileScene(glaring(look, 0)), compileScene(glaring(look, 0.01))];
      for (const c of [0, 1, 2]) {
        const veil = veiled.raw[c]! - clear.raw[c]!;
        const laid = veiled.raw.map((v, q) => (q % 3 === c ? v - clear.raw[q]! : veil));
        expect(farthest(laid, veil)).toBeLessThan(5e-6);
        // The mean is taken on a coarse grid of lines of sight, once for figures and pictures.
        expect(Math.abs(Math.log2(veil / (0.01 * mean(clear.raw, c))))).toBeLessThan(0.4);
        const own = totalFigures(after, 0)[c]! - totalFigures(before, 0)[c]!;
        expect(own).toBeCloseTo(veil, 5);
      }
    }
  });

  it('takes most of a dark colour before a bright ground: an amber rim three stops under loses a fifth', () => {
    const look = parseLook({
      ...poster,
      lights: fixedPoster()
        .lights.filter(({ id }) => id !== 'rim-left')
        .map((light) => (light.id === 'rim-right' ? { ...light, powerStops: light.powerStops - 3 } : light)),
    });
    const vividness = (glare: number) => evaluate(glaring(look, glare)).lights.find(({ id }) => id === 'rim-right')!.vividness;
    const lost = 1 - vividness(0.01) / vividness(0);
    expect(lost).toBeGreaterThan(0);
    expect(lost).toBeLessThan(0.4);
  });
});

describe('colours that the file cannot hold', () => {
  const narrow = [0.9, -0.12, 0.05] as const;

  it('are cut off channel by channel, or keep their hue and lightness', () => {
    const rgb = Float64Array.of(...narrow);
    const hueOf = ([r, g, b]: ArrayLike<number> & Iterable<number>) => {
      const [l, m, s] = [
        Math.cbrt(0.4122214708 * r! + 0.5363325363 * g! + 0.0514459929 * b!),
        Math.cbrt(0.2119034982 * r! + 0.6806995451 * g! + 0.1073969566 * b!),
        Math.cbrt(0.0883024619 * r! + 0.2817188376 * g! + 0.6299787005 * b!),
      ];
      const [a, c] = [
        1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s,
        0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s,
      ];
      return { deg: (Math.atan2(c, a) * 180) / Math.PI, L: 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s };
    };
    const was = hueOf(rgb);
    keepHueInto(rgb);
    expect(Math.min(...rgb)).toBeGreaterThanOrEqual(0);
    expect(Math.min(...rgb)).toBeLessThan(1e-3);
    expect(hueOf(rgb).deg).toBeCloseTo(was.deg, 1);
    expect(hueOf(rgb).L).toBeCloseTo(was.L, 3);
    const cut = hueOf(Float64Array.from(narrow, (v) => Math.max(0, v)));
    expect(Math.abs(cut.deg - was.deg)).toBeGreaterThan(1);
    expect(gamutLoss('clipped', ...narrow)).toBeGreaterThan(0.01);
  });

  it('are told apart by what a wider screen can show', () => {
    expect(outsideOf(0.2, 0.5, 0.4)).toBeNull();
    // P3 red and green in linear sRGB.
    expect(outsideOf(1.2249, -0.0421, -0.0197)).toBe('srgb');
    expect(outsideOf(-0.2249, 1.0421, -0.0786)).toBe('srgb');
    expect(outsideOf(-0.7, 1.1, -0.2)).toBe('p3');
  });

  it('are drawn as they are for a wider screen, and neutrals stay neutral', () => {
    const camera = baseCamera();
    const raw = Float32Array.of(0.18, 0.18, 0.18, 0.001, 0.2, 0.02);
    const [file, screen] = (['srgb', 'display-p3'] as const).map((space) => {
      const rgba = new Uint8ClampedArray(8);
      developInto(rgba, raw, camera, space);
      return rgba;
    });
    expect([...screen!.slice(0, 3)]).toEqual([...file!.slice(0, 3)]);
    const p3 = converter('p3');
    const out = new Float64Array(3);
    linearOutputInto(out, camera, raw[3]!, raw[4]!, raw[5]!);
    const expected = p3({ mode: 'lrgb', r: out[0]!, g: out[1]!, b: out[2]! })!;
    [expected.r, expected.g, expected.b].forEach((v, c) =>
      expect(Math.abs(screen![4 + c]! - 255 * Math.min(1, Math.max(0, v)))).toBeLessThan(1.6),
    );
  });

  it('count in windows as the camera treats them', () => {
    const as = (gamut: 'clipped' | 'hue') => evaluate({ ...poster, camera: { ...poster.camera, gamut } });
    const [clipped, hue] = [as('clipped'), as('hue')];
    const backdrop = (r: ReturnType<typeof as>) => r.probes.find(({ id }) => id === 'backdrop')!;
    expect(Math.min(...backdrop(clipped).unclipped)).toBeLessThan(0);
    expect(backdrop(hue).hex).not.toBe(backdrop(clipped).hex);
  });
});

describe('the limits of a fixture', () => {
  it.each([
    ['cct', { mode: 'cct', cctK: 20_000, duv: 0 }, { mode: 'cct', cctK: 10_000, duv: 0 }],
    ['hsi', { mode: 'hsi', hueDeg: 40, saturation: 0.3, whiteK: 1700 }, { mode: 'hsi', hueDeg: 40, saturation: 0.3, whiteK: 0 }],
  ] as const)('hold its whites in %s mode, and it is said', (_, asked, within) => {
    const fixture = fixtureOf('colour-panel');
    if (fixture.kind !== 'colour') throw new Error('not a colour fixture');
    const [low, high] = [fixture.lowK, fixture.highK];
    const held = within.mode === 'cct' ? { ...within, cctK: high } : { ...within, whiteK: low };
    const lookup = { gel: () => CLEAR };
    const [found, expected] = [mixOf(fixture, asked, lookup), mixOf(fixture, held, lookup)];
    expect([...found.spectrum]).toEqual([...expected.spectrum]);
    expect(found.heldK).toBe(within.mode === 'cct' ? high : low);
    expect(expected.heldK).toBeNull();
  });
});

describe('what a sensor may be', () => {
  it('is a soft edge of windows and clips, kept from the clip by balance', () => {
    expect(evaluate(poster).lights.every(({ edgeStops }) => edgeStops === EDGE_STOPS.standIn)).toBe(true);
    const bright: Look = { ...poster, brief: { ...poster.brief, mood: 'bright' } };
    const { readings } = balance(bright, { thorough: false });
    for (const { headroom } of readings.probes) expect(headroom.stops).toBeGreaterThan(EDGE_STOPS.standIn - 0.06);
  });

  it('is no more than what three sensors differ by', () => {
    const clip = (shiftNm: number) => {
      const look: Look = { ...poster, camera: { ...poster.camera, sensor: { kind: 'standIn', shiftNm } } };
      return evaluate(look).lights.find(({ id }) => id === 'rim-right')!.firstClip.stops;
    };
    const clips = [-6, 0, 6].map(clip);
    expect(Math.max(...clips) - Math.min(...clips)).toBeLessThan(2 * EDGE_STOPS.standIn + 0.05);
  });
});
