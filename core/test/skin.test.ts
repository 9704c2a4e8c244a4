import { baseCamera, makeCamera, standInSensor } from '../src/camera';
import { applyCurve, linearOutputInto, type Camera } from '../src/camera/camera';
import { responses } from '../src/camera/sensor';
import { STAND_IN_KIT } from '../src/catalogue';
import { skinFromLab, skinFromPicture, skinFromReflectance } from '../src/day';
import { demoLooks } from '../src/demo';
import type { Look } from '../src/document';
import { warmingGels } from '../src/planning/search';
import { product, type Spectrum } from '../src/spectrum/grid';
import { daylightSource, whiteLedSource } from '../src/source/source';
import { cielabUnderD65 } from '../src/surface';
import { skinReflectance } from '../src/surface/skin';

const hueDeg = (r: Spectrum) => {
  const { a, b } = cielabUnderD65(r);
  return (Math.atan2(b, a) * 180) / Math.PI;
};

describe('olive skin', () => {
  it.each([0.1, 0.3, 0.6])('of depth %d is greener than warm or cool skin of it, and as light within a little', (depth) => {
    const [neutral, warm, olive] = [skinReflectance(depth), skinReflectance(depth, 1), skinReflectance(depth, 0, 1)];
    expect(cielabUnderD65(olive).a).toBeLessThan(cielabUnderD65(neutral).a - 2);
    expect(hueDeg(olive)).toBeGreaterThan(hueDeg(neutral) + 5);
    expect(Math.abs(cielabUnderD65(olive).L - cielabUnderD65(neutral).L)).toBeLessThan(5);
    // Warm is yellower, too, but keeps its red.
    expect(cielabUnderD65(olive).a / cielabUnderD65(olive).b).toBeLessThan(
      cielabUnderD65(warm).a / cielabUnderD65(warm).b + 0.05,
    );
  });

  it('is what skin was without it', () => {
    expect(Array.from(skinReflectance(0.4, 0.3, 0))).toEqual(Array.from(skinReflectance(0.4, 0.3)));
    expect(() => skinReflectance(0.3, 0, 1.2)).toThrow(/olive/);
  });
});

const PEOPLE: readonly (readonly [depth: number, undertone: number, olive: number])[] = [
  [0.05, -0.5, 0],
  [0.12, 0.4, 0.1],
  [0.22, 0, 0.8],
  [0.35, 0.6, 0.2],
  [0.5, -0.2, 0.5],
  [0.85, 0.3, 0],
];

/** CIELAB between a person's skin and what was found. */
const away = (person: readonly [number, number, number], found: { skinDepth: number; undertone: number; olive: number }) => {
  const [a, b] = [skinReflectance(...person), skinReflectance(found.skinDepth, found.undertone, found.olive)].map(cielabUnderD65);
  return Math.hypot(a!.L - b!.L, a!.a - b!.a, a!.b - b!.b);
};

