import type { KitEntry } from '../../catalogue/kit-schema';
import { addFigures, compileScene } from '../../scene/compile';
import { FIGURE, FIGURES } from '../../scene/figures';
import type { Look } from '../../document/schema';
import { distanceTimes, flagFrom, gridded, grids, turnFrom } from './of-light';
import type { Proposal } from './proposal';
import { ranked } from './rank';
import { supplyOf } from './supply';

/** One thing to do against spill, tried out. */
export interface SpillCure extends Proposal {
  /** Change at the place of the spill, stops. */
  readonly there: number;
  /** Change where the light works, stops, before its power makes up for it. */
  readonly atWork: number;
}

const TURN_DEG = 10;
const CLOSER = 0.7;
/** A cure has to take so much more from the spill than from where the light works, stops. */
const WORTH_STOPS = 0.15;
const LEAST_LIGHT = 1e-9;

/** What keeps the light of one lamp off one place with this kit, what helps most against what it costs first. */
export function spillCures(look: Look, lightId: string, probeId: string, kit: readonly KitEntry[]): SpillCure[] {
  const l = look.lights.findIndex(({ id }) => id === lightId);
  const light = look.lights[l];
  const p = look.probes.findIndex(({ id }) => id === probeId);
  const z = look.probes.findIndex(({ id }) => id === light?.zone);
  if (!light || p < 0 || z < 0) return [];
  const levels = (tried: Look): readonly [there: number, atWork: number] => {
    const scene = compileScene(tried);
    const at = (probe: number) => {
      const own = new Float64Array(FIGURES);
      addFigures(own, scene.lights[l]!, probe, tried.lights[l]!.powerStops);
      return Math.log2(Math.max(LEAST_LIGHT, own[FIGURE.incident]!));
    };
    return [at(p), at(z)];
  };
  const [spill, work] = levels(look);
  const place = look.probes[p]!.position;
  const supply = supplyOf(look, kit);
  const proposals = [
    ...grids(look, light, supply),
    ...gridded(look, light, supply),
    ...turnFrom(look, light, place, TURN_DEG),
    ...distanceTimes(look, light, CLOSER, true),
    ...flagFrom(look, light, place),
  ];
  const changes = new Map<Look, { readonly there: number; readonly atWork: number }>();
  const left = (tried: Look) => {
    const [there, atWork] = levels(tried);
    changes.set(tried, { there: there - spill, atWork: atWork - work });
    // What is lost where it works is bought back with power, and comes to the spill as well.
    return there - spill - Math.min(0, atWork - work);
  };
  return ranked(proposals, left, { before: 0, worth: WORTH_STOPS, effortWeight: 0 }).map(({ proposal }) => ({
    ...proposal,
    ...changes.get(proposal.look)!,
  }));
}
