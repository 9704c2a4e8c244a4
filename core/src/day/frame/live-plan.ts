import type { Look } from '../../document/schema';
import { evaluate } from '../../scene/evaluate';
import type { LivePlan } from './live';
import { expectedMarks, lookAtMarks } from './marks';

/** Where the places of a look are expected in a picture of this size, and its figures there: those of the backdrop where the picture shows it. */
export function livePlan(look: Look, width: number, height: number): LivePlan {
  const marks = expectedMarks(look, width, height);
  return { marks, readings: evaluate(lookAtMarks(look, marks, width, height)) };
}
