import { APERTURES, ISOS, nearestMarked, SHUTTERS } from '../../exposure/series';
import type { Look } from '../../document/schema';
import type { Change } from './change';
import { withCamera, type Proposal } from './proposal';

/** What can be changed for all lights at once: exposure, ambient, air, room. Each by so many stops of exposure, more being brighter. */

const MOST_ISO = 25_600;
const LEAST_ISO = 50;
const MOST_ND_STOPS = 10;
const LEAST_CHANGE_STOPS = 0.1;
const MOST_BLACKOUT_STOPS = 20;

const burning = ({ lights }: Look) => lights.filter(({ on, muted }) => on && !muted);
const hasKind = (look: Look, isFlash: boolean) => burning(look).some(({ fixture }) => (fixture.kind === 'flash') === isFlash);

const of = (change: Change, effort: Proposal['effort'], look: Look): Proposal[] => [{ change, lightId: null, effort, look }];

export function isoBy(look: Look, stops: number): Proposal[] {
  const { iso } = look.camera;
  const to = nearestMarked(ISOS, iso * 2 ** stops);
  if (to < LEAST_ISO || to > MOST_ISO || Math.abs(Math.log2(to / iso)) < LEAST_CHANGE_STOPS) return [];
  return of({ kind: 'iso', from: iso, to }, 3, withCamera(look, { iso: to }));
}

/** A lens marked in T-stops keeps its loss. */
export function apertureBy(look: Look, stops: number): Proposal[] {
  const { aperture, tStop } = look.camera;
  const to = nearestMarked(APERTURES, aperture * 2 ** (-stops / 2));
  if (Math.abs(2 * Math.log2(to / aperture)) < LEAST_CHANGE_STOPS) return [];
  const change = { aperture: to, ...(tStop === null ? {} : { tStop: Number((tStop * (to / aperture)).toFixed(2)) }) };
  const marks =
    tStop === null ? ({ mark: 'f', from: aperture, to } as const) : ({ mark: 'T', from: tStop, to: change.tStop! } as const);
  return of({ kind: 'aperture', ...marks }, 3, withCamera(look, change));
}

/** Only stills have a free shutter; it stays within sync and what can be held, and does nothing where nothing but flash burns. */
export function shutterBy(look: Look, stops: number): Proposal[] {
  const { shutterS, syncS, longestS, mode } = look.camera;
  const to = nearestMarked(SHUTTERS, shutterS * 2 ** stops);
  const isIn = (to >= syncS - 1e-9 || !hasKind(look, true)) && to <= longestS + 1e-9;
  const doesSomething = hasKind(look, false) || look.ambient.lux > 0;
  if (mode === 'cinema' || !isIn || !doesSomething || Math.abs(Math.log2(to / shutterS)) < LEAST_CHANGE_STOPS) return [];
  return of({ kind: 'shutter', fromS: shutterS, toS: to, withFlash: hasKind(look, true) }, 3, withCamera(look, { shutterS: to }));
}

export function ndBy(look: Look, stops: number): Proposal[] {
  const { ndStops } = look.camera;
  const to = Math.round(10 * (ndStops - stops)) / 10;
  if (to < 0 || to > MOST_ND_STOPS || Math.abs(to - ndStops) < LEAST_CHANGE_STOPS) return [];
  return of({ kind: 'nd', from: ndStops, to }, 3, withCamera(look, { ndStops: to }));
}

export const whiteAt = (look: Look, whiteK: number): Proposal[] =>
  of({ kind: 'white', whiteK }, 1, withCamera(look, { whiteK, tintDuv: 0 }));

export const withoutFilter = (look: Look): Proposal[] =>
  look.camera.diffusion > 0 ? of({ kind: 'filter' }, 1, withCamera(look, { diffusion: 0 })) : [];

/** Ambient shut out by so many stops more. */
export function blackout(look: Look, stops: number): Proposal[] {
  const { ambient } = look;
  const blackoutStops = Math.min(MOST_BLACKOUT_STOPS, ambient.blackoutStops + stops);
  if (ambient.lux <= 0 || blackoutStops - ambient.blackoutStops < LEAST_CHANGE_STOPS) return [];
  return of({ kind: 'ambient', byStops: blackoutStops - ambient.blackoutStops }, 4, {
    ...look,
    ambient: { ...ambient, blackoutStops },
  });
}

export const withoutHaze = (look: Look): Proposal[] =>
  look.air.hazePerM > 0 ? of({ kind: 'haze' }, 4, { ...look, air: { ...look.air, hazePerM: 0 } }) : [];

const CLOTH = 0.04;

/** Black cloth where the room sends light back. */
export function blackRoom(look: Look): Proposal[] {
  const { room } = look;
  if (room.paint === null && room.walls <= 0.25 && room.ceiling <= 0.5) return [];
  return of({ kind: 'room' }, 4, {
    ...look,
    room: { ...room, paint: null, walls: CLOTH, ceiling: CLOTH, floor: Math.min(room.floor, 0.1) },
  });
}
