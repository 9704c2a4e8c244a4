/** Making exercises: for workers, and where the figure of `practiceShape` is at hand. */
export { practiceShape, seenDifference, meanDifference } from './draw';
export { makeExercise } from './generate';
export { patchDistance } from './make-gels';
