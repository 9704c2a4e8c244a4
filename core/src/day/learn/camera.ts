import { makeCamera, type CameraOptions } from '../../camera/camera';
import { edgeStops, type Learned } from '../../camera/learned';
import { InputError } from '../../errors';
import type { Spectrum } from '../../spectrum/grid';
import type { ChartPatch } from '../../surface/chart';
import { curveFromBracket, type BracketCurve } from './bracket-curve';
import type { BracketPicture } from './bracket-fit';
import { matrixFromChart, type ChartMatrix, type PatchReading } from './colour-chart';
import { whiteFromCard, type WhiteShift } from './grey-card';

/** What a white was set to, and the light that the picture was taken in, 1 lx of it. */
interface Taken {
  readonly whiteK: number;
  readonly tintDuv: number;
  readonly source: Spectrum;
}

/** Pictures to learn a camera from; each kind may be missing. */
export interface CameraLesson {
  readonly bracket: readonly BracketPicture[];
  /** The frame of the bracket whose middle is a grey card as it was metered, or null. */
  readonly greyFrame: number | null;
  readonly card: (Taken & { readonly linear: readonly [number, number, number] }) | null;
  readonly chart: (Taken & { readonly readings: readonly PatchReading[]; readonly patches: readonly ChartPatch[] }) | null;
}

export interface CameraLearned {
  readonly learned: Learned;
  /** The sensor's headroom as it is now to be taken: never under that of the curve. */
  readonly headroomStops: number;
  /** How uncertain windows are with it, stops to either side; and before. */
  readonly edgeStops: number;
  readonly edgeBefore: number;
  readonly curve: BracketCurve | null;
  readonly white: WhiteShift | null;
  readonly chart: ChartMatrix | null;
}

/** White and 3x3 follow from each other. */
const ROUNDS = 3;
const NOTHING: Learned = { tone: null, toneStops: 0, matrix: null, matrixStops: 0, whiteMired: 0, whiteDuv: 0 };

/**
 * Learns a camera from its own pictures: its curve from a bracket, then what its white is off by from a grey card, then its 3x3 from a chart. What there is
 * no picture for stays as `before` has it.
 * @throws InputError naming the picture that cannot be used, and the remedy.
 */
export function learnCamera(
  camera: Omit<CameraOptions, 'learned'>,
  sensorIsMeasured: boolean,
  before: Learned | null,
  { bracket, greyFrame, card, chart }: CameraLesson,
): CameraLearned {
  if (bracket.length === 0 && !card && !chart)
    throw new InputError('', 'There is no picture yet to learn from: add a bracket, a grey card or a chart.');
  const curve = bracket.length > 0 ? curveFromBracket(bracket, greyFrame) : null;
  let learned: Learned = before ?? NOTHING;
  if (curve) learned = { ...learned, tone: curve.tone, toneStops: rounded(curve.deviation) };
  const headroomStops = curve
    ? Math.min(10, Math.max(camera.headroomStops ?? 0, rounded(curve.headroomStops)))
    : (camera.headroomStops ?? 3.25);
  const ready = ({ whiteK, tintDuv }: Taken, as: Learned) =>
    makeCamera({ ...camera, headroomStops, whiteK, tintDuv, learned: as });
  let white: WhiteShift | null = null;
  let matrix: ChartMatrix | null = null;
  for (let round = 0; round < ROUNDS; round++) {
    if (card) {
      white = whiteFromCard(card.linear, ready(card, { ...learned, whiteMired: 0, whiteDuv: 0 }), card, card.source);
      learned = { ...learned, whiteMired: rounded(white.mired, 1), whiteDuv: rounded(white.duv, 5) };
    }
    if (chart) {
      const found = matrixFromChart(chart.readings, chart.patches, ready(chart, learned), chart.source);
      matrix = matrix ? { ...found, beforeStops: matrix.beforeStops } : found;
      learned = { ...learned, matrix: Array.from(found.matrix, (v) => rounded(v, 6)), matrixStops: rounded(found.residualStops) };
    }
    if (!card || !chart) break;
  }
  return {
    learned,
    headroomStops,
    edgeStops: edgeStops(sensorIsMeasured, learned),
    edgeBefore: edgeStops(sensorIsMeasured, before),
    curve,
    white,
    chart: matrix,
  };
}

const rounded = (value: number, digits = 4): number => Number(value.toFixed(digits));
