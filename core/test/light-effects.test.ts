import { nearFieldRatio } from '../src/exposure/distance';
import { SURFACE } from '../src/figure/surfaces';
import { amountAt } from '../src/picture/amounts';
import { finishInto, soften } from '../src/picture/finish';
import { frameTriples } from '../src/picture/triples';
import { makeStudio } from '../src/picture/studio';
import { reaching } from '../src/transport/reach';
import { stageOf } from '../src/transport/stage';
import { drawn, sharesOf } from './picture-support';
import { modifierOf } from '../src/catalogue';
import { demoLooks } from '../src/demo';
import type { Board, Light, Look } from '../src/document';
import { windowLight } from '../src/planning';
import { evaluate, framing, parseLook } from '../src/scene';
import { farthest } from './support';

const poster = demoLooks()[0]!;
const key = poster.lights.find(({ id }) => id === 'key')!;
const rad = (deg: number) => (deg * Math.PI) / 180;
const nowhere = stageOf({ ...poster, subject: { ...poster.subject, faceHeightM: -60 }, boards: [], air: { hazePerM: 0 } });

describe('what comes after the sums', () => {
  const W = 64;
  const H = 48;
  const sumOf = (raw: Float32Array) => raw.reduce((total, v) => total + v, 0);

  it('a soft filter moves light and loses none: edges stay, black is lifted', () => {
    for (const share of [0.05, 0.09, 0.16, 0.27]) {
      const raw = new Float32Array(3 * W * H);
      for (let p = 0; p < W * H; p++) if (p % W >= W / 2) raw.fill(1, 3 * p, 3 * p + 3);
      const before = sumOf(raw);
      soften(raw, W, H, share);
      expect(sumOf(raw) / before).toBeCloseTo(1, 2);
      const at = (x: number) => raw[3 * (24 * W + x)]!;
      // The step at the edge keeps nearly all that the filter leaves alone.
      expect(at(W / 2) - at(W / 2 - 1)).toBeGreaterThan(1 - share - 0.02);
      expect(at(W / 2 - 4)).toBeGreaterThan(0.1 * share);
      expect(at(4)).toBeLessThan(at(W / 2 - 4));
    }
  });

  const moving = (of: Look['motion']['of'], speedMS: number): Look => ({
    ...poster,
    camera: { ...poster.camera, shutterS: 0.25 },
    ambient: { ...poster.ambient, lux: 400 },
    motion: { ...poster.motion, speedMS, of, zoomToMm: of === 'zoom' ? 1.4 * poster.camera.focalMm : null },
  });
  const sums = (look: Look) => {
    const { seen, terms, raw: sums } = drawn(look, W, H);
    const raw = Float32Array.from(sums);
    const triples = frameTriples(look);
    const out = new Float32Array(raw.length);
    finishInto(out, raw, seen, terms, triples, look);
    return { raw, out, seen };
  };

  it('trails add up: in a pan the whole keeps its light, and flash stands still in it', () => {
    const { raw, out } = sums(moving('pan', 0.4));
    expect(out).not.toEqual(raw);
    expect(sumOf(out) / sumOf(raw)).toBeCloseTo(1, 1);
    const still = sums(moving('pan', 0));
    expect(still.out).toEqual(still.raw);
    const flashOnly = { ...moving('pan', 0.4), ambient: { ...poster.ambient, lux: 0 } };
    const frozen = sums(flashOnly);
    expect(farthest(frozen.out, (i) => frozen.raw[i]!)).toBeLessThan(5e-6);
  });

  it('a subject that moves leaves what stands behind it alone, far from its way', () => {
    const { raw, out, seen } = sums(moving('subject', 0.4));
    let same = 0;
    for (let j = 0; j < H; j++) if (Math.abs(out[3 * (j * W)]! - raw[3 * (j * W)]!) < 1e-5) same++;
    expect(same).toBe(H);
    expect(seen.width).toBe(W);
    expect(out).not.toEqual(raw);
    expect(sums(moving('zoom', 0.4)).out).not.toEqual(raw);
  });
});

