import type { Light, Look } from '../../document/schema';
import { throwM } from '../../transport/room';
import { distanceTimes } from '../../planning/proposals/of-light';
import { withLight, type Proposal } from '../../planning/proposals/proposal';
import type { Caution } from './caution';
import { circuitLoads, drawOf } from './load';

/**
 * What can be changed in the plan about a caution: each is written down as done, so it is done on the set first. Where nothing in the plan would
 * change, there is nothing here.
 */
export function waysOut(look: Look, caution: Caution): Proposal[] {
  const lights = look.lights.filter(({ id }) => caution.lightIds.includes(id));
  switch (caution.about.is) {
    case 'hangs':
      return lights.flatMap((light) => [
        ...(light.rig.secondHold ? [] : rigged(look, light, 'second-hold', { secondHold: true })),
        ...(light.rig.hold === 'boom' && !light.rig.weighted ? rigged(look, light, 'weigh', { weighted: true }) : []),
      ]);
    case 'loose-stand':
      return lights.flatMap((light) => rigged(look, light, 'weigh', { weighted: true }));
    case 'loose-stands':
      return allWeighed(look, lights);
    case 'gel-heat':
      return lights.flatMap((light) => inHolder(look, light));
    case 'over-rating':
      return lights.flatMap((light) => smallerLamp(look, light));
    case 'effect':
      return lights.flatMap((light) => slower(look, light));
    case 'not-wet-rated':
      return lights.flatMap((light) => (light.rig.battery ? [] : rigged(look, light, 'battery', { battery: true })));
    case 'circuit':
      return toOtherCircuit(look, lights);
    case 'holds-several':
      return lights.slice(1).flatMap((light) => rigged(look, light, 'stand', { hold: 'stand', holder: '' }));
    case 'by-hand':
    case 'hands':
      return lights.slice(0, 1).flatMap((light) => rigged(look, light, 'stand', { hold: 'stand', holder: '' }));
    case 'near-eyes':
      return lights.flatMap((light) => distanceTimes(look, light, FROM_EYES_M / throwM(light), true));
    default:
      return [];
  }
}

/** A light that was too near to a face goes back to here; a flicker that may harm goes down to this rate. */
const [FROM_EYES_M, CALM_HZ] = [0.85, 2];

type RigStep = 'second-hold' | 'weigh' | 'battery' | 'stand';

const rigged = (look: Look, light: Light, kind: RigStep, rig: Partial<Light['rig']>): Proposal[] => [
  {
    change: { kind, name: light.name },
    lightId: light.id,
    effort: 2,
    look: withLight(look, light.id, { rig: { ...light.rig, ...rig } }),
  },
];

function allWeighed(look: Look, lights: readonly Light[]): Proposal[] {
  const weighed = lights.reduce((now, { id, rig }) => withLight(now, id, { rig: { ...rig, weighted: true } }), look);
  return [
    {
      change: { kind: 'weigh', name: lights.length > 3 ? 'all of them' : lights.map(({ name }) => name).join(', ') },
      lightId: null,
      effort: 2,
      look: weighed,
    },
  ];
}

/** Out of the box, off the lamp. A bare flash tube is not mended by a holder. */
function inHolder(look: Look, light: Light): Proposal[] {
  if (light.mount === 'holder') return [];
  const held = withLight(look, light.id, { mount: 'holder' });
  return [{ change: { kind: 'holder', name: light.name }, lightId: light.id, effort: 2, look: held }];
}

function smallerLamp(look: Look, light: Light): Proposal[] {
  const { lamp } = light;
  if (!lamp || lamp.fittedW <= lamp.ratedW) return [];
  const fitted = withLight(look, light.id, { lamp: { ...lamp, fittedW: lamp.ratedW } });
  return [{ change: { kind: 'lamp', name: light.name, watts: lamp.ratedW }, lightId: light.id, effort: 2, look: fitted }];
}

function slower(look: Look, light: Light): Proposal[] {
  const { effect } = light;
  if (!effect || effect.rateHz <= CALM_HZ) return [];
  const calm = withLight(look, light.id, { effect: { ...effect, rateHz: CALM_HZ } });
  return [{ change: { kind: 'rate', name: light.name, hz: CALM_HZ }, lightId: light.id, effort: 1, look: calm }];
}

/** The smallest light that brings a circuit under what it may carry, to one that then still has room. */
function toOtherCircuit(look: Look, lights: readonly Light[]): Proposal[] {
  const loads = circuitLoads(look);
  const own = loads.find(({ lightIds }) => lights.some(({ id }) => lightIds.includes(id)));
  if (!own) return [];
  const bySize = [...lights].sort((a, b) => drawOf(look, a).watts * a.pieces - drawOf(look, b).watts * b.pieces);
  for (const light of bySize)
    for (const { id, name } of loads.filter((load) => load.id !== own.id)) {
      const moved = withLight(look, light.id, { rig: { ...light.rig, circuit: id } });
      const after = circuitLoads(moved).filter((load) => load.id === own.id || load.id === id);
      if (after.every(({ share }) => share <= 1))
        return [{ change: { kind: 'circuit', name: light.name, circuit: name }, lightId: light.id, effort: 2, look: moved }];
    }
  return [];
}