describe('skin from a sample', () => {
  it.each(PEOPLE)('by a meter: depth %d, undertone %d, olive %d', (...given) => {
    const person = given as readonly [number, number, number];
    const { L, a, b } = cielabUnderD65(skinReflectance(...person));
    const found = skinFromLab({ L: L + 0.3, a: a - 0.2, b: b + 0.2 });
    expect(away(person, found)).toBeLessThan(1.6);
    expect(found.misses).toBeLessThan(1.6);
    expect(Math.abs(found.skinDepth - person[0])).toBeLessThan(0.06 + 0.1 * person[0]);
    expect(away(person, skinFromReflectance(skinReflectance(...person)))).toBeLessThan(1);
  });

  /** What a camera records of a surface, the light at so many times mid-grey. */
  function seen(camera: Camera, source: Spectrum, surface: Spectrum, level: number): [number, number, number] {
    const [white, lit] = [responses(camera.sensor, source), responses(camera.sensor, product(source, surface))];
    const out = new Float64Array(3);
    const [r, g, b] = lit.map((v, c) => (level * v * (white[c]! / camera.whiteResponse[c]!)) / white[c]!) as [
      number,
      number,
      number,
    ];
    const scale = white[1]! / camera.whiteResponse[1]!;
    linearOutputInto(out, camera, r / scale, g / scale, b / scale);
    return [0, 1, 2].map((c) => applyCurve(camera, Math.max(0, out[c]!))) as [number, number, number];
  }

  it.each([
    ['by flash at 5600 K', baseCamera(), daylightSource(5600)],
    [
      'by a warm LED on a film-like camera at daylight',
      makeCamera({ sensor: standInSensor(), curve: 'film-like', headroomStops: 4 }),
      whiteLedSource(4500, 0),
    ],
  ] as const)('from a picture with a grey card, %s', (_, camera, source) => {
    const grey = seen(camera, source, new Float64Array(81).fill(0.18), 0.9);
    for (const person of PEOPLE) {
      const found = skinFromPicture(seen(camera, source, skinReflectance(...person), 0.9), grey, 0.18, camera, source);
      expect(away(person, found)).toBeLessThan(3.5);
    }
  });

  it('allows for a face that is lit a little otherwise than the card', () => {
    const camera = baseCamera();
    const source = daylightSource(5600);
    const grey = seen(camera, source, new Float64Array(81).fill(0.18), 0.9);
    const [depth, undertone, olive] = PEOPLE[3]!;
    const brighter = skinFromPicture(
      seen(camera, source, skinReflectance(depth, undertone, olive), 1.05),
      grey,
      0.18,
      camera,
      source,
    );
    expect(Math.abs(brighter.skinDepth - depth)).toBeLessThan(0.06);
  });

  it.each<[string, () => unknown, RegExp]>([
    ['a blue thing by a meter', () => skinFromLab({ L: 40, a: 10, b: -50 }), /no skin/],
    [
      'skin that clips',
      () => skinFromPicture([1, 0.8, 0.6], [0.2, 0.2, 0.2], 0.18, baseCamera(), daylightSource(5600)),
      /skin clips/,
    ],
    [
      'a black grey card',
      () => skinFromPicture([0.4, 0.3, 0.2], [0.001, 0.001, 0.001], 0.18, baseCamera(), daylightSource(5600)),
      /grey is black/,
    ],
    [
      'a green wall',
      () => skinFromPicture([0.1, 0.4, 0.1], [0.2, 0.2, 0.2], 0.18, baseCamera(), daylightSource(5600)),
      /no skin in this light/,
    ],
  ])('refuses %s', (_, work, says) => {
    expect(work).toThrow(says);
  });
});

describe('warming gels by skin', () => {
  const look = demoLooks()[0]!;
  const light = { ...look.lights[0]!, gels: [] };
  const as = (skinDepth: number, undertone: number, olive: number): Look => ({
    ...look,
    brief: { ...look.brief, mood: 'bright' },
    subject: { ...look.subject, skinDepth, undertone, olive },
  });

  it('warm, are ranked by what is believed and how little skin turns, and say what they cost', () => {
    const ranked = warmingGels(as(0.2, 0, 0), light, STAND_IN_KIT);
    expect(ranked.length).toBeGreaterThan(3);
    ranked.forEach(({ mired, stopsLost }) => {
      expect(mired).toBeGreaterThanOrEqual(8);
      expect(stopsLost).toBeGreaterThan(0);
    });
    const key = ranked.map(({ believable, offDeg }) => (believable ? 0 : 1000) + Math.abs(offDeg));
    expect(key).toEqual([...key].sort((a, b) => a - b));
    expect(ranked.some(({ believable }) => believable)).toBe(true);
  });

  it('turn another person otherwise: what a tan takes makes pale or olive skin yellower', () => {
    const turn = (person: readonly [number, number, number]) =>
      new Map(warmingGels(as(...person), light, STAND_IN_KIT).map(({ id, offDeg }) => [id, offDeg]));
    const [pale, olive] = [turn([0.06, -0.5, 0]), turn([0.22, 0, 0.8])];
    const both = [...pale.keys()].filter((id) => olive.has(id));
    expect(both.length).toBeGreaterThan(3);
    expect(Math.max(...both.map((id) => Math.abs(pale.get(id)! - olive.get(id)!)))).toBeGreaterThan(2);
  });
});
