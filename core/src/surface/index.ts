/** What comes back from things: skin, cloth, paint, liquids. */
export { cielabUnderD65, individualTypologyAngleDeg, type Cielab } from './cielab';
export { CHART, STAND_IN_CHART, type ChartPatch } from './chart';
export { LIQUIDS, type Liquid } from './liquid';
export { MATERIALS, findMaterial, materialsOf, type Material } from './materials';
export { reflectanceHex } from './reflectance-colour';
export { EYE_WHITE, SKIN_PRESETS, skinBandOf, skinReflectance, type SkinBand } from './skin';
