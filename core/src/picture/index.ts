/** The picture of a look: for those who draw. */
export { makeStudio, type Studio } from './studio';
export { isWorthSplitting, joinBands, splitOf } from './bands';
export type { Fineness, Marks, Picture, PictureRequest, PointReading } from './request';
export { amountAt, type Amounts } from './amounts';
export { lightTerm, type LightTerm } from './light-term';
export { findSeen, type Seen } from './seen';
export { developInto, type Space } from './develop';
export { relightInto } from './relight';
export { frameTriples } from './triples';
export { type Burnt } from './burnt';
export { type Instruments } from './instruments';
export { type Scopes } from './scopes';
export { sumCheck, type SumCheck } from './sum-check';
export type { Mark, PatchParts } from './patches';
