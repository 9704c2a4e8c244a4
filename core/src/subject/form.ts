import { hatDistance, lensDistance } from './accessories';
import { bottleDistance, bottleMaterial, bottlePart, TABLE_TOP_M } from './bottle';
import { browDistance, bustMaterial, eyeDistance, hairDistance, partDistance } from './bust';
import { makeGrid, type DistanceGrid } from './grid';
import { HAIR, HAT, LENS, SEAT, SKIN, WARDROBE } from './materials';
import { standingSkin, standingWardrobe } from './standing';
import { seatDistance, seatedSkin, seatedWardrobe } from './seated';

/** What can stand before the camera. */
export const SUBJECT_FORMS = ['person', 'seated', 'bottle'] as const;
export type SubjectForm = (typeof SUBJECT_FORMS)[number];

/** What of a subject decides its form. */
export interface Shape {
  readonly form: SubjectForm;
  readonly hat: boolean;
  readonly sunglasses: boolean;
}

/**
 * A subject as distances in metres, about its own origin: the middle of the face, or of the bottle; x to the camera's right, y up,
 * z to the camera where it is not turned.
 */
export interface Form {
  readonly key: string;
  /** Everything of it lies within these bounds. */
  readonly low: readonly [number, number, number];
  readonly high: readonly [number, number, number];
  /** Distance to the surface: a lower bound, fit for marching. */
  readonly distance: (x: number, y: number, z: number) => number;
  /** The material at a place on the surface, index into `MATERIALS_OF_FRAME`. */
  readonly material: (x: number, y: number, z: number) => number;
  /** Distance of one part alone, by its material: what normals are taken from. */
  readonly part: (material: number, x: number, y: number, z: number) => number;
  readonly grid: DistanceGrid;
  /** Size of its detail against a face's: steps and offsets scale with it. */
  readonly fine: number;
  /** A table under it: height of the top from the origin, half its width and depth; null where it stands on the floor. */
  readonly table: { readonly topM: number; readonly halfWidthM: number; readonly halfDepthM: number } | null;
  /** How far over the middle of the picture the origin is held, share of the picture's half height. */
  readonly overMiddle: number;
}

const STEP_M = 0.012;
/** Under this height of a person there are only clothes and hands, m. */
const LOWER_M = -0.5;

const forms = new Map<string, Form>();

/** The form of a subject: made at first use, then kept. */
export function formOf({ form: kind, hat, sunglasses }: Shape): Form {
  const person = kind !== 'bottle';
  const key = person ? `${kind}${hat ? ' hat' : ''}${sunglasses ? ' sunglasses' : ''}` : kind;
  let found = forms.get(key);
  if (!found) forms.set(key, (found = person ? personForm(key, kind === 'seated', hat, sunglasses) : bottleForm(key)));
  return found;
}

function bottleForm(key: string): Form {
  const low = [-0.042, -0.062, -0.025] as const;
  const high = [0.042, 0.072, 0.025] as const;
  return {
    key,
    low,
    high,
    distance: bottleDistance,
    material: bottleMaterial,
    part: bottlePart,
    grid: makeGrid(low, high, 0.002, bottleDistance),
    fine: 0.16,
    table: { topM: TABLE_TOP_M, halfWidthM: 0.6, halfDepthM: 0.35 },
    overMiddle: 0,
  };
}

function personForm(key: string, seated: boolean, hat: boolean, sunglasses: boolean): Form {
  const skin = seated ? seatedSkin : standingSkin;
  const cloth = seated ? seatedWardrobe : standingWardrobe;
  // Under the hat the hair lies flat.
  const hair = hat ? (x: number, y: number, z: number) => Math.max(hairDistance(x, y, z), y - 0.1 + 0.08 * z) : hairDistance;
  const low = seated ? ([-0.4, -1.3, -0.3] as const) : ([-0.36, -1.66, -0.26] as const);
  const high = [seated ? 0.4 : 0.36, hat ? 0.25 : 0.19, seated ? 0.52 : 0.17] as const;
  const body = (x: number, y: number, z: number) => {
    let d = Math.min(skin(x, y, z), hair(x, y, z), cloth(x, y, z), eyeDistance(x, y, z), browDistance(x, y, z));
    if (seated) d = Math.min(d, seatDistance(x, y, z));
    return hat ? Math.min(d, hatDistance(x, y, z)) : d;
  };
  const distance = sunglasses ? (x: number, y: number, z: number) => Math.min(body(x, y, z), lensDistance(x, y, z)) : body;
  const material = (x: number, y: number, z: number): number => {
    if (sunglasses && lensDistance(x, y, z) <= body(x, y, z)) return LENS;
    const all = body(x, y, z);
    if (hat && hatDistance(x, y, z) <= all) return HAT;
    if (seated && seatDistance(x, y, z) <= all) return SEAT;
    if (y < LOWER_M) return skin(x, y, z) <= all ? SKIN : WARDROBE;
    if (hat && Math.abs(hair(x, y, z) - all) < 1e-9) return HAIR;
    return bustMaterial(x, y, z);
  };
  const part = (m: number, x: number, y: number, z: number): number => {
    switch (m) {
      case HAT:
        return hatDistance(x, y, z);
      case SEAT:
        return seatDistance(x, y, z);
      case LENS:
        return lensDistance(x, y, z);
      case WARDROBE:
        return cloth(x, y, z);
      case HAIR:
        return Math.min(hair(x, y, z), browDistance(x, y, z));
      case SKIN:
        return skin(x, y, z);
      default:
        return partDistance(m, x, y, z);
    }
  };
  return {
    key,
    low,
    high,
    distance,
    material,
    part,
    grid: makeGrid(low, high, STEP_M, distance),
    fine: 1,
    table: null,
    overMiddle: seated ? 0.62 : 0.2,
  };
}
