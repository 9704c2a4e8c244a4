import type { Readings } from '../../scene/readings';
import type { BuildOrder, Light, Look, Role } from '../../document/schema';

/** The order in which a look is built up, and what of it burns at a step. */

/** In which order roles come, by what is lit first. What is not named keeps its place in the look. */
const RANKS: Readonly<Record<Exclude<BuildOrder, 'own'>, readonly Role[]>> = {
  key: ['key', 'fill', 'rim', 'hair', 'kicker', 'background', 'practical', 'window'],
  background: ['background', 'practical', 'window', 'key', 'fill', 'rim', 'hair', 'kicker'],
  ambient: ['window', 'practical', 'background', 'key', 'fill', 'rim', 'hair', 'kicker'],
};

/** The lights of a look in the order in which they are built up. Lights that are off are left out. */
export function buildOrder(look: Look, order: BuildOrder = look.build.order): Light[] {
  const lights = look.lights.filter(({ on }) => on);
  if (order === 'own') return lights;
  const rank = RANKS[order];
  return lights
    .map((light, i) => ({ light, i }))
    .sort((a, b) => rank.indexOf(a.light.role) - rank.indexOf(b.light.role) || a.i - b.i)
    .map(({ light }) => light);
}

/** A look in which only these lights burn. Ambient stays unless `dark`. */
export function withOnly(look: Look, ids: readonly string[], dark = false): Look {
  return {
    ...look,
    ambient: dark ? { ...look.ambient, lux: 0 } : look.ambient,
    lights: look.lights.map((light) => ({ ...light, solo: false, muted: !ids.includes(light.id) })),
  };
}

/** Brightness from front to back: a pocket of light at each depth. */
export interface Pocket {
  readonly probe: string;
  readonly name: string;
  /** Way from the camera, m. */
  readonly depthM: number;
  readonly stops: number;
  /** Step from the pocket before it, stops; null for the first. */
  readonly step: number | null;
  /** Too near in brightness to its neighbour to stand apart. */
  readonly flat: boolean;
}

/** Neighbours closer than this lie flat on one another, stops. */
const FLAT_STOPS = 0.7;

/** The places of a picture from front to back with their steps of brightness. */
export function pockets({ camera }: Look, { probes }: Readings): Pocket[] {
  const rows = probes
    .map(({ id, name, at, stops }) => ({ id, name, depthM: camera.distanceM - at[2], stops }))
    .sort((a, b) => a.depthM - b.depthM);
  return rows.map(({ id, name, depthM, stops }, i): Pocket => {
    const before = rows[i - 1];
    const step = before ? stops - before.stops : null;
    // Places side by side are no neighbours in depth.
    const apart = before !== undefined && depthM - before.depthM > 0.03;
    return {
      probe: id,
      name,
      depthM,
      stops,
      step,
      flat: step !== null && apart && Math.abs(step) < FLAT_STOPS,
    };
  });
}
