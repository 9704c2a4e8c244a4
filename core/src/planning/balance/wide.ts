import { turnBetweenDeg } from '../../colour/hue';
import { GELS } from '../../gel/stand-ins';
import { formatStops } from '../../exposure/stops';
import { nearestMarked, APERTURES, ISOS, SHUTTERS } from '../../exposure/series';
import { inField } from '../../errors';
import { compileScene } from '../../scene/compile';
import { throwM } from '../../transport/room';
import type { Light, Look, Point } from '../../document/schema';
import { balance, objectiveOf, type BalanceResult } from './balance';
import { goalsOf, type BalanceOptions } from './objective';
import { movable, solve } from './solve';

/** What a balance may change besides powers. */
export interface Freedom {
  readonly iso?: boolean;
  readonly aperture?: boolean;
  readonly shutter?: boolean;
  readonly nd?: boolean;
  readonly distance?: boolean;
  readonly gels?: boolean;
  readonly grid?: boolean;
}

/** One change of a wide balance, in words for the person at the stand. */
export interface WideChange {
  readonly text: string;
  /** How much J fell by it. */
  readonly gain: number;
}

export interface WideBalance {
  readonly result: BalanceResult;
  readonly changes: readonly WideChange[];
  /** J with powers alone, and with all that was free. */
  readonly powersOnly: number;
  readonly objective: number;
}

interface Move {
  readonly text: string;
  readonly look: Look;
}

/** Less than this of J is not worth a walk to the stand. */
const WORTH = 0.004;
const MOST_ROUNDS = 4;
const NEAREST_M = 0.4;
const FARTHEST_M = 8;
const GEL_HUES_DEG = 22;

/** The best J over powers, solved on the fixtures' own steps. */
function bestOver(look: Look, options: BalanceOptions): number {
  const scene = compileScene(look);
  return solve(goalsOf(scene, options), movable(scene, options.locked)).cost;
}

/**
 * Balances powers and, where they are free, exposure, distances, gels and grids: each step takes the one change that lowers J most
 * with all powers solved anew, as long as one is worth it. Deterministic. Input as `parseLook` returns it.
 */
export function balanceWide(look: Look, freedom: Freedom, options: BalanceOptions = {}): WideBalance {
  const powersOnly = bestOver(look, options);
  let best = { look, cost: powersOnly };
  const changes: WideChange[] = [];
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const tried = movesOf(best.look, freedom).map((move) => ({ ...move, cost: bestOver(move.look, options) }));
    const pick = tried.reduce<(typeof tried)[number] | null>((a, b) => (a === null || b.cost < a.cost - 1e-9 ? b : a), null);
    if (!pick || best.cost - pick.cost < WORTH) break;
    changes.push({ text: pick.text, gain: best.cost - pick.cost });
    best = { look: pick.look, cost: pick.cost };
  }
  const result = balance(best.look, options);
  return { result, changes, powersOnly, objective: objectiveOf(result.look, options) };
}

