/** Figures: people and things as meshes and strands, from baked parts. */
export { FIGURES_VERSION, filesOf, type Detail, type PartFile } from './baked-files';
export { FigureFileError } from './codec';
export { fromNodes } from './figure';
export type { Figure, Patch, Shade, SkinParts } from './types';
export { firstHit, type Bvh } from './bvh';
export {
  figureOf,
  shadeOf,
  FigureMissingError,
  isFigureReady,
  missingFiles,
  providePart,
  usePartLoader,
  type PartLoader,
} from './store';
export { isPerson, overMiddle, partsOf, shapeKey, shapeOf, tableOf, type SubjectShape, type Table } from './shape';
export { MATERIAL_NAMES, type MaterialName } from './materials';
