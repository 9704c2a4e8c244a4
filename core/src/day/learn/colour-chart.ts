import { invertCurve, linearOutputInto, type Camera } from '../../camera/camera';
import { fitRows, type Matrix3, type MatrixRow } from '../../camera/matrix';
import { responses } from '../../camera/sensor';
import { oklabDistance, oklabOf } from '../../colour/oklab';
import { decodeSrgb } from '../../colour/rgb';
import { InputError } from '../../errors';
import { balancedFromLinear } from '../../fixture/unit';
import { solveLinear } from '../../linear';
import { product, type Spectrum } from '../../spectrum/grid';
import { CHART, type ChartPatch } from '../../surface/chart';
import type { FramePixels } from '../frame/measure';
import { rms } from '../../gauss-newton';

/** A place in a frame, 0 to 1 from its left and its top. */
export type FramePoint = readonly [x: number, y: number];

/** Of a chart, clockwise from the upper left. */
export type ChartCorners = readonly [FramePoint, FramePoint, FramePoint, FramePoint];

/** What a patch was recorded as: mean linear values, and how much of it clips in any channel. */
export interface PatchReading {
  readonly linear: readonly [number, number, number];
  readonly clipped: number;
}

/** Of a patch's width its middle is read, away from its edges. */
const READ = 0.45;
const STEPS = 13;

/** The patches of a chart between its four corners, clockwise from the upper left; row by row. @throws InputError for corners that span nothing. */
export function readChart(frame: FramePixels, corners: ChartCorners): PatchReading[] {
  const map = perspective(corners);
  return Array.from({ length: CHART.rows * CHART.columns }, (_, p) => {
    const [column, row] = [p % CHART.columns, Math.floor(p / CHART.columns)];
    const sum = [0, 0, 0];
    let clipped = 0;
    for (let i = 0; i < STEPS; i++)
      for (let j = 0; j < STEPS; j++) {
        const offset = (k: number) => 0.5 + READ * ((k + 0.5) / STEPS - 0.5);
        const [x, y] = map((column + offset(i)) / CHART.columns, (row + offset(j)) / CHART.rows);
        const px = Math.min(frame.width - 1, Math.max(0, Math.floor(x * frame.width)));
        const py = Math.min(frame.height - 1, Math.max(0, Math.floor(y * frame.height)));
        const at = 4 * (py * frame.width + px);
        const bytes = [frame.rgba[at]!, frame.rgba[at + 1]!, frame.rgba[at + 2]!];
        bytes.forEach((byte, c) => (sum[c]! += decodeSrgb(byte / 255)));
        if (Math.max(...bytes) >= 254) clipped++;
      }
    const n = STEPS * STEPS;
    return { linear: [sum[0]! / n, sum[1]! / n, sum[2]! / n], clipped: clipped / n };
  });
}

/** The projective map from the unit square onto four corners, clockwise from the upper left. */
function perspective(corners: readonly FramePoint[]): (u: number, v: number) => FramePoint {
  const square: readonly FramePoint[] = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ];
  const rows = square.flatMap(([u, v], i) => {
    const [x, y] = corners[i]!;
    return [
      [u, v, 1, 0, 0, 0, -u * x, -v * x, x],
      [0, 0, 0, u, v, 1, -u * y, -v * y, y],
    ];
  });
  const h = solveLinear(rows);
  const area =
    Math.abs(corners.reduce((sum, [x, y], i) => sum + x * corners[(i + 1) % 4]![1] - corners[(i + 1) % 4]![0] * y, 0)) / 2;
  if (!h || area < 1e-3)
    throw new InputError('corners', 'The four corners lie in a line or on one another. Put each on its corner of the chart.');
  return (u, v) => {
    const w = h[6]! * u + h[7]! * v + 1;
    return [(h[0]! * u + h[1]! * v + h[2]!) / w, (h[3]! * u + h[4]! * v + h[5]!) / w];
  };
}

/** A camera's 3x3 as a chart shows it. */
export interface ChartMatrix {
  readonly matrix: Matrix3;
  /** What it leaves of each patch that was not in the fit, root mean square over channels, stops. */
  readonly residualStops: number;
  /** The same before: with the 3x3 that the camera had. */
  readonly beforeStops: number;
  /** By patch: how far it is recorded from what the 3x3 says, in OKLab at equal level; null where it could not be read. */
  readonly patches: readonly { readonly name: string; readonly distance: number | null }[];
  /** Whether the chart lay with its last patch at the upper left. */
  readonly turned: boolean;
}

const [DARK, BRIGHT] = [0.004, 0.985];
const FEWEST_PATCHES = 12;
/** Under this a channel counts less, as noise and glare would lead it. */
const FLOOR = 0.03;
/** Reflectances that vary less than this over the visible are grey. */
const GREY = 0.12;

/**
 * The 3x3 of a camera from a chart of known reflectances in a known light: least squares between what its sensor sees of each patch and what was recorded, taken back
 * through its curve. Level and white of the exposure are taken out by the greys. The residual is told for patches left out of the fit one by one.
 * @throws InputError where too few patches can be read, or they are not of this chart.
 */
