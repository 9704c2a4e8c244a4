import type { Look } from '../../document/schema';

/** Minutes that a light takes from its case to its first test frame, one person alone: a rule of thumb. */
const PER_LIGHT_MIN = 10;
const PER_GEL_MIN = 3;
const GROUND_MIN = 10;
/** A helper saves so much of the work with lights; more than three get in each other's way. */
const HELP = 0.3;
const MOST_HELPERS = 3;

/** A rough guess of the minutes that a look takes to set up: lights, gels and ground, with the helpers that there are. */
export function setupMinutes({ lights, brief }: Pick<Look, 'lights' | 'brief'>): number {
  const active = lights.filter(({ on }) => on);
  const pieces = active.reduce((sum, light) => sum + light.pieces, 0);
  const gels = active.reduce((sum, light) => sum + light.gels.length * light.pieces, 0);
  const helpers = Math.min(MOST_HELPERS, brief.place.crew);
  return Math.round(GROUND_MIN + (PER_LIGHT_MIN * pieces + PER_GEL_MIN * gels) / (1 + HELP * helpers));
}
