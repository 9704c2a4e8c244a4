import {
  evenness,
  expectedMarks,
  learn,
  measurePatch,
  reweighed,
  summarise,
  unitKey,
  withLessons,
  type Patch,
  type TaughtFrame,
} from '../src/day';
import { demoLooks, nightOvenLooks } from '../src/demo';
import type { Look } from '../src/document';
import { evaluate } from '../src/scene';
import { byte, painted } from './frame-support';
import { withOnly } from '../src/planning/build/order';
import { invertCurve, applyCurve, baseCamera } from '../src/camera/camera';
import { encodeSrgb } from '../src/colour/rgb';
import { gaussNewton } from '../src/gauss-newton';

const poster = demoLooks()[0]!;
/** What a perfect camera would give at the probes of a look, with repeatable noise. */
function shotOf(look: Look, aloneId: string | null = null, noise = 0): Patch[] {
  let state = 7;
  const random = () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 31 - 1;
  };
  return evaluate(aloneId === null ? look : withOnly(look, [aloneId])).probes.map(({ id, recorded }) => {
    const linear = recorded.map((v) => Math.min(1, Math.max(0, v * (1 + noise * random())))) as [number, number, number];
    const frame = painted(3, 3, () => linear);
    return {
      ...measurePatch(frame, { probe: id, x: 0.5, y: 0.5 }),
      linear,
      clipped: linear.map((v) => (v > 0.99 ? 1 : 0)) as [number, number, number],
    };
  });
}

describe('reading a frame', () => {
  it('gives the mean of a patch in linear light, its hue and what clips in it', () => {
    const frame = painted(200, 100, (x) => (x < 0.5 ? [0.18, 0.18, 0.18] : [1, 0.2, 0]));
    const grey = measurePatch(frame, { probe: 'a', x: 0.25, y: 0.5 });
    expect(grey.stops).toBeCloseTo(0, 1);
    expect(grey.chroma).toBeLessThan(0.005);
    expect(grey.clipped).toEqual([0, 0, 0]);
    const orange = measurePatch(frame, { probe: 'b', x: 0.9, y: 0.5 });
    expect(orange.clipped).toEqual([1, 0, 0]);
    expect(orange.linear[1]).toBeCloseTo(0.2, 2);
  });

  it('counts clipping by channel and tells lost texture from single pixels', () => {
    const spot = painted(100, 100, (x, y) => (Math.hypot(x - 0.5, y - 0.5) < 0.1 ? [1, 0.1, 0.1] : [0.02, 0.02, 0.02]));
    const { clipping, floorStops } = summarise(spot);
    expect(clipping.channels[0]).toBeCloseTo(Math.PI * 0.01, 2);
    expect(clipping.channels[1]).toBe(0);
    expect(clipping.lost).toBeGreaterThan(0.02);
    expect(clipping.lost).toBeLessThan(clipping.any);
    expect(floorStops).toBeCloseTo(Math.log2(0.02 / 0.18), 0);
    const dots = painted(100, 100, (x, y) =>
      Math.floor(x * 100) % 10 === 0 && Math.floor(y * 100) % 10 === 0 ? [1, 1, 1] : [0, 0, 0],
    );
    expect(summarise(dots).clipping).toMatchObject({ lost: 0, any: 0.01 });
  });

  it('holds highlights apart from areas that clip', () => {
    // Twenty sparks of 3 x 2 pixels, one of them over the corner, and a band of 40 x 10: counted by hand.
    const frame = painted(200, 200, () => [0.1, 0.1, 0.1]);
    const burn = (x0: number, y0: number, w: number, h: number) => {
      for (let y = y0; y < y0 + h; y++) for (let x = x0; x < x0 + w; x++) frame.rgba[4 * (y * 200 + x) + 1] = 255;
    };
    for (let i = 0; i < 19; i++) burn(10 * i + 2, 30, 3, 2);
    burn(197, 198, 3, 2);
    burn(50, 100, 40, 10);
    const { clipping } = summarise(frame);
    expect(clipping.spots).toBeCloseTo(120 / 40_000, 12);
    expect(clipping.areas).toBeCloseTo(400 / 40_000, 12);
    expect(clipping.any).toBeCloseTo(520 / 40_000, 12);
    expect(clipping.channels).toEqual([0, 520 / 40_000, 0]);
    // Inside the band each pixel but those of its edge has four neighbours that clip.
    expect(clipping.lost).toBeCloseTo((38 * 8) / 40_000, 12);
  });

  it('does not take two ends of neighbouring lines for one area', () => {
    const frame = painted(40, 40, () => [0, 0, 0]);
    for (const at of [39, 40]) frame.rgba[4 * (40 + at)] = 255;
    expect(summarise(frame).clipping).toMatchObject({ areas: 0, spots: 2 / 1600 });
  });

  it('refuses pixels that are not there', () => {
    expect(() => summarise({ rgba: new Uint8Array(10), width: 2, height: 2 })).toThrow(/no pixels, or fewer/);
    expect(() => measurePatch({ rgba: new Uint8Array(0), width: 0, height: 0 }, { probe: 'a', x: 0, y: 0 })).toThrow(/no pixels/);
  });

  it('says how even a part is lit, in stops', () => {
    const at = (probe: string, stops: number) => ({ probe, stops }) as Patch;
    expect(evenness([at('a', -1), at('b', 0.5), at('c', 3)], ['a', 'b'])).toBeCloseTo(1.5, 9);
    expect(evenness([at('a', -1)], ['a', 'b'])).toBeNull();
  });

  it('adds light-alone frames up again in linear light, the black frame once', () => {
    const one = painted(4, 4, () => [0.1, 0.02, 0.02]);
    const two = painted(4, 4, () => [0.02, 0.02, 0.2]);
    const black = painted(4, 4, () => [0.02, 0.02, 0.02]);
    const [r, g, b] = reweighed([one, two], [1, -1], black);
    [byte(0.02 + 2 * 0.08), byte(0.02), byte(0.02 + 0.5 * 0.18)].forEach((wanted, c) =>
      expect(Math.abs([r, g, b][c]! - wanted)).toBeLessThanOrEqual(1),
    );
    expect(() => reweighed([one, painted(5, 4, () => [0, 0, 0])], [0, 0])).toThrow(/different sizes/);
    expect(() => reweighed([], [])).toThrow(/no light-alone frame/);
  });
});

