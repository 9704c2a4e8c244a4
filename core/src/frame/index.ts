/** The picture of a look: kept apart from the main surface, since only the worker that draws needs it. */
export { makeStudio, type Fineness, type Picture, type PictureRequest, type PointReading, type Studio } from './studio';
export { viewOf, type View } from '../transport/view';
export { lightTerm } from './light-term';
export { findSurfaces } from './surfaces';
export { developInto } from './develop';
export { frameReflectances, frameTriples, relightInto } from './relight';
export { MATERIALS_OF_FRAME, type FrameMaterial } from '../subject/materials';
export { type Instruments } from './instruments';
export { sumCheck, type SumCheck } from './sum-check';
