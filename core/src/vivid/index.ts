/** Vividness, and the window of exposure in which a colour lives. */
export { adaptedLinear, type Adaptation } from './adaptation';
export { windowAlone, zoneAlone, type AloneWindow } from './alone';
export type { FirstClip, Headroom } from './clip';
export {
  fileEdge,
  hexAtLuminance,
  hexOfPoint,
  inFile,
  planeDistance,
  planeOfSpectrum,
  pointOf,
  targetOf,
  type PlanePoint,
  type Target,
} from './plane';
export { VIVID, type VividWindow } from './window';
