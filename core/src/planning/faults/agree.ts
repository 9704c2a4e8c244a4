import type { Cause } from './causes';
import type { CauseKind } from './suspect';

type Named = Pick<Cause, 'lightId'> & { readonly finding: { readonly kind: CauseKind } };

/** Which way a cause asks the level of its light, or of all lights. */
const LEVEL: Partial<Record<CauseKind, 1 | -1>> = {
  'level-high': -1,
  'exposure-high': -1,
  fill: -1,
  spill: -1,
  'level-low': 1,
  'exposure-low': 1,
};

/** Of a light's gel one thing is said: it is not pale and deep at once. */
const OF_GEL: readonly CauseKind[] = ['gel-pale', 'gel-deep', 'no-anchor'];
/** Levels that are one cause under the name of one light or of all. */
const OF_LEVEL: readonly CauseKind[] = ['level-high', 'level-low', 'exposure-high', 'exposure-low'];

/**
 * Whether two causes cannot both be said of one look: they ask for opposite things of the same light, or are one thing under two names, such as a light that is
 * too bright and everything being too bright.
 */
export function clash(a: Named, b: Named): boolean {
  const [p, q] = [a.finding.kind, b.finding.kind];
  const sameLight = a.lightId === b.lightId;
  if (p === q && sameLight) return true;
  if (sameLight && OF_GEL.includes(p) && OF_GEL.includes(q)) return true;
  const [up, down] = [LEVEL[p], LEVEL[q]];
  if (up === undefined || down === undefined) return false;
  const isOfAll = a.lightId === null || b.lightId === null;
  if (isOfAll && OF_LEVEL.includes(p) && OF_LEVEL.includes(q)) return true;
  return up !== down && (isOfAll || sameLight);
}
