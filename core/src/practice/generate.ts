import { InputError } from '../errors';
import type { Look } from '../document/schema';
import { baseLook, lotsOf, reader, type Lots } from './draw';
import type { Exercise } from './exercise';
import { changeExercise } from './make-change';
import { costExercise, makesExercise } from './make-gels';
import { edgeExercise, stopsExercise, whoseExercise } from './make-light';
import { matchExercise, whiteExercise } from './make-match';
import { wrongExercise } from './make-wrong';
import { codeOf, type Skill } from './skills';

/** What an exercise is made with. */
export interface Making {
  readonly lots: Lots;
  readonly code: string;
  readonly base: Look;
  readonly read: ReturnType<typeof reader>;
}

type Maker = (making: Making) => Exercise | null;

const MAKERS: Readonly<Record<Skill, Maker>> = {
  stops: stopsExercise,
  edge: edgeExercise,
  whose: whoseExercise,
  wrong: wrongExercise,
  cost: costExercise,
  match: matchExercise,
  white: whiteExercise,
  makes: makesExercise,
  change: changeExercise,
};

/** Skills for which a look of several lights is worth more. */
const WITH_MANY: readonly Skill[] = ['whose', 'match', 'wrong'];
const MOST_TRIES = 40;
const STEP = 104_729;

/**
 * An exercise: the same one for a skill, a seed and the same own looks. Looks of somebody's own are practised on where they are given; else one is made up,
 * whose figure (`practiceShape`) must be at hand. @throws InputError where the own looks have no light that would do.
 */
export function makeExercise(skill: Skill, seed: number, own: readonly Look[] = []): Exercise {
  const code = codeOf(skill, seed);
  for (let i = 0; i < MOST_TRIES; i++) {
    const lots = lotsOf(seed + i * STEP);
    const base = baseLook(lots, seed, own, WITH_MANY.includes(skill));
    const made = MAKERS[skill]({ lots, code, base, read: reader() });
    if (made) return made;
  }
  throw new InputError('looks', 'These looks have no lights that this can be practised on. Take made-up ones, or other looks.');
}