function movesOf(look: Look, freedom: Freedom): Move[] {
  const { camera } = look;
  const moves: Move[] = [];
  const exposure = (text: string, change: Partial<Look['camera']>) =>
    moves.push({ text, look: { ...look, camera: { ...camera, ...change } } });
  for (const by of [-1, 1]) {
    if (freedom.iso) {
      const iso = nearestMarked(ISOS, camera.iso * 2 ** by);
      if (iso !== camera.iso) exposure(`ISO ${camera.iso} to ${iso}`, { iso });
    }
    if (freedom.aperture && camera.tStop === null) {
      const aperture = nearestMarked(APERTURES, camera.aperture * 2 ** (by / 2));
      if (aperture !== camera.aperture) exposure(`f/${camera.aperture} to f/${aperture}`, { aperture });
    }
    if (freedom.shutter) {
      const shutterS = nearestMarked(SHUTTERS, camera.shutterS * 2 ** by);
      const fits = shutterS >= camera.syncS - 1e-9 && shutterS <= camera.longestS + 1e-9;
      if (fits && shutterS !== camera.shutterS) exposure(`shutter ${by > 0 ? 'a stop longer' : 'a stop shorter'}`, { shutterS });
    }
    if (freedom.nd && camera.ndStops + by >= 0 && camera.ndStops + by <= 10)
      exposure(`ND ${camera.ndStops} to ${camera.ndStops + by} stops`, { ndStops: camera.ndStops + by });
  }
  look.lights.forEach((light, l) => {
    if (!light.on || light.muted || light.locked) return;
    const put = (text: string, change: Partial<Light>) =>
      moves.push({
        text: `${light.name}: ${text}`,
        look: { ...look, lights: look.lights.map((one, i) => (i === l ? { ...one, ...change } : one)) },
      });
    if (freedom.distance)
      for (const times of [0.7, 1.4]) {
        const metres = throwM(light) * times;
        if (metres >= NEAREST_M && metres <= FARTHEST_M)
          put(`${throwM(light).toFixed(1)} m to ${metres.toFixed(1)} m from its aim`, { position: along(light, times) });
      }
    if (freedom.grid && light.modifier.gridDeg === null && light.modifier.beam.kind !== 'bare')
      put('a 40° grid', { modifier: { ...light.modifier, gridDeg: 40, lossStops: Math.min(8, light.modifier.lossStops + 0.6) } });
    if (freedom.gels && light.gels.length === 1)
      for (const gel of neighbours(light.gels[0]!.gel)) put(`${gel.name} instead`, { gels: [{ gel: gel.id, strength: 1 }] });
  });
  return moves.filter((move) => {
    try {
      inField('', () => compileScene(move.look));
      return true;
    } catch {
      return false;
    }
  });
}

function along({ position, aim }: Light, times: number): Point {
  const at = (i: 0 | 1 | 2) => Number((aim[i] + (position[i] - aim[i]) * times).toFixed(3));
  return [at(0), Math.max(0.05, at(1)), at(2)];
}

/** Gels of nearly the same hue: first word of the name apart, a deeper and a paler one. */
function neighbours(id: string): readonly { readonly id: string; readonly name: string }[] {
  const own = GELS.find((gel) => gel.id === id);
  if (!own || own.kind !== 'effect') return [];
  const hue = hueOfGel(own.transmittance);
  return GELS.filter((gel) => {
    if (gel.kind !== 'effect' || gel.id === id) return false;
    const off = Math.abs(turnBetweenDeg(hue, hueOfGel(gel.transmittance)));
    return off < GEL_HUES_DEG;
  }).slice(0, 6);
}

/** Hue angle of a transmittance by its weight in three bands: enough to tell neighbours. */
function hueOfGel(transmittance: Float64Array): number {
  const mean = (from: number, to: number) => {
    let sum = 0;
    for (let nm = from; nm < to; nm += 5) sum += transmittance[(nm - 380) / 5]!;
    return sum / ((to - from) / 5);
  };
  const [r, g, b] = [mean(600, 680), mean(500, 580), mean(420, 490)];
  return (Math.atan2(Math.sqrt(3) * (g - b), 2 * r - g - b) * 180) / Math.PI;
}

/** One or two sentences on what a wide balance did. */
export function wideSummary({ changes, powersOnly, objective, result }: WideBalance): string {
  const moved = result.changes.slice(0, 3).map(({ name, deltaStops }) => `${name} ${formatStops(deltaStops)}`);
  const gained = powersOnly > 0 ? Math.round(100 * (1 - objective / powersOnly)) : 0;
  const what = changes.length ? `${changes.map(({ text }) => text).join('; ')}. ` : 'Nothing but powers was worth changing. ';
  return `${what}${moved.length ? `Powers: ${moved.join(', ')}. ` : ''}${changes.length ? `${gained} % nearer to the aims than by powers alone.` : ''}`.trim();
}
