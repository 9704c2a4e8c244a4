/** Light on its way: one kernel from a lamp to a place, for figures and pixels alike. */
export { stageOf, toRoom, toSubject, turnToRoom, pastSubject, type Stage } from './stage';
export { reaching, type Reaching, type ReachingCard } from './reach';
export { bring, placed, type Brought, type Placed } from './zone-light';
export { flareOf, inScatter, type Flare } from './air';
export { cutDown, viewOf, type View } from './view';
export { throwM } from './room';
