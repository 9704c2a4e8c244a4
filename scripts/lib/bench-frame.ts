// The picture: relighting against a rendering wavelength by wavelength, in the same run on the same look.
import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import {
  amountAt,
  findSeen,
  frameTriples,
  joinBands,
  lightTerm,
  makeStudio,
  relightInto,
  splitOf,
  type Picture,
  type PictureRequest,
} from '../../core/src/picture/index';
import type { Look } from '../../core/src/document';
import { cameraOf, lookupIn, reflectancesOf, resolveFilter, resolveSource } from '../../core/src/scene';
import { product } from '../../core/src/spectrum';
import { responses } from '../../core/src/camera/sensor';
import { MIX_UNIT } from '../../core/src/picture/fragments';
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
      const mixed = MIX_UNIT * f.mix[6 * i + m]!;
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

/** Two studios on two threads that draw a band each, as the application has them. */
class Pair {
  readonly #thread: Worker;
  #studio = makeStudio();

  constructor(file: string) {
    this.#thread = new Worker(file);
  }

  /** Forgets all geometry. */
  async anew(): Promise<void> {
    this.#studio = makeStudio();
    this.#thread.postMessage('anew');
    await once(this.#thread, 'message');
  }

  /** Draws a picture whole, and gives the time that whoever asks for it waits, ms. */
  async wait(request: PictureRequest): Promise<number> {
    const start = performance.now();
    const { width, height, row } = splitOf(request);
    const theirs = once(this.#thread, 'message');
    this.#thread.postMessage({ ...request, rows: [row, height] });
    const rgba = new Uint8ClampedArray(4 * width * height);
    const upper = this.#studio.picture({ ...request, rows: [0, row] }, rgba.subarray(0, 4 * width * row));
    const [lower] = (await theirs) as [Picture];
    joinBands(rgba, upper, lower);
    return performance.now() - start;
  }

  end(): Promise<number> {
    return this.#thread.terminate();
  }
}

async function rowsOf(pair: Pair, look: Look, width: number, height: number): Promise<Row[]> {
  await pair.anew();
  const request = (of: Look, fineness: 0 | 2 = 2) => ({ look: of, width, height, fineness });
  const name = `${width}x${height}, ${look.lights.length} lights`;
  const quick = width < 500 ? '8 ms' : width * height > 700_000 ? '20 ms' : 'none set';
  const first = await pair.wait(request(look));
  const runs = async (make: (i: number) => Look, count: number, fineness: 0 | 2 = 2) => {
    const times: number[] = [];
    for (let i = 0; i < count; i++) times.push(await pair.wait(request(make(i), fineness)));
    return median(times.slice(Math.floor(count / 5)));
  };
  const power = (i: number): Look => ({
    ...look,
    lights: look.lights.map((light, l) => (l === 1 ? { ...light, powerStops: -((i % 18) + 1) / 3 } : light)),
  });
  const exposure = (i: number): Look => ({ ...look, camera: { ...look.camera, iso: 100 + (i % 20) * 10 } });
  const one = await runs(power, 30);
  const all = await runs(exposure, 30);
  const key = await runs((i) => moved(look, 0, i), 7);
  await pair.wait(request(look, 0));
  const dragKey = await runs((i) => moved(look, 0, i), 15, 0);
  return [
    [`first picture with all geometry, ${name}`, `${first.toFixed(0)} ms`, 'none set'],
    [`picture after a moved soft key, ${name}`, `${key.toFixed(0)} ms`, width * height > 700_000 ? '700 ms' : 'none set'],
    [`the same, coarse, while dragged`, `${dragKey.toFixed(0)} ms`, '100 ms'],
    [`picture after a change of power, ${name}`, `${one.toFixed(1)} ms`, quick],
    [`picture after a change of exposure, ${name}`, `${all.toFixed(1)} ms`, quick],
  ];
}

/** `bandFile` is bench-band.ts, bundled: what runs on the second thread. */
export async function benchFrame(six: Look, bandFile: string): Promise<Row[]> {
  const three = { ...six, lights: six.lights.slice(0, 3) };
  const whole = { look: three, width: 780, height: 585, fineness: 2 as const };
  const pair = new Pair(bandFile);
  const cold = await pair.wait(whole);
  const firsts: number[] = [];
  for (let i = 0; i < 3; i++) {
    await pair.anew();
    firsts.push(await pair.wait(whole));
  }
  const alone = makeStudio().picture(whole).ms.total;
  const rows: Row[] = [];
  for (const [width, height] of SIZES) rows.push(...(await rowsOf(pair, six, width, height)));
  await pair.end();
  const { slow, fast } = slowly(six, ...SIZES[0]);
  return [
    [
      'first fine picture, all geometry, 780x585, 3 lights, two threads',
      `${median(firsts).toFixed(0)} ms; on one ${alone.toFixed(0)}; the very first, with reading the figure, ${cold.toFixed(0)}`,
      '2500 ms',
    ],
    ...rows,
    [
      `all light added up anew, ${SIZES[0].join('x')}, ${six.lights.length} lights, one thread`,
      `${fast.toFixed(1)} ms; by 81 bands ${slow.toFixed(0)} ms (every ${EVERY}th part, times ${EVERY}): ${Math.round(slow / fast)} times`,
      'none set',
    ],
  ];
}
