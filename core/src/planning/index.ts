/** What to do, as far as a page may ask for it: names, orders, edits and what costs no more than a few sums. What searches or compiles a scene is in `search`. */
export type { BalanceResult, PowerChange } from './balance/balance';
export type { Limit, LimitKind } from './balance/limits';
export { usualMostToKey } from './balance/most-to-key';
export { MOOD_AIM } from './balance/mood';
export type { BalanceOptions } from './balance/objective';
export type { Remake, Unreached } from './balance/remake';
export type { Substitute } from './balance/substitutes';
export type { Remedy } from './balance/remedies';
export type { Sensitivity, WhiteCost } from './balance/sensitivity';
export type { Freedom, WideBalance } from './balance/wide';
export { cameraChange, densityOf, powerWords, type CameraChange } from './bench/questions';
export { stoodAt, withHistory } from './build/history';
export { netTrims, trimmed, withGroup, type Net } from './build/ledger';
export { type FromKit } from './from-kit';
export { buildOrder, pockets, withOnly, type Pocket } from './build/order';
export type { BuildStep, Watch, Trial } from './build/run';
export {
  GONE_STOPS,
  TARGET_TOLERANCE_STOPS,
  ambientKelvin,
  ambientWord,
  gelRise,
  type AmbientReading,
  type GelRise,
  type WindowReading,
} from './capture/ambient';
export type { PlaceReading } from './capture/ambient-reading';
export { AMBIENT_PRESETS, type AmbientPreset } from './capture/ambient-presets';
export { judgeFrame, measureFrame, proofIsCurrent, type FrameMeasure, type FrameVerdict } from './capture/black-frame';
export type { DayForNight, NightLight, NightReading, NightRemedy } from './capture/day-for-night';
export type { DragReading, DragZone } from './capture/drag';
export { lampCautionKey, openLampStops, readLamp } from './capture/lamps';
export {
  attributeChange,
  baselineOf,
  flashesAtFloor,
  floorRemedies,
  solveLookRatio,
  type HoldBy,
  type Attribution,
  type ChangeReport,
  type LookRatio,
  type RatioStep,
} from './capture/mixed-look';
export type { Drowned, KindsAt } from './capture/kinds-of-light';
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
export type { ContinuityItem } from './continuity';
export type { Correction, CorrectionFit, WarmUp } from './correction/correction';
export type { CorrectionStudy, Measured, SkinUnder } from './correction/for-light';
export type { WarmingGel } from './correction/warming';
export { EFFECT_NAMES, USUAL_EFFECTS, effectStops, framesUnder } from './effects/effects';
export type { InGlasses } from './effects/glasses';
export type { EffectNote, EffectReading } from './effects/reading';
export type { BoardGain } from './effects/board-gains';
export { returnable, returning } from './effects/returned';
export { type VeilCost } from './effects/haze';
export { hazeClearing, type HazeClearing } from './effects/haze-clearing';
export type { Cause } from './faults/causes';
export type { CauseKind, Finding } from './faults/suspect';
export { FAULT_NAMES, FAULT_WORDS, faultMeasure, type FaultWord } from './faults/words';
export {
  cutFrom,
  cuttingPlan,
  LAP_CM,
  type CuttingPlan,
  type PlacedPiece,
  gelNeeds,
  gelNeedsOfDay,
  gelPieceCm,
  hangsAtHead,
  sheetCm,
  type Cut,
  type GelNeed,
  type SizeCm,
} from './gel-pieces';
export {
  gelOptions,
  kitRows,
  lookWithCamera,
  lookWithFixture,
  placedFixture,
  lookWithGels,
  lookWithSurface,
  withSurface,
  type SurfacePart,
} from './kit-use';
export {
  asNeutral,
  besideIt,
  COLOUR_SETS,
  LIGHT_SETS,
  makeLight,
  usualPlace,
  type ColourSetId,
  type LightDraft,
  type LightSetId,
} from './light-sets';
export {
  firstFaces,
  firstPicture,
  newLookSeen,
  portraitOf,
  USUAL_CHOICES,
  type NewLook,
  type SeenChoices,
} from './new-look-choices';
export { ASSOCIATIONS } from './palette/associations';
export type { CheckFinding, PaletteCheck } from './palette/check';
export { againstReference, type TargetMet } from './palette/reference';
export type { CheckRemedy } from './palette/check-remedies';
export type { PaletteReport } from './palette/checks';
export { membersFromLights } from './palette/from-lights';
export {
  searchGels,
  stackOrOverlap,
  type GelFit,
  type GelOption,
  type GelOrder,
  type StackOrOverlap,
} from './palette/gel-search';
export type { MadeColour, MadePalette, MissedColour } from './palette/make-all';
export type { Means, MeansInput, Way } from './palette/means';
export { MOTIVES, findMotive, motiveProblems, type Motive, type MotiveProblem } from './palette/motives';
export { REACH_STEP_DEG, reachAt, reachOf, withinReach, type Reach } from './palette/reach';
export {
  isWarm,
  lightPartnerDeg,
  HUED_FROM,
  membersFor,
  mixOfTargets,
  paintersPartnerDeg,
  purityLimit,
  schemeColours,
  type SchemeColour,
} from './palette/schemes';
export type { GelSwatch } from './palette/with-kit';
export { lightColours, type LightColour } from './palette/light-colours';
export type { Change } from './proposals/change';
export type { Effort, Proposal } from './proposals/proposal';
export type { SpillCure } from './proposals/spill-cures';
export {
  VARIANT_KINDS,
  VARIANT_NAMES,
  compareVariants,
  lookOfVariant,
  variantOf,
  type Comparison,
  type VariantKind,
  type VariantOffer,
} from './variants/variants';
export { windowLight } from './window';
export { keyLoweredBy } from './moods';