describe('marks', () => {
  it('lie inside the picture and leave out what the camera does not see', () => {
    for (const look of [...demoLooks(), ...nightOvenLooks()])
      for (const { x, y } of expectedMarks(look, 400, 500)) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(1);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(1);
      }
    const marks = expectedMarks(poster, 400, 500);
    const at = (id: string) => marks.find(({ probe }) => probe === id)!;
    expect(marks.map(({ probe }) => probe)).toEqual([
      'face-key',
      'face-shadow',
      'hair-left',
      'hair-right',
      'backdrop',
      'backdrop-left',
      'backdrop-right',
    ]);
    // The middle of the backdrop is behind the head: it is read beside it, and the plan's figures are taken there too.
    expect(Math.abs(at('backdrop').x - 0.5)).toBeGreaterThan(0.1);
    expect(at('hair-left').x).toBeLessThan(at('hair-right').x);
    expect(at('hair-left').y).toBeLessThan(at('face-key').y);
  });
});

describe('the recording curve backwards', () => {
  it.each(['rendered', 'film-like', 'log'] as const)('%s: gives back what went in', (curve) => {
    const camera = baseCamera({ curve });
    for (const x of [0.01, 0.18, 0.4, 0.9 * camera.outputClip])
      expect(invertCurve(camera, applyCurve(camera, x))).toBeCloseTo(x, 9);
  });
});

describe('least squares', () => {
  it('solves a line with its known uncertainty', () => {
    const xs = [0, 1, 2, 3, 4];
    const fit = gaussNewton(([a, b]) => xs.map((x) => (a! + b! * x - (2 + 0.5 * x)) / 0.1), [100, 100]);
    expect(fit.values[0]).toBeCloseTo(2, 3);
    expect(fit.values[1]).toBeCloseTo(0.5, 3);
    // sigma^2 (X^T X)^-1 for these x: 0.6 and 0.1 times 0.01.
    expect(fit.deviations[0]).toBeCloseTo(Math.sqrt(0.6) * 0.1, 3);
    expect(fit.deviations[1]).toBeCloseTo(Math.sqrt(0.1) * 0.1, 3);
  });

  it('leaves what nothing speaks about where it was, and says so', () => {
    const fit = gaussNewton(([a]) => [(a! - 1) / 0.1], [1, 0.5]);
    expect(fit.values[1]).toBe(0);
    expect(fit.deviations[1]).toBeCloseTo(0.5, 6);
  });
});