describe('effects that photographers know', () => {
  const only = (look: Look, ...ids: string[]): Look => ({
    ...look,
    ambient: { ...look.ambient, lux: 0 },
    lights: look.lights.map((one) => ({ ...one, muted: !ids.includes(one.id) })),
  });
  const probe = (look: Look, id: string) => evaluate(look).probes.find((one) => one.id === id)!;

  it('a red key over a blue ground gives purple', () => {
    const gelled = (gel: string, one: Light): Light => ({ ...one, gels: [{ gel, strength: 1 }] });
    const look: Look = {
      ...poster,
      lights: poster.lights.map((one) =>
        one.id === 'key'
          ? { ...gelled('red-deep', one), modifier: modifierOf('umbrella'), powerStops: 0 }
          : one.id === 'backdrop'
            ? { ...gelled('blue-deep', one), powerStops: -1 }
            : { ...one, muted: true },
      ),
      ambient: { ...poster.ambient, lux: 0 },
    };
    const [both, blue, red] = [look, only(look, 'backdrop'), only(look, 'key')].map((one) => probe(one, 'backdrop'));
    // Between blue and red by way of purple: OKLCh runs blue 264, purple 320, red 20.
    expect(blue!.hueDeg).toBeGreaterThan(230);
    expect(blue!.hueDeg).toBeLessThan(300);
    expect(red!.hueDeg < 50 || red!.hueDeg > 340).toBe(true);
    const along = (hue: number) => (hue - blue!.hueDeg + 360) % 360;
    expect(along(both!.hueDeg)).toBeGreaterThan(5);
    expect(along(both!.hueDeg)).toBeLessThan(along(red!.hueDeg));
  });

  it('a fill of another hue tints the shadow side and hardly the key side', () => {
    const fill: Light = {
      ...key,
      id: 'fill',
      name: 'Low teal fill',
      role: 'fill',
      position: [1.3, 1.1, 1.2],
      aim: [0, 1.6, 0],
      gels: [{ gel: 'teal-mid', strength: 1 }],
      modifier: modifierOf('softbox'),
      powerStops: key.powerStops - 1,
    };
    const plain = only(poster, 'key');
    const filled: Look = { ...plain, lights: [...plain.lights, fill] };
    const shift = (id: string) => {
      const [a, b] = [probe(plain, id), probe(filled, id)];
      return Math.hypot(
        a.chroma * Math.cos(rad(a.hueDeg)) - b.chroma * Math.cos(rad(b.hueDeg)),
        a.chroma * Math.sin(rad(a.hueDeg)) - b.chroma * Math.sin(rad(b.hueDeg)),
      );
    };
    expect(shift('face-shadow')).toBeGreaterThan(1.5 * shift('face-key'));
  });

  it('a key from above puts a catchlight into the upper half of the eye, from below into the lower', () => {
    const height = (y: number) => {
      const look = only(
        {
          ...poster,
          lights: poster.lights.map((one) =>
            one.id === 'key'
              ? { ...one, position: [-0.5, y, 1.6] as [number, number, number], modifier: modifierOf('softbox') }
              : one,
          ),
        },
        'key',
      );
      const near = { ...look, camera: { ...look.camera, distanceM: 0.8 } };
      const { seen, terms } = drawn(near, 260, 180);
      const { gloss } = terms[near.lights.findIndex(({ id }) => id === 'key')]!;
      const iris = sharesOf(seen, 'iris');
      let [sum, at, middle, n] = [0, 0, 0, 0];
      for (let f = 0; f < seen.fragments.count; f++) {
        const p = seen.fragments.pixel[f]!;
        if (seen.fragments.surface[f] !== SURFACE.eye || iris[p]! < 0.1) continue;
        const row = Math.floor(p / 260);
        sum += amountAt(gloss, f);
        at += amountAt(gloss, f) * row;
        middle += row;
        n++;
      }
      expect(n).toBeGreaterThan(10);
      expect(sum).toBeGreaterThan(0);
      return at / sum - middle / n;
    };
    expect(height(2.3)).toBeLessThan(height(1.0));
  });

  it('a white card opens the shadow by so much, a red one tints it as well', () => {
    const card: Board = {
      id: 'c',
      name: 'Card',
      finish: 'white',
      position: [0.55, 1.55, 0.55],
      widthM: 0.9,
      heightM: 1.2,
      yawDeg: -125,
      lossStops: 0,
      tint: null,
    };
    const look = only(poster, 'key');
    const [none, white, red] = [[], [card], [{ ...card, tint: { kind: 'material', id: 'cloth-red' } as const }]].map((boards) =>
      probe({ ...look, boards }, 'face-shadow'),
    );
    expect(white!.stops).toBeGreaterThan(none!.stops + 0.1);
    expect(red!.recorded[0] / red!.recorded[2]).toBeGreaterThan(white!.recorded[0] / white!.recorded[2]);
  });

  it('a window sends the level it was given', () => {
    const look = only(poster);
    const window = windowLight(look, 'right', 400, 'window-1');
    const lit: Look = { ...look, lights: [...look.lights, window], room: { ...look.room, walls: 0, ceiling: 0, floor: 0 } };
    parseLook(lit);
    const stage = nowhere;
    const reach = reaching(window, stage);
    expect(reach.emission.axis[0]).toBeCloseTo(-1, 6);
    // On a surface at the subject that faces the window: E = I out / d^2.
    const d = Math.hypot(window.position[0], window.position[1] - look.subject.faceHeightM, window.position[2]);
    const face = { kind: 'rectangle', widthM: 1.2, heightM: 1.5 } as const;
    const cosine = window.position[0] / d;
    const lux = window.fixture.kind === 'continuous' ? window.fixture.luxAt1m : 0;
    expect((lux / nearFieldRatio(face, 1)) * nearFieldRatio(face, d) * (cosine / d ** 2)).toBeCloseTo(400, 6);
  });

  it('says what stands in the picture, and draws it', () => {
    const look: Look = { ...poster, camera: { ...poster.camera, distanceM: 6 } };
    const far = framing(look);
    expect(far.things.join()).toContain('Rim left');
    expect(framing(poster).things).toEqual([]);
    expect(far.atSubjectM[0]).toBeCloseTo((36 / 85) * 6, 9);
    expect(framing({ ...look, backdrop: { ...look.backdrop, widthM: 1 } }).pastBackdrop).toBe(true);
    const lit = makeStudio().picture({ look, width: 90, height: 60, fineness: 2 });
    const dark = makeStudio().picture({
      look: {
        ...look,
        lights: look.lights.map((one) => ({
          ...one,
          position: [one.position[0] * 3, one.position[1], one.position[2]] as [number, number, number],
        })),
      },
      width: 90,
      height: 60,
      fineness: 2,
    });
    expect(lit.rgba).not.toEqual(dark.rgba);
  });
});
