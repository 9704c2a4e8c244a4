import { inField, InputError } from '../errors';
import { EDGE_STOPS } from './sensor';
import { checkTone, type ToneSamples } from './tone';

/** What a camera's own pictures taught about it. It replaces what the stand-in assumes. */
export interface Learned {
  /** Its recording curve, from a bracket; null where none was taken. */
  readonly tone: ToneSamples | null;
  /** How sure that curve is, stops: its standard deviation where it clips. */
  readonly toneStops: number;
  /** The 3x3 from balanced values of its sensor to linear sRGB, row by row, each row summing to 1: from a colour chart; null where none was taken. */
  readonly matrix: readonly number[] | null;
  /** What of the chart the 3x3 leaves unexplained, stops. */
  readonly matrixStops: number;
  /** How far its white lies from what it is set to, mired and Duv: from a grey card. */
  readonly whiteMired: number;
  readonly whiteDuv: number;
}

/** How far a camera's white may lie from what it is set to. */
export const WHITE_SHIFT = { mired: 80, duv: 0.02 } as const;

const ROW_SUM = 1e-3;

/** @throws InputError naming the part that cannot be used. */
export function checkLearned({ tone, matrix }: Learned): void {
  if (tone) inField('tone', () => checkTone(tone));
  if (!matrix) return;
  if (matrix.length !== 9 || matrix.some((v) => !Number.isFinite(v) || Math.abs(v) > 10))
    throw new InputError('matrix', 'matrix must be 9 numbers between -10 and 10, row by row.');
  [0, 3, 6].forEach((row) => {
    if (Math.abs(matrix[row]! + matrix[row + 1]! + matrix[row + 2]! - 1) > ROW_SUM)
      throw new InputError(`matrix[${row}]`, 'Each row of matrix must sum to 1, so that a neutral stays neutral.');
  });
}

/** Of the uncertainty of a camera that nothing is known of, so much is its curve and so much its colours, stops. */
const UNKNOWN = { curve: 0.1, colour: Math.sqrt(EDGE_STOPS.standIn ** 2 - 0.1 ** 2) } as const;

/**
 * How far windows and first clips of a camera may lie from where they are computed, stops to either side. A bracket says where it clips, a
 * chart or measured sensitivities how it sees colours; each takes its part away, down to what was left unexplained.
 */
export function edgeStops(sensorIsMeasured: boolean, learned: Learned | null): number {
  const least = EDGE_STOPS.measured;
  if (!learned) return sensorIsMeasured ? least : EDGE_STOPS.standIn;
  // Of a measured sensor the figure stands for both.
  const curve = learned.tone ? Math.min(UNKNOWN.curve, learned.toneStops) : sensorIsMeasured ? 0 : UNKNOWN.curve;
  const colour = sensorIsMeasured ? least : learned.matrix ? Math.min(UNKNOWN.colour, learned.matrixStops) : UNKNOWN.colour;
  return Math.max(least, Math.hypot(curve, colour));
}
