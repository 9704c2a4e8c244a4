import { inField } from '../errors';
import { flat, type Spectrum } from '../spectrum/grid';
import { liquidTransmittance } from '../surface/liquid';
import { resolveSurface, type SpectrumLookup } from './resolve';
import type { Board, Look } from '../document/schema';

/** Reflectance of the walls: their paint, or a neutral. @throws InputError in `room.paint`. */
export function wallReflectance({ room }: Pick<Look, 'room'>, lookup: SpectrumLookup): Spectrum {
  const { paint } = room;
  return paint === null ? flat(room.walls) : inField('room.paint', () => resolveSurface(paint, lookup));
}

/** Colour of a card, 1 where it has none of its own. @throws InputError in `boards[i].tint`. */
export function tintOf({ tint }: Board, index: number, lookup: SpectrumLookup): Spectrum {
  return tint === null ? flat(1) : inField(`boards[${index}].tint`, () => resolveSurface(tint, lookup));
}

/** Way through a full bottle, cm: what its liquid is judged at as a surface. */
const THROUGH_CM = 2.4;
/** What glass passes of a light behind it, by its two faces. */
export const GLASS_PASSES = 0.86;

/** A bottle's liquid as if it were a surface: light from behind, once through. */
export function liquidAsSurface({ subject }: Pick<Look, 'subject'>): Spectrum {
  return liquidTransmittance(subject.liquid.tint, subject.liquid.strength, THROUGH_CM).map((value) => value * GLASS_PASSES);
}
