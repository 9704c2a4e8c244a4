/** What a place of the picture is made of. The order is that of the table of materials; the liquids follow it. */
export const MATERIALS_OF_FRAME = [
  'skin',
  'lips',
  'hair',
  'wardrobe',
  'eye-white',
  'iris',
  'backdrop',
  'floor',
  'wall',
  'lash',
  'ceiling',
  'hat',
  'seat',
  'lens',
  'label',
  'cap',
  'table',
  'flag',
  'card',
  'liquid',
] as const;
export type FrameMaterial = (typeof MATERIALS_OF_FRAME)[number];

/** Index of a material in `MATERIALS_OF_FRAME`. */
export const SKIN = 0;
export const LIPS = 1;
export const HAIR = 2;
export const WARDROBE = 3;
export const EYE_WHITE_PART = 4;
export const IRIS = 5;
export const BACKDROP = 6;
export const FLOOR = 7;
export const WALL = 8;
export const LASH = 9;
export const CEILING = 10;
export const HAT = 11;
export const SEAT = 12;
/** Skin seen through dark glasses. */
export const LENS = 13;
export const LABEL = 14;
export const CAP = 15;
export const TABLE = 16;
export const FLAG = 17;
export const CARD = 18;
/** What stands behind, seen through the glass and its liquid: this index and the following ones, by thickness. */
export const LIQUID = 19;

/** Steps of the thickness of a liquid, and the way through of one step, cm. */
export const LIQUID_STEPS = 16;
export const LIQUID_STEP_CM = 0.6;

/** Figures a material has in a table of triples. */
export const MATERIAL_COUNT = LIQUID + LIQUID_STEPS;

/** The name of a material by its index. */
export function materialName(index: number): FrameMaterial {
  return MATERIALS_OF_FRAME[Math.min(index, LIQUID)]!;
}

/** Whether a material is one of the room's plane surfaces, which need no lift off themselves. */
export function isRoom(index: number): boolean {
  return (
    index === BACKDROP ||
    index === FLOOR ||
    index === WALL ||
    index === CEILING ||
    index === TABLE ||
    index === FLAG ||
    index === CARD
  );
}
