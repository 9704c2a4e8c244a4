/** Practice: exercises that are made from the model, how answers are judged, and what is to be repeated when. */
export { practiceShape, seenDifference, meanDifference } from './draw';
export { FAULTS, type Change, type Exercise, type Fault, type Guess, type Patch } from './exercise';
export { makeExercise } from './generate';
export { GRADES, judge, type Grade, type Judged } from './judge';
export { patchDistance } from './make-gels';
export { biases, progressOf, type Bias, type Progress } from './progress';
export { schedule, type Planned, type PracticeAnswer } from './schedule';
export { codeOf, readCode, SEEDS, SKILLS, UNIT_OF, type ErrorUnit, type Skill } from './skills';
