import type { Look } from '../../document/schema';
import { compileScene, totalFigures } from '../../scene/compile';
import { FIGURE } from '../../scene/figures';

/** What one flag, card or silk does to the light at the places of a look. */
export interface BoardGain {
  readonly boardId: string;
  /** Change of what is recorded with it against without it, stops: the places that it changes most, most first. */
  readonly places: readonly { readonly name: string; readonly stops: number }[];
}

/** Less cannot be seen. */
const LEAST_STOPS = 0.05;
const MOST_PLACES = 3;

/** With and without, as on the set: each board is taken away in turn, everything else stands. Empty lists for boards that change nothing. */
export function boardGains(look: Look): BoardGain[] {
  const levels = (one: Look) => {
    const scene = compileScene(one);
    return one.probes.map((_, p) => totalFigures(scene, p)[FIGURE.luminance]!);
  };
  const withAll = levels(look);
  return look.boards.map(({ id }) => {
    const without = levels({ ...look, boards: look.boards.filter((board) => board.id !== id) });
    const places = look.probes
      .map(({ name }, p) => ({ name, stops: Math.log2(withAll[p]! / without[p]!) }))
      .filter(({ stops }) => Math.abs(stops) >= LEAST_STOPS)
      .sort((a, b) => Math.abs(b.stops) - Math.abs(a.stops))
      .slice(0, MOST_PLACES);
    return { boardId: id, places };
  });
}
