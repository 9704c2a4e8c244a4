/** The picture of a look: kept apart from the main surface, since only those who draw need it. */
export { makeStudio, type Studio } from './studio';
export type { Fineness, Picture, PictureRequest, PointReading } from './request';
export { viewOf, type View } from '../transport/view';
export { amountAt, type Amounts } from './amounts';
export { lightTerm, type LightTerm } from './light-term';
export { findSeen, type Seen } from './seen';
export { developInto } from './develop';
export { relightInto } from './relight';
export { frameTriples } from './triples';
export { MATERIAL_NAMES, type MaterialName } from '../figure/materials';
export { reflectancesOf } from '../scene/reflectances';
export {
  figureOf,
  FigureMissingError,
  isFigureReady,
  missingFiles,
  providePart,
  usePartLoader,
  type Detail,
} from '../figure/index';
export { shapeOf } from '../transport/stage';
export { type Burnt } from './burnt';
export { type Instruments } from './instruments';
export { sumCheck, type SumCheck } from './sum-check';