describe('learning from frames', () => {
  const errors = {
    key: { outputStops: 0.4, miredShift: 15, green: 0.03 },
    'rim-left': { outputStops: -0.5, miredShift: 0, green: 0 },
    backdrop: { outputStops: 0.3, miredShift: -12, green: 0 },
  };
  const plans = demoLooks();
  /** The same kit with planted errors in every look, and a modifier that takes more than it says. */
  const real = (look: Look): Look => ({
    ...look,
    lights: look.lights.map((light) => ({
      ...light,
      unit: errors[light.id as keyof typeof errors] ?? light.unit,
    })),
  });
  const frames = (looks: readonly Look[]): TaughtFrame[] =>
    looks.flatMap((look): TaughtFrame[] => [
      { look, patches: shotOf(real(look), null, 0.01), aloneId: null },
      ...look.lights.map((light) => ({ look, patches: shotOf(real(look), light.id, 0.01), aloneId: light.id })),
    ]);

  it('finds planted errors and cuts what is left to a quarter or less', () => {
    const found = learn(frames(plans.slice(0, 2)));
    expect(found.before / found.after).toBeGreaterThan(4);
    const lesson = (kind: string, id: string) =>
      found.lessons.find(
        (one) => one.kind === kind && one.about === unitKey(plans[0]!.lights.find((light) => light.id === id)!),
      )!;
    const taken = (id: string) => {
      const { modifier } = plans[0]!.lights.find((light) => light.id === id)!;
      return (
        lesson('output', id).value -
        (found.lessons.find((one) => one.kind === 'modifier' && one.about === modifier.name)?.value ?? 0)
      );
    };
    expect(taken('key')).toBeCloseTo(0.4, 1);
    expect(taken('rim-left')).toBeCloseTo(-0.5, 1);
    expect(Math.abs(lesson('mired', 'key').value - 15)).toBeLessThan(6);
    for (const { deviation } of found.lessons) expect(deviation).toBeGreaterThan(0);
  });

  it('makes predictions of another look with the same kit four times better', () => {
    const { lessons } = learn(frames(plans.slice(0, 2)));
    const other = plans[2]!;
    const truth = evaluate(real(other)).probes;
    const error = (look: Look) => {
      const own = evaluate(look).probes;
      const squares = truth.flatMap(({ recorded }, p) =>
        recorded.map((v, c) => (encodeSrgb(v) - encodeSrgb(own[p]!.recorded[c]!)) ** 2),
      );
      return Math.sqrt(squares.reduce((sum, v) => sum + v, 0) / squares.length);
    };
    expect(error(other) / error(withLessons(other, lessons))).toBeGreaterThan(4);
  });

  it('finds the headroom of a camera whose curve shows it', () => {
    const film = plans
      .slice(0, 2)
      .map((look): Look => ({ ...look, camera: { ...look.camera, curve: 'film-like', iso: look.camera.iso * 2 } }));
    const taught = film.flatMap((look): TaughtFrame[] => {
      const truth: Look = { ...look, camera: { ...look.camera, headroomStops: look.camera.headroomStops + 0.6 } };
      return [
        { look, patches: shotOf(truth), aloneId: null },
        ...look.lights.map((light) => ({ look, patches: shotOf(truth, light.id), aloneId: light.id })),
      ];
    });
    const { lessons, before, after } = learn(taught);
    expect(lessons.find(({ kind }) => kind === 'headroom')!.value).toBeCloseTo(0.6, 0.8);
    expect(before / after).toBeGreaterThan(4);
  });

  it('learns nothing from nothing', () => {
    expect(learn([])).toEqual({ lessons: [], before: 0, after: 0, readings: 0 });
    expect(withLessons(poster, [])).toEqual(poster);
  });
});
