import { InputError } from '../errors';
import { kelvinToMired } from '../colour/cct';
import { turnBetweenDeg, turnedDeg } from '../colour/hue';
import type { DialStep, Exercise, Guess, MakesExercise } from './exercise';
import { UNIT_OF } from './skills';

/** How good an answer was, as the schedule takes it. */
export const GRADES = ['again', 'hard', 'good', 'easy'] as const;
export type Grade = (typeof GRADES)[number];

export interface Judged {
  /** In the unit of the skill: stops, mired, degrees of hue, or 0 right and 1 wrong. */
  readonly error: number;
  /** The same with its sign, guess less truth; null where there are no two ways. */
  readonly signed: number | null;
  readonly right: boolean;
  readonly grade: Grade;
}

/** Errors up to which an answer is easy, good and hard, by unit. */
const STEPS = { stops: [0.2, 0.5, 1], mired: [12, 30, 60], degrees: [6, 15, 30] } as const;
/** A clip that is rightly placed in the wrong channel is off by so much more, stops. */
const WRONG_CHANNEL_STOPS = 0.5;
/** A match is right within so much a light, and the better for every shot less than this. */
const [MATCHED_STOPS, FEW_SHOTS] = [0.34, 4];

const gradeOf = (error: number, [easy, good, hard]: readonly [number, number, number]): Grade =>
  error <= easy ? 'easy' : error <= good ? 'good' : error <= hard ? 'hard' : 'again';

function numberOf(guess: Guess): number {
  if (guess.kind === 'number' && Number.isFinite(guess.value)) return guess.value;
  throw new InputError('guess', 'This exercise is answered with a number.');
}

function choiceOf(guess: Guess): string {
  if (guess.kind === 'choice') return guess.id;
  throw new InputError('guess', 'This exercise is answered by choosing one.');
}

const measured = (signed: number, unit: keyof typeof STEPS, more = 0): Judged => {
  const error = Math.abs(signed) + more;
  const grade = gradeOf(error, STEPS[unit]);
  return { error, signed, right: grade === 'easy' || grade === 'good', grade };
};

const chosen = (right: boolean): Judged => ({ error: right ? 0 : 1, signed: null, right, grade: right ? 'good' : 'again' });

/** The step of a dial that lies nearest to a place on it, degrees. */
export function dialStepAt(steps: readonly DialStep[], dialDeg: number): DialStep {
  return steps[Math.round((turnedDeg(dialDeg) / 360) * steps.length) % steps.length]!;
}

/** By the hue that is seen: two places of a dial that look alike are one. */
function makesJudged(exercise: MakesExercise, guess: Guess): Judged {
  if (exercise.ask === 'dial') {
    const { hueDeg } = dialStepAt(exercise.steps, numberOf(guess));
    return measured(turnBetweenDeg(exercise.hueDeg, hueDeg), 'degrees');
  }
  const id = choiceOf(guess);
  const patch = exercise.options.find((one) => one.id === id);
  if (!patch) throw new InputError('guess', 'Choose one of the ways that are shown.');
  const right = id === exercise.truth;
  return { ...chosen(right), error: right ? 0 : Math.abs(turnBetweenDeg(exercise.hueDeg, patch.hueDeg)) };
}

/** Powers against those wanted: the root of the mean square over the lights that had to be dialled, stops. */
function matchError({ target, start }: Extract<Exercise, { skill: 'match' }>, powers: Readonly<Record<string, number>>): number {
  const dialled = target.lights.filter(
    ({ id, powerStops }) => start.lights.find((one) => one.id === id)!.powerStops !== powerStops,
  );
  const squares = dialled.map(
    ({ id, powerStops }) => ((powers[id] ?? start.lights.find((one) => one.id === id)!.powerStops) - powerStops) ** 2,
  );
  return Math.sqrt(squares.reduce((sum, one) => sum + one, 0) / Math.max(1, squares.length));
}

/** Holds a guess against the truth. @throws InputError for a guess of another kind than the exercise asks for. */
export function judge(exercise: Exercise, guess: Guess): Judged {
  switch (exercise.skill) {
    case 'stops':
      return measured(numberOf(guess) - exercise.truth, 'stops');
    case 'edge': {
      const value = numberOf(guess);
      const channel = guess.kind === 'number' ? guess.channel : undefined;
      return measured(
        value - exercise.truth,
        'stops',
        channel === undefined || channel === exercise.channel ? 0 : WRONG_CHANNEL_STOPS,
      );
    }
    case 'white':
      return measured(kelvinToMired(numberOf(guess)) - kelvinToMired(exercise.truth), 'mired');
    case 'cost': {
      if (typeof exercise.truth === 'number') return measured(numberOf(guess) - exercise.truth, 'stops');
      const id = choiceOf(guess);
      const lost = (which: string) => exercise.patches.find((patch) => patch.id === which)?.stopsLost ?? 0;
      const error = lost(exercise.truth) - lost(id);
      return { error, signed: null, right: error === 0, grade: error === 0 ? 'good' : 'again' };
    }
    case 'match': {
      if (guess.kind !== 'powers') throw new InputError('guess', 'This exercise is answered by dialling.');
      const error = matchError(exercise, guess.powers);
      const right = error <= MATCHED_STOPS;
      return {
        error,
        signed: null,
        right,
        grade: right && guess.shots > FEW_SHOTS ? 'good' : gradeOf(error, STEPS[UNIT_OF.match]),
      };
    }
    case 'makes':
      return makesJudged(exercise, guess);
    case 'whose':
    case 'wrong':
    case 'change':
      return chosen(choiceOf(guess) === exercise.truth);
  }
}

/** A light of a test frame against its plan, as measured. */
export interface Measured {
  readonly lightId: string;
  readonly offStops: number;
  readonly isOff: boolean;
}

/**
 * A guess before a test frame is measured: which light is off, and by how much; null for none. The light that is off the most counts; who names another is off by
 * all of that, and who sees a fault where none is by what was seen.
 */
export function judgeFrame(
  lights: readonly Measured[],
  guess: { readonly lightId: string; readonly stops: number } | null,
): Judged {
  const [worst] = lights.filter(({ isOff }) => isOff).sort((a, b) => Math.abs(b.offStops) - Math.abs(a.offStops));
  if (!worst) return measured(guess?.stops ?? 0, 'stops');
  if (guess?.lightId === worst.lightId) return measured(guess.stops - worst.offStops, 'stops');
  const error = Math.abs(worst.offStops);
  return { error, signed: null, right: false, grade: gradeOf(error, STEPS.stops) === 'easy' ? 'hard' : 'again' };
}
