// The picture: relighting against a rendering wavelength by wavelength, in the same run on the same look.
import { amountAt, findSeen, frameTriples, lightTerm, makeStudio, relightInto } from '../../core/src/picture/index';
import type { Look } from '../../core/src/document';
import { cameraOf, lookupIn, reflectancesOf, resolveFilter, resolveSource } from '../../core/src/scene';
import { product } from '../../core/src/spectrum';
import { responses } from '../../core/src/camera/sensor';
import { MATERIAL, SURFACE_MATERIALS } from '../../core/src/figure/materials';
import { fullExposure } from '../../core/src/scene/compile';

type Row = [what: string, measured: string, budget: string];

/** The phone, the wide view, and the phone at two pixels a point. */
const SIZES = [
  [390, 488],
  [780, 585],
  [780, 975],
] as const;
/** The slow way is measured on every so many-th part of a picture, and the time multiplied. */
const EVERY = 24;

function median(values: number[]): number {
  return values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

const timeOf = (work: () => unknown): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

/**
 * The same sums from the same geometry by 81 bands, figure and room: source through gels, on the surface, into the sensor. It leaves out hair, cards, air and
 * the room's light, all of which the picture has, so that it is faster than it would be.
 */
function slowly(look: Look, width: number, height: number): { slow: number; fast: number } {
  const seen = findSeen(look, width, height);
  const terms = look.lights.map((light) => lightTerm(seen, light, look));
  const triples = frameTriples(look);
  const raw = new Float32Array(3 * width * height);
  const fast = median(
    [0, 1, 2, 3, 4].map(() =>
      timeOf(() => {
        raw.fill(0);
        relightInto(raw, seen, terms, triples);
      }),
    ),
  );
  const lookup = lookupIn(look.spectra);
  const camera = cameraOf(look);
  const { all } = reflectancesOf(look);
  const sources = look.lights.map((light) =>
    product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup)).map(
      (v) => v * fullExposure(look, light, lookup) * 2 ** light.powerStops,
    ),
  );
  const arriving = new Float64Array(all[0]!.length);
  const { fragments: f, room } = seen;
  let sum = 0;
  const start = performance.now();
  for (let i = 0; i < f.count; i += EVERY) {
    arriving.fill(0);
    SURFACE_MATERIALS[f.surface[i]!]!.forEach((name, m) => {
      const mixed = f.mix[6 * i + m]!;
      if (mixed === 0) return;
      const rho = all[MATERIAL[name]]!;
      terms.forEach(({ sharp }, l) => {
        const source = sources[l]!;
        const e = mixed * amountAt(sharp, i);
        for (let k = 0; k < arriving.length; k++) arriving[k]! += source[k]! * e * rho[k]!;
      });
    });
    terms.forEach(({ gloss }, l) => {
      const source = sources[l]!;
      for (let k = 0; k < arriving.length; k++) arriving[k]! += source[k]! * amountAt(gloss, i);
    });
    sum += responses(camera.sensor, arriving)[0];
  }
  for (let i = 0; i < room.count; i += EVERY) {
    arriving.fill(0);
    const rho = all[room.material[i]!]!;
    terms.forEach((term, l) => {
      const source = sources[l]!;
      for (let k = 0; k < arriving.length; k++)
        arriving[k]! += source[k]! * (amountAt(term.room, i) * rho[k]! + (term.roomGloss ? amountAt(term.roomGloss, i) : 0));
    });
    sum += responses(camera.sensor, arriving)[0];
  }
  const slow = (performance.now() - start) * EVERY;
  return { slow: Number.isFinite(sum) ? slow : NaN, fast };
}

/** A light of a look, moved a little further with every call. */
const moved = (look: Look, l: number, i: number): Look => ({
  ...look,
  lights: look.lights.map((light, k) => {
    const [x, y, z] = light.position;
    return k === l ? { ...light, position: [x + 0.01 * (i + 1), y, z] } : light;
  }),
});

function rowsOf(look: Look, width: number, height: number): Row[] {
  const studio = makeStudio();
  const request = (of: Look, fineness: 0 | 1 | 2 = 2) => ({ look: of, width, height, fineness });
  const name = `${width}x${height}, ${look.lights.length} lights`;
  const quick = width < 500 ? '8 ms' : width * height > 700_000 ? '20 ms' : 'none set';
  const first = studio.picture(request(look)).ms;
  const runs = (make: (i: number) => Look, count: number, fineness: 0 | 1 | 2 = 2) => {
    const times: number[] = [];
    for (let i = 0; i < count; i++) times.push(studio.picture(request(make(i), fineness)).ms.total);
    return median(times.slice(Math.floor(count / 5)));
  };
  const power = (i: number): Look => ({
    ...look,
    lights: look.lights.map((light, l) => (l === 1 ? { ...light, powerStops: -((i % 18) + 1) / 3 } : light)),
  });
  const exposure = (i: number): Look => ({ ...look, camera: { ...look.camera, iso: 100 + (i % 20) * 10 } });
  const one = runs(power, 30);
  const all = runs(exposure, 30);
  const key = runs((i) => moved(look, 0, i), 5);
  studio.picture(request(look, 1));
  const dragged = runs(power, 30, 1);
  studio.picture(request(look, 0));
  const dragKey = runs((i) => moved(look, 0, i), 10, 0);
  return [
    [
      `first picture with all geometry, ${name}`,
      `${first.total.toFixed(0)} ms, of it what is seen ${first.surfaces.toFixed(0)}, lights ${first.lights.toFixed(0)}`,
      'none set',
    ],
    [`picture after a moved soft key, ${name}`, `${key.toFixed(0)} ms`, width * height > 700_000 ? '700 ms' : 'none set'],
    [`the same, coarse, while dragged`, `${dragKey.toFixed(0)} ms`, '100 ms'],
    [`picture after a change of power, ${name}`, `${one.toFixed(1)} ms`, quick],
    ['the same at half size, while dragged', `${dragged.toFixed(1)} ms`, 'none set'],
    [`picture after a change of exposure, ${name}`, `${all.toFixed(1)} ms`, quick],
  ];
}

export function benchFrame(six: Look): Row[] {
  const three = { ...six, lights: six.lights.slice(0, 3) };
  const { total } = makeStudio().picture({ look: three, width: 780, height: 585, fineness: 2 }).ms;
  const { slow, fast } = slowly(six, ...SIZES[0]);
  return [
    ['first fine picture, figure and all geometry, 780x585, 3 lights', `${total.toFixed(0)} ms`, '2500 ms'],
    ...SIZES.flatMap(([width, height]) => rowsOf(six, width, height)),
    [
      `all light added up anew, ${SIZES[0].join('x')}, ${six.lights.length} lights`,
      `${fast.toFixed(1)} ms; by 81 bands ${slow.toFixed(0)} ms (every ${EVERY}th part, times ${EVERY}): ${Math.round(slow / fast)} times`,
      'none set',
    ],
  ];
}
