import type { Look } from '../document/schema';

/** The id under which ambient light appears among a look's lights. */
export const AMBIENT_ID = 'ambient';

/** Illuminance of ambient light once blackout has taken its part, lx. */
export function ambientLux({ lux, blackoutStops }: Look['ambient']): number {
  return lux * 2 ** -blackoutStops;
}
