import { APERTURES, ISOS, nearestMarked, SHUTTERS } from '../../exposure/series';
import { formatShutter, formatStops } from '../../exposure/stops';
import type { Look } from '../../document/schema';
import { withCamera, type Proposal } from './proposal';

/** What can be changed for all lights at once: exposure, ambient, air, room. Each by so many stops of exposure, more being brighter. */

const MOST_ISO = 25_600;
const LEAST_ISO = 50;
const MOST_ND_STOPS = 10;
const LEAST_CHANGE_STOPS = 0.1;
const MOST_BLACKOUT_STOPS = 20;

const burning = ({ lights }: Look) => lights.filter(({ on, muted }) => on && !muted);
const hasKind = (look: Look, isFlash: boolean) => burning(look).some(({ fixture }) => (fixture.kind === 'flash') === isFlash);

const of = (kind: Proposal['kind'], text: string, cost: string, effort: Proposal['effort'], look: Look): Proposal[] => [
  { kind, lightId: null, text, cost, effort, look },
];

export function isoBy(look: Look, stops: number): Proposal[] {
  const { iso } = look.camera;
  const to = nearestMarked(ISOS, iso * 2 ** stops);
  if (to < LEAST_ISO || to > MOST_ISO || Math.abs(Math.log2(to / iso)) < LEAST_CHANGE_STOPS) return [];
  return of(
    'iso',
    `${to > iso ? 'Raise' : 'Lower'} ISO from ${iso} to ${to}.`,
    'All lights and ambient move with it.',
    3,
    withCamera(look, { iso: to }),
  );
}

/** A lens marked in T-stops keeps its loss. */
export function apertureBy(look: Look, stops: number): Proposal[] {
  const { aperture, tStop } = look.camera;
  const to = nearestMarked(APERTURES, aperture * 2 ** (-stops / 2));
  if (Math.abs(2 * Math.log2(to / aperture)) < LEAST_CHANGE_STOPS) return [];
  const change = { aperture: to, ...(tStop === null ? {} : { tStop: Number((tStop * (to / aperture)).toFixed(2)) }) };
  const text =
    tStop === null ? `f/${aperture} to f/${to}` : `T${Number(tStop.toFixed(1))} to T${Number(change.tStop!.toFixed(1))}`;
  const depth = to > aperture ? 'more is sharp' : 'less is sharp';
  return of(
    'aperture',
    `${to > aperture ? 'Stop down' : 'Open up'} from ${text}.`,
    `All lights and ambient move with it; ${depth}.`,
    3,
    withCamera(look, change),
  );
}

/** Only stills have a free shutter; it stays within sync and what can be held, and does nothing where nothing but flash burns. */
export function shutterBy(look: Look, stops: number): Proposal[] {
  const { shutterS, syncS, longestS, mode } = look.camera;
  const to = nearestMarked(SHUTTERS, shutterS * 2 ** stops);
  const isIn = (to >= syncS - 1e-9 || !hasKind(look, true)) && to <= longestS + 1e-9;
  const doesSomething = hasKind(look, false) || look.ambient.lux > 0;
  if (mode === 'cinema' || !isIn || !doesSomething || Math.abs(Math.log2(to / shutterS)) < LEAST_CHANGE_STOPS) return [];
  return of(
    'shutter',
    `Set the shutter from ${formatShutter(shutterS)} to ${formatShutter(to)}.`,
    `Continuous light and ambient ${to > shutterS ? 'rise' : 'fall'}${hasKind(look, true) ? ', flash stays' : ''}.`,
    3,
    withCamera(look, { shutterS: to }),
  );
}

export function ndBy(look: Look, stops: number): Proposal[] {
  const { ndStops } = look.camera;
  const to = Math.round(10 * (ndStops - stops)) / 10;
  if (to < 0 || to > MOST_ND_STOPS || Math.abs(to - ndStops) < LEAST_CHANGE_STOPS) return [];
  return of(
    'nd',
    `Change ND from ${ndStops} to ${to} stops.`,
    'Dims everything equally; depth stays.',
    3,
    withCamera(look, { ndStops: to }),
  );
}

export const whiteAt = (look: Look, whiteK: number): Proposal[] =>
  of(
    'white',
    `Set the white balance to ${whiteK} K.`,
    'Every colour moves with it.',
    1,
    withCamera(look, { whiteK, tintDuv: 0 }),
  );

export const withoutFilter = (look: Look): Proposal[] =>
  look.camera.diffusion > 0
    ? of('filter', 'Take the soft filter off.', 'Highlights no longer glow.', 1, withCamera(look, { diffusion: 0 }))
    : [];

/** Ambient shut out by so many stops more. */
export function blackout(look: Look, stops: number): Proposal[] {
  const { ambient } = look;
  const blackoutStops = Math.min(MOST_BLACKOUT_STOPS, ambient.blackoutStops + stops);
  if (ambient.lux <= 0 || blackoutStops - ambient.blackoutStops < LEAST_CHANGE_STOPS) return [];
  return of(
    'ambient',
    `Black out the ambient by ${formatStops(-(blackoutStops - ambient.blackoutStops)).slice(1)} stops.`,
    'Keep exits, vents and alarms clear.',
    4,
    { ...look, ambient: { ...ambient, blackoutStops } },
  );
}

export const withoutHaze = (look: Look): Proposal[] =>
  look.air.hazePerM > 0
    ? of('haze', 'Clear the air.', 'Beams are no longer seen.', 4, { ...look, air: { ...look.air, hazePerM: 0 } })
    : [];

const CLOTH = 0.04;

/** Black cloth where the room sends light back. */
export function blackRoom(look: Look): Proposal[] {
  const { room } = look;
  if (room.paint === null && room.walls <= 0.25 && room.ceiling <= 0.5) return [];
  return of('room', 'Hang black cloth on walls and ceiling.', 'Keep cloth off hot lamps, and exits clear.', 4, {
    ...look,
    room: { ...room, paint: null, walls: CLOTH, ceiling: CLOTH, floor: Math.min(room.floor, 0.1) },
  });
}
