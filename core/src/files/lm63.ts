import { beamFunction, beamIntegral, type BeamShape } from '../exposure/beam';
import { InputError } from '../errors';
import { checkText } from './table';

/** A beam as measured: what a modifier needs of a photometric file. */
export interface ReadBeam {
  readonly name: string;
  /** Distribution averaged round the axis. */
  readonly beam: Extract<BeamShape, { kind: 'table' }>;
  /** Candela on the axis: lx at 1 m in the far field. */
  readonly axisCandela: number;
  /** Full angles in degrees at 50 % and 10 % of the axis; null where the file does not fall so far. */
  readonly beamDeg: number | null;
  readonly fieldDeg: number | null;
  readonly lumens: number;
  readonly watts: number;
  readonly notes: readonly string[];
}

const MAX_VALUES = 200_000;
const FEET_M = 0.3048;

/** The opening of the light as the file gives it, m. */
export interface ReadFace {
  readonly widthM: number;
  readonly lengthM: number;
}

/**
 * Reads a photometric file of ANSI/IES LM-63 (1986 to 2019), type C, and averages it round the axis at the nadir.
 * @throws InputError naming the figure that is wrong: counts that do not fit, angles that do not rise, NaN, no light on the axis.
 */
export function readLm63(text: string): ReadBeam & { readonly face: ReadFace } {
  checkText(text);
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const tilt = lines.findIndex((line) => /^\s*TILT\s*=/i.test(line));
  if (tilt < 0) throw new InputError('file', 'The file has no TILT line: it is not a photometric file of LM-63.');
  if (!/^\s*TILT\s*=\s*NONE/i.test(lines[tilt]!))
    throw new InputError('file', 'Only files with TILT=NONE can be read; this one tilts its lamp.');
  const keyword = (name: string) =>
    lines
      .slice(0, tilt)
      .map((line) => new RegExp(`^\\s*\\[${name}\\]\\s*(.*)$`, 'i').exec(line)?.[1]?.trim())
      .find(Boolean);
  const figures = figuresOf(lines.slice(tilt + 1).join(' '));
  const { lampLumens, watts, face, vertical, horizontal, candela } = readFigures(figures);
  const weights = horizontalWeights(horizontal);
  const mean = vertical.map((_, v) => candela.reduce((sum, plane, h) => sum + weights[h]! * plane[v]!, 0));
  const axisCandela = mean[0]!;
  if (!(axisCandela > 0))
    throw new InputError('file', 'The file gives no light on the axis (vertical angle 0), so nothing can be related to it.');
  const notes: string[] = [];
  if (figures.left() > 0) notes.push(`${figures.left()} figures after the last plane were left out.`);
  const thinned = thin(
    vertical,
    mean.map((value) => value / axisCandela),
  );
  const beam = {
    kind: 'table' as const,
    anglesDeg: thinned.angles,
    relative: thinned.values.map((value) => Number(value.toPrecision(6))),
  };
  return {
    name: (keyword('LUMINAIRE') ?? keyword('LUMCAT') ?? keyword('TEST') ?? '').slice(0, 80),
    beam,
    axisCandela,
    beamDeg: angleAt(beam, 0.5),
    fieldDeg: angleAt(beam, 0.1),
    lumens: lampLumens > 0 ? lampLumens : axisCandela * beamIntegral(beam),
    watts,
    notes,
    face,
  };
}

interface Figures {
  /** The next figure. @throws InputError naming it where it is missing, no number, or out of range. */
  readonly next: (what: string, low?: number, high?: number) => number;
  /** How many have not been read. */
  readonly left: () => number;
}

