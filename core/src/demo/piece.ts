import { makeLight, usualPlace } from '../planning/light-sets';
import { nearestPower } from '../scene/power';
import { type Light, type Role } from '../document/schema';
import { fixtureOf, modifierOf } from '../catalogue/kit';

/** Looks that ship and new ones are balanced without the long search. */
export const QUICKLY = { thorough: false } as const;

/** Where the faces of the demo's people and the middle of their backdrops are, m. */
export const FACE_M = 1.62;
export const BACKDROP_M = 2.4;

export interface Piece {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly side: 'left' | 'right';
  readonly fixture: string;
  readonly modifier?: string;
  readonly gels?: readonly string[];
  readonly powerStops: number;
  readonly setting?: Light['setting'];
  readonly motive?: string;
  readonly zone?: string;
  readonly at?: Pick<Light, 'position' | 'aim'>;
}

/** A light of the demo from the stand-in kit, where such a light usually stands. */
export function piece({
  id,
  name,
  role,
  side,
  fixture,
  modifier,
  gels = [],
  powerStops,
  setting,
  motive,
  zone,
  at,
}: Piece): Light {
  const place = usualPlace(role, side, FACE_M, BACKDROP_M);
  const item = fixtureOf(fixture);
  return makeLight({
    id,
    name,
    role,
    position: at?.position ?? place.position,
    aim: at?.aim ?? place.aim,
    fixture: item,
    modifier: modifierOf(modifier ?? place.modifier),
    gels: gels.map((gel) => ({ gel, strength: 1 })),
    powerStops: nearestPower(item, powerStops),
    ...(setting ? { setting } : {}),
    ...(motive ? { motive } : {}),
    ...(zone ? { zone } : {}),
  });
}
