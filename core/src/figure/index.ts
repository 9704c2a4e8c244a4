/** Figures: people and things as meshes and strands, from baked parts. */
export { FigureFileError } from './codec';
export { fromNodes } from './figure';
export type { Figure, Patch, Shade, SkinParts } from './types';
export { firstHit, isBlocked, type Bvh } from './bvh';
export {
  figureOf,
  shadeOf,
  FigureMissingError,
  FIGURES_VERSION,
  isFigureReady,
  missingFiles,
  providePart,
  usePartLoader,
  type Detail,
  type PartLoader,
} from './store';
export { isPerson, overMiddle, partsOf, shapeKey, tableOf, type SubjectShape, type Table } from './shape';
export { MATERIAL_NAMES, type MaterialName } from './materials';
