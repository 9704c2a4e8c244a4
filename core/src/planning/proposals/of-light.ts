import { turnBetweenDeg } from '../../colour/hue';
import { spectrumToXyz } from '../../colour/observer';
import { hueDegOf, oklabOf } from '../../colour/oklab';
import { convertXyzToLinearRgb } from '../../colour/rgb';
import { nearFieldRatio } from '../../exposure/distance';
import { luminousTransmittance, stopsLost } from '../../gel/gel';
import { lookupIn, resolveFilter, resolveSource } from '../../scene/resolve';
import { formatPower, nearestPower } from '../../scene/power';
import { fitsInRoom, throwM } from '../../transport/room';
import { resample } from '../../spectrum/samples';
import { product, type Spectrum } from '../../spectrum/grid';
import { lookWithGels } from '../kit-use';
import { asNeutral } from '../light-sets';
import type { Light, Look, Point } from '../../document/schema';
import { outOfPicture, withBoard, withLight, type Proposal } from './proposal';
import type { Supply } from './supply';

/** What can be changed about one light. Each gives the changes that its fixture, the kit and the room allow; none where they allow none. */

const NEAREST_M = 0.3;
const LEAST_STOPS = 0.05;
const MOST_LOSS_STOPS = 8;

/** Its power, by so many stops, on the fixture's own steps and within its range. */
export function powerBy(look: Look, light: Light, stops: number): Proposal[] {
  const wanted = Math.min(0, Math.max(light.fixture.minStops, light.powerStops + stops));
  const powerStops = nearestPower(light.fixture, wanted);
  const by = powerStops - light.powerStops;
  if (Math.abs(by) < LEAST_STOPS) return [];
  return [
    {
      change: {
        kind: 'power',
        name: light.name,
        byStops: by,
        to: formatPower(light.fixture, powerStops),
        unlocks: light.locked,
      },
      lightId: light.id,
      effort: 1,
      look: withLight(look, light.id, { powerStops, locked: false }),
    },
  ];
}

export function unlock(look: Look, light: Light): Proposal[] {
  if (!light.locked) return [];
  return [
    {
      change: { kind: 'unlock', name: light.name },
      lightId: light.id,
      effort: 1,
      look: withLight(look, light.id, { locked: false }),
    },
  ];
}

/** Its place along its own axis, at so many times its distance. `holds`: power makes up for it. Not through walls, floor or ceiling, and not into the picture. */
export function distanceTimes(look: Look, light: Light, times: number, holds = false): Proposal[] {
  const now = throwM(light);
  const then = now * times;
  const at = (i: 0 | 1 | 2) => Number((light.aim[i] + (light.position[i] - light.aim[i]) * times).toFixed(3));
  const position: Point = [at(0), Math.max(0.2, at(1)), at(2)];
  if (then < NEAREST_M || !fitsInRoom(look, position)) return [];
  const level = (d: number) => nearFieldRatio(light.modifier.face, d) / d ** 2;
  const gain = Math.log2(level(then) / level(now));
  const powerStops = nearestPower(light.fixture, Math.min(0, Math.max(light.fixture.minStops, light.powerStops - gain)));
  return outOfPicture(look, [
    {
      change: {
        kind: 'distance',
        name: light.name,
        fromM: now,
        toM: then,
        power: holds ? formatPower(light.fixture, powerStops) : null,
      },
      lightId: light.id,
      effort: 2,
      look: withLight(look, light.id, { position, ...(holds ? { powerStops } : {}) }),
    },
  ]);
}

/** So far that its aim gets so many stops more. */
export const distanceFor = (look: Look, light: Light, stops: number): Proposal[] => distanceTimes(look, light, 2 ** (-stops / 2));