function figuresOf(text: string): Figures {
  const words = text.split(/[\s,]+/).filter(Boolean);
  if (words.length > MAX_VALUES)
    throw new InputError('file', `The file holds ${words.length} figures; ${MAX_VALUES} at most can be read.`);
  let at = 0;
  return {
    left: () => words.length - at,
    next(what, low = -Infinity, high = Infinity) {
      const word = words[at++];
      const value = Number(word);
      if (word === undefined) throw new InputError('file', `The file ends before its ${what}.`);
      if (!Number.isFinite(value)) throw new InputError('file', `The ${what} is "${word.slice(0, 30)}", not a number.`);
      if (value < low || value > high)
        throw new InputError('file', `The ${what} is ${value}; it must be from ${low} to ${high}.`);
      return value;
    },
  };
}

/** What stands after the TILT line, in the order of LM-63. */
function readFigures({ next }: Figures) {
  next('number of lamps', 0, 1000);
  const lampLumens = next('lumens of a lamp');
  const multiplier = next('candela multiplier', 1e-9, 1e9);
  const verticals = next('number of vertical angles', 2, 2000);
  const horizontals = next('number of horizontal angles', 1, 2000);
  if (!Number.isInteger(verticals) || !Number.isInteger(horizontals))
    throw new InputError('file', 'The numbers of angles must be whole.');
  const type = next('photometric type', 1, 3);
  if (type !== 1) throw new InputError('file', 'Only type C photometry can be read; this file is type A or B.');
  const unit = next('unit of lengths', 1, 2) === 1 ? FEET_M : 1;
  const face: ReadFace = { widthM: Math.abs(next('width')) * unit, lengthM: Math.abs(next('length')) * unit };
  next('height');
  const ballast = next('ballast factor', 0, 100);
  next('future use');
  const watts = next('input watts', 0, 1e6);
  const rising = (count: number, what: string, high: number) =>
    Array.from({ length: count }, (_, i) => next(`${what} angle ${i + 1}`, 0, high)).map((angle, i, all) => {
      if (i > 0 && angle <= all[i - 1]!)
        throw new InputError('file', `The ${what} angles must rise; ${angle} comes after ${all[i - 1]}.`);
      return angle;
    });
  const vertical = rising(verticals, 'vertical', 180);
  const horizontal = rising(horizontals, 'horizontal', 360);
  if (vertical[0] !== 0) throw new InputError('file', 'The vertical angles must start at 0, the axis of the light.');
  const candela = horizontal.map(() =>
    Array.from({ length: verticals }, (_, v) => next(`candela value ${v + 1}`, 0) * multiplier * ballast),
  );
  return { lampLumens, watts, face, vertical, horizontal, candela };
}

/** How much of the circle each horizontal plane stands for; a part of it stands for its mirror images too. */
function horizontalWeights(angles: readonly number[]): number[] {
  if (angles.length === 1) return [1];
  const last = angles[angles.length - 1]!;
  const whole = last > 355 && angles[0] === 0;
  const spans = angles.map((angle, i) => {
    const before = i > 0 ? angle - angles[i - 1]! : 0;
    const after = i < angles.length - 1 ? angles[i + 1]! - angle : whole && last < 360 ? 360 - last : 0;
    return (before + after) / 2;
  });
  const total = spans.reduce((sum, span) => sum + span, 0);
  return spans.map((span) => span / total);
}

const MOST_ANGLES = 181;

/** At most 181 angles: every second, third ... where a file has more. The last is kept. */
function thin(angles: readonly number[], values: readonly number[]): { angles: number[]; values: number[] } {
  const every = Math.ceil(angles.length / MOST_ANGLES);
  const keep = (_: number, i: number) => i % every === 0 || i === angles.length - 1;
  return { angles: angles.filter(keep), values: values.filter(keep) };
}

/** Full angle at which the intensity first falls to a share of that on the axis. */
function angleAt(beam: BeamShape, share: number): number | null {
  const intensity = beamFunction(beam);
  for (let deg = 0; deg <= 180; deg += 0.1) {
    if (intensity((deg * Math.PI) / 180) < share) return Number((2 * deg).toFixed(1));
  }
  return null;
}
