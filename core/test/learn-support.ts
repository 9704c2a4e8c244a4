import { standInSensor } from '../src/camera';
import { learnCamera, type BracketPicture, type CameraLesson } from '../src/day';
import { random } from '../src/figure/numeric';
import { daylightSource } from '../src/source/source';
import { NM, picture, recorded, type Body } from './outside/camera-body';

/** Cameras with made-up curves and matrices, and brackets of pictures that they take. */

const bell = (peak: number, low: number, high: number) =>
  NM.map((nm) => Math.exp(-(((nm - peak) / (nm < peak ? low : high)) ** 2)));
export const encode = (x: number) => (x <= 0.0031308 ? 12.92 * x : 1.055 * x ** (1 / 2.4) - 0.055);
export const GREY = 0.18;
const GREY_VALUE = encode(GREY);
const hill = (x: number, n: number, most: number) => (most * x ** n) / (x ** n + (most / GREY_VALUE - 1) * GREY ** n);

/** Made-up curves; mid-grey is recorded at its own value in each. Value against linear output. */
export const CURVES: Readonly<Record<string, (x: number) => number>> = {
  'an S': (x) => Math.min(1, hill(x, 1.05, 1.04)),
  'a soft S': (x) => Math.min(1, hill(x, 0.8, 1.08)),
  'a straight line': (x) => encode(Math.min(1, x)),
  'a log': (x) => Math.min(0.93, Math.max(0, GREY_VALUE + 0.085 * Math.log2((x + 0.006) / (GREY + 0.006)))),
};

const SENSOR = [
  bell(604, 42, 36).map((v, i) => v + 0.04 * bell(430, 20, 20)[i]!),
  bell(538, 44, 46).map((v, i) => v + 0.02 * bell(610, 30, 30)[i]!),
  bell(462, 34, 32).map((v, i) => v + 0.05 * bell(540, 30, 30)[i]!),
];
const MATRIX = [1.72, -0.62, -0.1, -0.22, 1.56, -0.34, 0.03, -0.41, 1.38];
export const daylight = Array.from(daylightSource(5600));
export const body = (curve: (x: number) => number, white: readonly number[] = daylight): Body => ({
  sensor: SENSOR,
  matrix: MATRIX,
  curve,
  white,
  full: 40,
});

export const gauss = (next: () => number) => () => 0.003 * (next() + next() + next() + next() - 2) * 1.7;

/** A still scene of plain things in uneven light, bracketed. */
export function bracketOf(
  camera: Body,
  stops: readonly number[],
  seed = 7,
  change: (j: number) => number = () => 0,
): BracketPicture[] {
  const next = random(seed);
  const [columns, rows, size] = [12, 8, 24];
  const things = Array.from({ length: columns * rows }, () => {
    const [base, rise, at, width] = [0.03 + 0.3 * next() ** 2, 0.6 * next(), 420 + 260 * next(), 25 + 60 * next()];
    const surface = NM.map((nm) => base + rise / (1 + Math.exp(-(nm - at) / width)));
    return recorded({ ...camera, curve: (x) => x }, daylight, surface, 0.05 + 1.4 * next() ** 2);
  });
  return stops.map((stop, j) => {
    const noise = gauss(random(seed + 13 * j));
    return {
      stops: stop,
      pixels: picture(
        columns * size,
        rows * size,
        (x, y) => {
          const falloff = 1 - (0.25 * x) / (columns * size);
          const thing = things[Math.floor(y / size) * columns + Math.floor(x / size)]!;
          return thing.map((v) => camera.curve(v * falloff * 2 ** (stop + change(j))));
        },
        noise,
      ),
    };
  });
}

const LESSON: CameraLesson = { bracket: [], greyFrame: null, card: null, chart: null };
export const STOPS = [-3, -2, -1, 0, 1, 2, 3];
export const base = { sensor: standInSensor() };
export const learnt = (lesson: Partial<CameraLesson>) => learnCamera(base, false, null, { ...LESSON, ...lesson });
