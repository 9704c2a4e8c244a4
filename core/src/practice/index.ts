/** Practice: exercises, how answers are judged, what is to be repeated when, and how it went. What makes exercises compiles scenes: `practice/make`. */
export { FAULTS, type Change, type Exercise, type Fault, type Guess, type DialStep, type Patch } from './exercise';
export { dialStepAt, GRADES, judge, judgeFrame, type Grade, type Judged, type Measured } from './judge';
export { biases, progressOf, type Bias, type Progress } from './progress';
export { schedule, type Planned, type PracticeAnswer } from './schedule';
export { codeOf, readCode, SEEDS, SKILLS, UNIT_OF, type ErrorUnit, type Skill } from './skills';