/** Turned about itself by so many degrees, the way that leads from a place. */
export function turnFrom(look: Look, light: Light, from: Point, deg: number): Proposal[] {
  const [px, py, pz] = light.position;
  const axis = [light.aim[0] - px, light.aim[1] - py, light.aim[2] - pz] as const;
  const side = Math.sign(axis[0] * (from[2] - pz) - axis[2] * (from[0] - px)) || 1;
  const a = (-side * deg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const aim: Point = [px + axis[0] * c - axis[2] * s, light.aim[1], pz + axis[0] * s + axis[2] * c];
  return [
    {
      change: { kind: 'turn', name: light.name, deg },
      lightId: light.id,
      effort: 2,
      look: withLight(look, light.id, { aim }),
    },
  ];
}

/** Aimed at the place where it works. */
export function aimAt(look: Look, light: Light, place: Point, name: string): Proposal[] {
  if (Math.hypot(...light.aim.map((v, i) => v - place[i]!)) < 0.02) return [];
  return [
    {
      change: { kind: 'aim', name: light.name, place: name },
      lightId: light.id,
      effort: 2,
      look: withLight(look, light.id, { aim: place }),
    },
  ];
}

/** How much larger or smaller the face of another modifier may be, for the light to stay about as soft. */
const SAME_SIZE = 1.7;

const areaM2 = ({ face }: Light['modifier']): number =>
  face.kind === 'disc' ? Math.PI * face.radiusM ** 2 : face.kind === 'rectangle' ? face.widthM * face.heightM : 0;

/** On a flash: another modifier of about its size that has a grid, where the kit has one free. */
export function gridded(look: Look, light: Light, { modifiers }: Supply): Proposal[] {
  const own = light.modifier;
  if (light.fixture.kind !== 'flash' || own.gridDeg !== null || areaM2(own) === 0) return [];
  return modifiers
    .map(({ modifier }) => modifier)
    .filter((modifier) => modifier.gridDeg !== null && JSON.stringify(modifier.face) !== JSON.stringify(own.face))
    .filter((modifier) => Math.abs(Math.log2(areaM2(modifier) / areaM2(own))) < Math.log2(SAME_SIZE))
    .map((modifier) => ({
      change: { kind: 'modifier', name: light.name, from: own.name, to: modifier.name },
      lightId: light.id,
      effort: 2,
      look: withLight(look, light.id, { modifier }),
    }));
}

/** The same modifier with a narrower grid, where the kit has one free. */
export function grids(look: Look, light: Light, { modifiers }: Supply): Proposal[] {
  const own = light.modifier;
  const shape = ({ face, beam }: Light['modifier']) => JSON.stringify([face, beam]);
  return modifiers
    .map(({ modifier }) => modifier)
    .filter(({ gridDeg }) => gridDeg !== null && (own.gridDeg === null || gridDeg < own.gridDeg))
    .filter((modifier) => shape(modifier) === shape(own))
    .map((modifier) => ({
      change: { kind: 'grid', name: light.name, gridDeg: modifier.gridDeg!, lossStops: modifier.lossStops - own.lossStops },
      lightId: light.id,
      effort: 2,
      look: withLight(look, light.id, {
        modifier: { ...own, name: modifier.name, gridDeg: modifier.gridDeg, lossStops: modifier.lossStops },
      }),
    }));
}

const FLAG_M = [0.5, 0.8] as const;
/** Share of the way from the light at which a flag stands: near it, where a small one is enough. */
const FLAG_AT = 0.28;

/** A black flag between it and a place, moved aside from the line to where the light works. */
export function flagFrom(look: Look, light: Light, from: Point): Proposal[] {
  const at = (i: 0 | 1 | 2) => light.position[i] + (from[i] - light.position[i]) * FLAG_AT;
  const yawDeg = (Math.atan2(from[0] - light.position[0], from[2] - light.position[2]) * 180) / Math.PI;
  const a = (yawDeg * Math.PI) / 180;
  const right = [Math.cos(a), -Math.sin(a)] as const;
  const toAim = (light.aim[0] - light.position[0]) * right[0] + (light.aim[2] - light.position[2]) * right[1];
  const aside = (toAim > 0 ? -1 : 1) * FLAG_M[0] * 0.32;
  const round = (v: number) => Number(v.toFixed(3));
  const position: Point = [round(at(0) + aside * right[0]), round(Math.max(0.45, at(1))), round(at(2) + aside * right[1])];
  const flagged = withBoard(
    look,
    {
      finish: 'black',
      position,
      widthM: FLAG_M[0],
      heightM: FLAG_M[1],
      yawDeg: round(yawDeg),
      lossStops: 0,
      tint: null,
    },
    (n) => `Flag ${n}`,
  );
  if (!flagged || !fitsInRoom(look, position)) return [];
  return outOfPicture(look, [
    {
      change: { kind: 'flag', name: light.name, widthM: FLAG_M[0], heightM: FLAG_M[1] },
      lightId: light.id,
      effort: 2,
      look: flagged,
    },
  ]);
}

/** How far hues may lie apart for one gel to stand in for another, degrees. */
const SAME_HUE_DEG = 18;
const MOST_GELS = 6;

const hueThrough = (filtered: Spectrum): number => hueDegOf(oklabOf(...convertXyzToLinearRgb(spectrumToXyz(filtered))));

/** Another gel of the kit of nearly the same hue in its place, those that lose least first; `paler`: only those that lose half a stop less. */
export function otherGels(look: Look, light: Light, { gelsFor }: Supply, paler = false): Proposal[] {
  if (light.gels.length === 0) return [];
  const lookup = lookupIn(look.spectra);
  const source = resolveSource(light, light.powerStops, lookup);
  const filter = resolveFilter(light, lookup);
  const now = stopsLost(luminousTransmittance(source, filter));
  const hue = hueThrough(product(source, filter));
  return gelsFor(light)
    .filter(({ id }) => !light.gels.some(({ gel }) => gel === id))
    .map((gel) => ({ gel, transmittance: resample(gel.spectrum, 'transmittance') }))
    .map(({ gel, transmittance }) => ({
      gel,
      loss: stopsLost(luminousTransmittance(source, transmittance)),
      off: Math.abs(turnBetweenDeg(hue, hueThrough(product(source, transmittance)))),
    }))
    .filter(({ loss, off }) => off < SAME_HUE_DEG && (!paler || loss < now - 0.5))
    .sort((a, b) => a.off - b.off)
    .slice(0, MOST_GELS)
    .map(({ gel, loss }) => ({
      change: { kind: 'gel', name: light.name, gel: gel.name, byStops: now - loss },
      lightId: light.id,
      effort: 2,
      look: lookWithGels(withLight(look, light.id, { gels: [{ gel: gel.id, strength: 1 }] }), [gel]),
    }));
}

/** Without its colour: the gel off, or a full-colour fixture at white. */
export function neutral(look: Look, light: Light): Proposal[] {
  const bare = asNeutral(light, look.camera.whiteK);
  const isGelled = light.gels.length > 0;
  if (!isGelled && (light.setting === null || light.setting.mode === 'cct')) return [];
  return [
    {
      change: { kind: isGelled ? 'ungel' : 'neutral', name: light.name },
      lightId: light.id,
      effort: isGelled ? 2 : 1,
      look: withLight(look, light.id, { gels: bare.gels, setting: bare.setting }),
    },
  ];
}

export function seal(look: Look, light: Light): Proposal[] {
  if (light.leak <= 0) return [];
  return [
    {
      change: { kind: 'seal', name: light.name },
      lightId: light.id,
      effort: 2,
      look: withLight(look, light.id, { leak: 0 }),
    },
  ];
}

/** Neutral density or diffusion at the lamp: what it loses before its light goes anywhere. */
export function lossAt(look: Look, light: Light, stops: number, kind: 'density' | 'diffusion'): Proposal[] {
  const lossStops = light.modifier.lossStops + stops;
  if (stops < LEAST_STOPS || lossStops > MOST_LOSS_STOPS) return [];
  return [
    {
      change: { kind, name: light.name, stops },
      lightId: light.id,
      effort: 2,
      look: withLight(look, light.id, { modifier: { ...light.modifier, lossStops } }),
    },
  ];
}