export function matrixFromChart(
  readings: readonly PatchReading[],
  chart: readonly ChartPatch[],
  camera: Camera,
  source: Spectrum,
): ChartMatrix {
  if (readings.length !== chart.length)
    throw new InputError('chart', `The chart has ${chart.length} patches, and ${readings.length} were read.`);
  const upright = attempt(() => fitChart(readings, chart, camera, source));
  const turned = attempt(() => fitChart([...readings].reverse(), chart, camera, source));
  if (upright instanceof InputError && turned instanceof InputError) throw upright;
  const isTurned =
    upright instanceof InputError || (!(turned instanceof InputError) && turned.residualStops < upright.residualStops);
  const best = (isTurned ? turned : upright) as Omit<ChartMatrix, 'turned'>;
  if (!(best.residualStops < MOST_RESIDUAL))
    throw new InputError(
      'chart',
      `The patches do not follow this chart: ${best.residualStops.toFixed(2)} stop is left over. Are the corners on the chart, and is it this chart in this light?`,
    );
  return { ...best, turned: isTurned };
}

function attempt<T>(work: () => T): T | InputError {
  try {
    return work();
  } catch (error) {
    if (error instanceof InputError) return error;
    throw error;
  }
}

const MOST_RESIDUAL = 0.25;
/** Balance and 3x3 each follow from the other; they settle quickly. */
const ROUNDS = 6;

function fitChart(
  readings: readonly PatchReading[],
  chart: readonly ChartPatch[],
  camera: Camera,
  source: Spectrum,
): Omit<ChartMatrix, 'turned'> {
  const white = responses(camera.sensor, source);
  const patches = chart.map(({ name, reflectance }, i) => {
    const { linear, clipped } = readings[i]!;
    const sensor = responses(camera.sensor, product(source, reflectance)).map((v, c) => v / white[c]!);
    const output = linear.map((v) => (v < DARK || v > BRIGHT ? NaN : invertCurve(camera, v)));
    return { name, sensor, output, usable: clipped < 0.02 && output.some((v) => !Number.isNaN(v)), grey: isGrey(reflectance) };
  });
  const usable = patches.filter((patch) => patch.usable);
  if (usable.length < FEWEST_PATCHES)
    throw new InputError(
      'chart',
      `Only ${usable.length} of the ${chart.length} patches can be read; the others clip or are black. Expose the chart so that its white stays under white.`,
    );
  let matrix = camera.matrix;
  let rows: (MatrixRow & { readonly name: string })[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const gains = gainsOf(usable, matrix);
    const level = Math.cbrt(gains[0]! * gains[1]! * gains[2]!);
    rows = usable.map(({ sensor, output, name }) => {
      const rgb = output.map((v) => v / level);
      return {
        name,
        sensor: sensor.map((v, c) => (v * gains[c]!) / level),
        rgb,
        weights: rgb.map((v) => 1 / (Math.max(0, v) + FLOOR) ** 2),
      };
    });
    matrix = fitRows(rows);
  }
  const left = rows.flatMap((row, i) => misses(row, fitRows(rows.filter((_, k) => k !== i))));
  return {
    matrix,
    residualStops: rms(left),
    beforeStops: rms(rows.flatMap((row) => misses(row, camera.matrix))),
    patches: patches.map(({ name }) => {
      const row = rows.find((one) => one.name === name);
      return { name, distance: row && !row.rgb.some(Number.isNaN) ? distanceOf(row, matrix) : null };
    }),
  };
}

function isGrey(reflectance: Spectrum): boolean {
  const visible = reflectance.slice(6, 61);
  const mean = visible.reduce((sum, v) => sum + v, 0) / visible.length;
  return Math.max(...visible) - Math.min(...visible) < GREY * mean;
}

/**
 * What balance and level of the exposure made of each channel of the sensor: by the greys, which a 3x3 leaves as they are; by all patches where
 * there is none.
 */
function gainsOf(
  patches: readonly { readonly sensor: readonly number[]; readonly output: readonly number[]; readonly grey: boolean }[],
  matrix: Matrix3,
): number[] {
  const read = patches.filter(({ output }) => !output.some(Number.isNaN));
  const greys = read.filter(({ grey }) => grey);
  const balanced = (greys.length ? greys : read).map(({ sensor, output }) =>
    balancedFromLinear({ matrix }, [output[0]!, output[1]!, output[2]!]).map((v, c) => v / sensor[c]!),
  );
  return [0, 1, 2].map((c) => {
    const ratios = balanced.flatMap((gains) => (gains[c]! > 0 ? [gains[c]!] : [])).sort((a, b) => a - b);
    if (ratios.length === 0)
      throw new InputError('chart', 'None of the greys of the chart can be read. Expose it so that white stays under white.');
    return ratios[ratios.length >> 1]!;
  });
}

const out = new Float64Array(3);

function outputOf({ sensor }: MatrixRow, matrix: Matrix3): [number, number, number] {
  linearOutputInto(out, { matrix }, sensor[0]!, sensor[1]!, sensor[2]!);
  return [out[0]!, out[1]!, out[2]!];
}

/** By channel, stops; the dark ones count as what they are beside the floor. */
function misses(row: MatrixRow, matrix: Matrix3): number[] {
  const found = outputOf(row, matrix);
  return row.rgb.flatMap((v, c) =>
    Number.isNaN(v) ? [] : [Math.log2((Math.max(0, found[c]!) + FLOOR) / (Math.max(0, v) + FLOOR))],
  );
}

function distanceOf(row: MatrixRow, matrix: Matrix3): number {
  const found = outputOf(row, matrix);
  return oklabDistance(oklabOf(found[0], found[1], found[2]), oklabOf(row.rgb[0]!, row.rgb[1]!, row.rgb[2]!));
}
