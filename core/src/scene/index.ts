/** A look compiled once: places, readings, verdicts. */
export { cameraOf, edgeStopsOf, type White } from './camera';
export { AMBIENT_ID, ambientLux } from './ambient';
export { beamAngles, stopsAlong } from './beam-shape';
export { evaluate } from './evaluate';
export { filterSwatchHex } from './swatch';
export { framing, type Framing } from './framing';
export { veils, type Veil } from './in-view';
export { EYES_ASPECT, EYES_M, NEAR_ASPECT, eyesAt, throughLongLens } from './eyes';
export { LARGEST_LOOK_FILE, LookError, parseLook, problemsFrom, readLookFile, writeLookFile, type Problem } from './parse';
export { flashFacts, formatPower, nearestPower, powerSteps, steppedPower, stopsOfPercent, type FlashFacts } from './power';
export { keySideOf, standardProbes, usualZone } from './probes';
export type {
  Diluted,
  AmbientRow,
  Dilution,
  LightReading,
  ProbeReading,
  Readings,
  Share,
  Strip,
  Verdict,
  VerdictKind,
} from './readings';
export {
  fixtureLookup,
  fullLux,
  gelNameIn,
  lookupIn,
  modelSource,
  resolveFilter,
  resolveGel,
  resolveSensor,
  resolveSource,
  resolveSurface,
  sourceKelvin,
  spectrumOfSource,
  type SpectrumLookup,
} from './resolve';
export { backdropEvenness, reachTable, type Evenness, type Reach as LightReach } from './spill';
export { compareTones, type ToneComparison } from './tones';
export { reflectancesOf } from './reflectances';
export { pictureText, samePicture } from './same-picture';
export {
  exposureLines,
  lampShape,
  onPlan,
  PLAN_SIDES,
  roomWindow,
  roundOf,
  type ExposureLine,
  type LampShape,
  type OnPlan,
  type PlanSide,
  type PlanWindow,
} from './plan-shapes';
