/** Angles that a person is tried at, to both sides of how they stand, and how far apart, degrees. */
export const TURN_TRIED_DEG = 60;
export const TURN_STEP_DEG = 5;
