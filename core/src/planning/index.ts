/** What to do: palette, balance, proposals, causes, versions, build, effects. */
export { balance, objectiveOf, type BalanceResult, type PowerChange } from './balance/balance';
export type { Limit, LimitKind } from './balance/limits';
export { MOOD_AIM, type BalanceOptions } from './balance/objective';
export { remake, type Remake } from './balance/remake';
export { remediesFor, type Remedy } from './balance/remedies';
export { sensitivities, whiteCosts, type Sensitivity, type WhiteCost } from './balance/sensitivity';
export { balanceWide, type Freedom, type WideBalance } from './balance/wide';
export { cameraChange, densityOf, powerWords, type CameraChange } from './bench/questions';
export { netTrims, trimmed, withGroup, type Net } from './build/ledger';
export {
  buildOrder,
  buildRun,
  pockets,
  trials,
  withOnly,
  type BuildStep,
  type Watch,
  type Pocket,
  type Trial,
} from './build/run';
export {
  GONE_STOPS,
  TARGET_TOLERANCE_STOPS,
  ambientKelvin,
  ambientShareAt,
  ambientWord,
  comparePlaces,
  gelRise,
  readAmbient,
  type AmbientReading,
  type GelRise,
  type PlaceReading,
  type WindowReading,
} from './capture/ambient';
export { AMBIENT_PRESETS, type AmbientPreset } from './capture/ambient-presets';
export { judgeFrame, measureFrame, proofIsCurrent, type FrameMeasure, type FrameVerdict } from './capture/black-frame';
export { dayForNight, type DayForNight, type NightLight, type NightReading, type NightRemedy } from './capture/day-for-night';
export { readDrag, type DragReading, type DragZone } from './capture/drag';
export { lampCautionKey, openLampStops, readLamp } from './capture/lamps';
export {
  attributeChange,
  baselineOf,
  drownedLights,
  flashesAtFloor,
  floorRemedies,
  kindsOfLight,
  solveLookRatio,
  type Drowned,
  type HoldBy,
  type KindsAt,
  type Attribution,
  type ChangeReport,
  type LookRatio,
  type RatioStep,
} from './capture/mixed-look';
export { apertureTrades, shutterTrades, type ApertureTrade, type ShutterTrade } from './capture/trade-off';
export {
  lightAtWhite,
  lightsAtWhites,
  PUSH_MIRED,
  whiteScale,
  whiteSchools,
  type LightAtWhites,
  type WhiteSchool,
} from './capture/white';
export { continuity, type ContinuityItem } from './continuity';
export { correctionFor, warmUpAfterwards, type Correction, type CorrectionFit, type WarmUp } from './correction/correction';
export {
  correctionForLight,
  correctionForWhite,
  unitOfLight,
  type CorrectionStudy,
  type Measured,
  type SkinUnder,
} from './correction/for-light';
export {
  EFFECT_NAMES,
  USUAL_EFFECTS,
  effectStops,
  framesUnder,
  readEffects,
  type EffectNote,
  type EffectReading,
} from './effects/effects';
export { causesOf, type Cause } from './faults/causes';
export type { CauseKind, Finding } from './faults/suspect';
export { FAULT_NAMES, FAULT_WORDS, faultMeasure, type FaultWord } from './faults/words';
export {
  gelOptions,
  kitRows,
  lookWithCamera,
  lookWithFixture,
  lookWithGels,
  lookWithSurface,
  withSurface,
  type SurfacePart,
} from './kit-use';
export {
  LIGHT_SETS,
  makeLight,
  newLook,
  newLookShape,
  usualPlace,
  type LightDraft,
  type LightSetId,
  type NewLook,
} from './new-look';
export { ASSOCIATIONS } from './palette/associations';
export type { CheckFinding, PaletteCheck } from './palette/check';
export { paletteChecks, type PaletteReport } from './palette/checks';
export { colourClusters } from './palette/clusters';
export { membersFromLights } from './palette/from-lights';
export {
  searchGels,
  stackOrOverlap,
  type GelFit,
  type GelOption,
  type GelOrder,
  type StackOrOverlap,
} from './palette/gel-search';
export { meansFor, withKitGels, type Means, type MeansInput, type Way } from './palette/means';
export { MOTIVES, findMotive, motiveProblems, type Motive, type MotiveProblem } from './palette/motives';
export { REACH_STEP_DEG, reachAt, reachOf, withinReach, type Reach } from './palette/reach';
export {
  isWarm,
  lightPartnerDeg,
  membersFor,
  mixOfTargets,
  paintersPartnerDeg,
  purityLimit,
  schemeColours,
  type SchemeColour,
} from './palette/schemes';
export {
  gelSwatches,
  inOtherModes,
  lightColours,
  matchLights,
  paletteWithKit,
  reachWithKit,
  type GelSwatch,
  type LightColour,
} from './palette/with-kit';
export type { Change } from './proposals/change';
export type { Effort, Proposal } from './proposals/proposal';
export { spillCures, type SpillCure } from './proposals/spill-cures';
export {
  VARIANT_KINDS,
  VARIANT_NAMES,
  compareVariants,
  lookOfVariant,
  makeVariant,
  variantOf,
  type Comparison,
  type VariantKind,
} from './variants/variants';
export { windowLight } from './window';
