/**
 * The public surface of core: everything the application and the server use. Pure functions over plain data; no
 * interface, no DOM, no Node. See docs/model.md for the formulas.
 */
export {
  GARMENT_IDS,
  HEADWEAR,
  PERSON_IDS,
  SUBJECT_FORMS,
  type Garment,
  type Headwear,
  type PersonId,
  type SubjectForm,
} from './document/subject';
export { InputError, inField } from './errors';
export { GRID_SIZE, WAVELENGTHS_NM, flat, gaussian, product, risingEdge, sampled, scaled, type Spectrum } from './spectrum/grid';
export { resample, type SampleKind, type Samples } from './spectrum/samples';
export { daylightSource, filamentKelvin, planckSource, sampledSource, tungstenSource, whiteLedSource } from './source/source';
export {
  channelStopsLost,
  gelAtStrength,
  gelStack,
  greenGel,
  luminousTransmittance,
  magentaGel,
  miredGel,
  stopsLost,
  withLeak,
} from './gel/gel';
export { cctDuv, kelvinToMired } from './colour/cct';
export { luminousSum, spectrumToXy, type Xy } from './colour/observer';
export { cielabUnderD65, individualTypologyAngleDeg } from './surface/cielab';
export { chromaOf, hueDegOf, oklabDistance, oklabOf } from './colour/oklab';
export { decodeSrgb, hexOfLinear } from './colour/rgb';
export { reflectanceHex } from './surface/reflectance-colour';
export { baseCamera, CURVES, makeCamera, type Camera, type CameraOptions, type Curve } from './camera/camera';
export { directionDeg, turnBetweenDeg, turnedDeg } from './colour/hue';
export { CHANNELS, sampledSensor, standInSensor, type Channel, type Sensor, type SensorSamples } from './camera/sensor';
export { WHITE_RANGE_K, whiteIlluminant } from './camera/white';
export {
  METER_CONSTANT_LXS,
  MID_GREY,
  checkExposureSettings,
  continuousLuxSeconds,
  stopsOverMeter,
  type ExposureSettings,
} from './exposure/meter';
export { flashLuxSeconds, guideNumberOfEnergy } from './exposure/flash';
export { continuousLux } from './exposure/continuous';
export { beamIntegral, beamIntensity, gridTransmission, type BeamShape } from './exposure/beam';
export { discIncidence, falloffFromOneMetre, nearFieldRatio, type FaceShape } from './exposure/distance';
export { formatFlashPower, formatPercent, formatShutter, formatStops } from './exposure/stops';
export { skinBandOf, skinReflectance, SKIN_PRESETS, type SkinBand } from './surface/skin';
export { findMaterial, materialsOf, MATERIALS, type Material } from './surface/materials';
export { findGel, GELS, type CatalogueGel } from './gel/stand-ins';
export { CAMERAS, kitCamera, FIXTURES, fixtureOf, MODIFIERS, modifierOf, type KitItem } from './catalogue/kit';
export { windowAlone, zoneAlone, type AloneWindow } from './vivid/alone';
export { type FirstClip, type Headroom } from './vivid/clip';
export { VIVID, type VividWindow } from './vivid/window';
export {
  LIMITS,
  LOOK_FORMAT,
  HOLDS,
  type Hold,
  type Rig,
  type Day,
  LOOK_VERSION,
  lookSchema,
  CAMERA_MODES,
  INGREDIENT_STATES,
  KEY_LEVELS,
  STATUSES,
  type Status,
  MODES,
  MOODS,
  MOUNTS,
  SCHEMES,
  ROLES,
  type Fixture,
  type Cluster,
  type ColourFixture,
  type GelUse,
  type Member,
  type Mode,
  type Mount,
  type Setting,
  type Unit,
  type SchemeId,
  type KeyLevel,
  type Reference,
  type Light,
  type Look,
  BUILD_ORDERS,
  EFFECTS,
  FINISHES,
  type Ambient,
  type Board,
  type BackdropType,
  type BuildOrder,
  type Effect,
  type EffectType,
  type LightGroup,
  type Trim,
  type Variant,
  type Finish,
  type Mover,
  type Baseline,
  type CameraMode,
  type LookCamera,
  type Place,
  type Practical,
  type WhiteVersion,
  type LookSpectrum,
  type Modifier,
  type Mood,
  type Point,
  type Probe,
  type ProbeSurface,
  type Role,
  type SourceRef,
  type SurfaceRef,
} from './document/schema';
export { ambientOf, CAMERA_DEFAULTS } from './document/defaults';
export { upgradeLook } from './document/upgrade';
export { LARGEST_LOOK_FILE, LookError, parseLook, problemsFrom, readLookFile, writeLookFile, type Problem } from './scene/parse';
export {
  lookupIn,
  fixtureLookup,
  fullLux,
  modelSource,
  resolveFilter,
  resolveGel,
  resolveSource,
  resolveSurface,
  sourceKelvin,
  spectrumOfSource,
  type SpectrumLookup,
} from './scene/resolve';
export { cameraOf, type White } from './scene/camera';
export { evaluate, filterSwatchHex } from './scene/evaluate';
export type {
  AmbientRow,
  Dilution,
  LightReading,
  ProbeReading,
  Readings,
  Share,
  Strip,
  Verdict,
  VerdictKind,
} from './scene/readings';
export { AMBIENT_ID, ambientLux } from './scene/compile';
export { formatPower, nearestPower, powerSteps, steppedPower } from './scene/power';
export { keySideOf, standardProbes, usualZone } from './scene/probes';
export { throwM } from './transport/room';
export {
  LIGHT_SETS,
  makeLight,
  newLook,
  newLookShape,
  usualPlace,
  type LightDraft,
  type LightSetId,
  type NewLook,
} from './planning/new-look';
export { compareTones, type ToneComparison } from './scene/tones';
export { mergeLooks, type Merge } from './document/merge';
export {
  likeZone,
  meteredIndex,
  silhouette,
  zoneOf,
  ZONE_PARTS,
  ZONE_SIDES,
  type ZonePart,
  type ZoneSide,
} from './document/zones';
export { balance, objectiveOf, type BalanceResult, type PowerChange } from './planning/balance/balance';
export { MOOD_AIM, type BalanceOptions } from './planning/balance/objective';
export type { Limit, LimitKind } from './planning/balance/limits';
export { remediesFor, type Remedy } from './planning/balance/remedies';
export { spillCures, type SpillCure } from './planning/proposals/spill-cures';
export { PROPOSAL_KINDS, type Effort, type Proposal, type ProposalKind } from './planning/proposals/proposal';
export { gelHeat, HEAT_CAUTION, type HeatReading } from './day/rig/heat';
export { adaptedLinear, type Adaptation } from './vivid/adaptation';
export { cameraCard, runSheet, type SheetCard } from './day/sheet/sheet';
export { packList, sheetSizeCm, type PackItem } from './day/sheet/pack';
export { netTrims, trimmed, withGroup, type Net } from './planning/build/ledger';
export { buildOrder, buildRun, pockets, trials, withOnly, type BuildStep, type Pocket, type Trial } from './planning/build/run';
export { balanceWide, wideSummary, type Freedom, type WideBalance } from './planning/balance/wide';
export { sensitivities, whiteCosts, type Sensitivity, type WhiteCost } from './planning/balance/sensitivity';
export { causesOf, type Cause, type CauseKind } from './planning/faults/causes';
export { FAULT_NAMES, FAULT_WORDS, faultMeasure, type FaultWord } from './planning/faults/words';
export {
  EFFECT_NAMES,
  effectStops,
  framesUnder,
  readEffects,
  USUAL_EFFECTS,
  type EffectReading,
} from './planning/effects/effects';
export {
  compareVariants,
  lookOfVariant,
  makeVariant,
  VARIANT_KINDS,
  VARIANT_NAMES,
  variantOf,
  type Comparison,
  type VariantKind,
} from './planning/variants/variants';
export { framing, veils, type Framing, type Veil } from './scene/in-view';
export {
  figureOf,
  FigureMissingError,
  FIGURES_VERSION,
  isFigureReady,
  isPerson,
  missingFiles,
  providePart,
  usePartLoader,
  tableOf,
  type Detail,
  type SubjectShape,
} from './figure/index';
export { shapeOf } from './transport/stage';
export { LIQUIDS, type Liquid } from './surface/liquid';
export { windowLight } from './planning/window';
export { zoomGain, zoomLens } from './exposure/beam';
export { demoLooks, nightOvenLooks, nocturneLooks } from './demo';
export { compileEmitters, type CompiledEmitter } from './fixture/emitters';
export { brightestMix, closestMix, gamutHull, nearestInGamut, type Mix } from './fixture/mix';
export {
  describeSetting,
  formatSetting,
  hasPrimaries,
  MODE_NAMES,
  mixOf,
  outputAcrossCct,
  quantised,
  recipeOf,
  settingFor,
  settingXy,
  type FixtureLookup,
} from './fixture/modes';
export {
  goalOfSpectrum,
  goalOfTarget,
  matchFixture,
  MATCH_TOLERANCE,
  nearestXy,
  translate,
  type Match,
  type Translation,
} from './fixture/match';
export { dialBack, miredBetween, NO_CORRECTION, unitFrom, unitSpectrum, type Measurement } from './fixture/unit';
export { gelSafety, gelCautionKey, openGelStops, type GelSafety } from './day/rig/gel-safety';
export { LIGHT_PRESETS, presetSource } from './source/presets';
export { EYE_WHITE } from './surface/skin';
export {
  correctionForLight,
  correctionForWhite,
  unitOfLight,
  type CorrectionStudy,
  type Measured,
  type SkinUnder,
} from './planning/correction/for-light';
export {
  gelSwatches,
  inOtherModes,
  lightColours,
  matchLights,
  paletteWithKit,
  reachWithKit,
  type GelSwatch,
  type LightColour,
} from './planning/palette/with-kit';
export {
  correctionFor,
  warmUpAfterwards,
  type Correction,
  type CorrectionFit,
  type WarmUp,
} from './planning/correction/correction';
export { cameraChange, densityOf, powerWords, type CameraChange } from './planning/bench/questions';
export { ASSOCIATIONS } from './planning/palette/associations';
export { colourClusters } from './planning/palette/clusters';
export { findMotive, MOTIVES, motiveProblems, type Motive } from './planning/palette/motives';
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
} from './vivid/plane';
export {
  membersFor,
  lightPartnerDeg,
  mixOfTargets,
  paintersPartnerDeg,
  purityLimit,
  SCHEME_INFO,
  schemeColours,
  isWarm,
  type SchemeColour,
} from './planning/palette/schemes';
export { reachAt, reachOf, REACH_STEP_DEG, withinReach, type Reach } from './planning/palette/reach';
export {
  searchGels,
  stackOrOverlap,
  type GelFit,
  type GelOption,
  type GelOrder,
  type StackOrOverlap,
} from './planning/palette/gel-search';
export { membersFromLights } from './planning/palette/from-lights';
export { type PaletteCheck } from './planning/palette/check';
export { paletteChecks, type PaletteReport } from './planning/palette/checks';
export * from './catalogue/kit-schema';
export { isStandIn, mergedKit, STAND_IN_KIT } from './catalogue/stand-ins';
export {
  gelOptions,
  kitRows,
  lookWithCamera,
  lookWithFixture,
  lookWithGels,
  lookWithSurface,
  withSurface,
  type SurfacePart,
} from './planning/kit-use';
export { meansFor, withKitGels, type Means, type MeansInput, type Way } from './planning/palette/means';
export { LARGEST_SPECTRUM_FILE } from './files/limits';
export { AMBIENT_TARGETS, ambientWays, evOfLux, luxOfEv, luxOfSettings, type AmbientWay } from './exposure/ambient';
export { angleOfShutter, flickerSafeShutters, isFlickerSafe, shutterOfAngle } from './exposure/cinema';
export { blurShare, depthOfField, type Lens } from './exposure/depth-of-field';
export { CONTROL_EFFECTS, dragShutter, solveRatio, type RatioAnswer } from './exposure/mixed';
export { sunOnWindow, type SunAnswer, type SunQuestion } from './exposure/sun';
export { setupMinutes } from './day/rig/setup-time';
export { circuitLoads, CONTINUOUS_SHARE, drawOf, type CircuitLoad } from './day/rig/load';
export { CAUTION_KINDS, SAFETY_DEFERS, type Caution, type CautionKind, type CautionLevel } from './day/rig/caution';
export { cautionsOf, openCautions } from './day/rig/cautions';
export { practical, type PracticalAnswer } from './source/practical';
export { AMBIENT_PRESETS, type AmbientPreset } from './planning/capture/ambient-presets';
export { APERTURES, ISOS, nearestMarked, SHUTTERS } from './exposure/series';
export {
  ambientKelvin,
  ambientShareAt,
  ambientWord,
  comparePlaces,
  gelRise,
  GONE_STOPS,
  readAmbient,
  TARGET_TOLERANCE_STOPS,
  type AmbientReading,
  type GelRise,
  type PlaceReading,
  type WindowReading,
} from './planning/capture/ambient';
export { judgeFrame, measureFrame, proofIsCurrent, type FrameMeasure, type FrameVerdict } from './planning/capture/black-frame';
export {
  lightAtWhite,
  lightsAtWhites,
  whiteScale,
  whiteSchools,
  type LightAtWhites,
  type WhiteSchool,
} from './planning/capture/white';
export {
  attributeChange,
  baselineOf,
  drownedLights,
  flashesAtFloor,
  floorRemedies,
  kindsOfLight,
  solveLookRatio,
  type ChangeReport,
  type Drowned,
  type HoldBy,
  type KindsAt,
  type LookRatio,
} from './planning/capture/mixed-look';
export { readDrag, type DragReading, type DragZone } from './planning/capture/drag';
export { apertureTrades, shutterTrades, type ApertureTrade, type ShutterTrade } from './planning/capture/trade-off';
export { dayForNight, type DayForNight, type NightLight, type NightReading } from './planning/capture/day-for-night';
export { lampCautionKey, openLampStops, readLamp } from './planning/capture/lamps';
export { viewOf, type View } from './transport/view';
export type { MaterialName } from './figure/materials';
export { backdropEvenness, beamAngles, reachTable, stopsAlong, type Evenness, type Reach as LightReach } from './scene/spill';
export { continuity, type ContinuityItem } from './planning/continuity';
export { remake, type Remake } from './planning/balance/remake';
export { KEY_HOLDS_STOPS, TURN_STEP_DEG, TURN_TRIED_DEG, turnRange, type TurnRange, type TurnStep } from './day/sheet/poses';
export { roleSheets, type RoleSheet } from './day/sheet/roles';
export { dayKit, type DayItem } from './day/sheet/day-kit';
export { cardLines, gelWords, MOUNT_WORDS, placeWords, type SheetLine } from './day/sheet/lines';
export {
  changesBetween,
  MOST_SETUPS,
  schedule,
  type Schedule,
  type ScheduledSetup,
  type SetupChange,
} from './day/sheet/schedule';
export {
  evenness,
  BLACK_STOPS,
  measurePatch,
  reweighed,
  summarise,
  type Clipping,
  type FramePixels,
  type FrameSummary,
  type Patch,
} from './day/frame/measure';
export { type Mark } from './picture/patches';
export { partsAtProbes } from './day/frame/parts';
export { type PatchParts } from './picture/patches';
export { expectedMarks, foundMarks, lookAtMarks, planMarks } from './day/frame/marks';
export { compareFrame, type FrameComparison, type LightDifference, type PatchDifference } from './day/frame/compare';
export { leakIn, type LeakEstimate } from './day/frame/leak';
export {
  learn,
  LESSON_KINDS,
  unitKey,
  withLessons,
  type Lesson,
  type LessonKind,
  type Lessons,
  type TaughtFrame,
} from './day/learn/learn';
export { E131_PORT, readE131, writeE131, type E131Packet } from './control/e131';
export {
  gelAt,
  patchOf,
  SLOTS,
  slotsOf,
  stateOf,
  universesOf,
  type FixtureState,
  type Patch as FixturePatch,
} from './control/slots';
export { addressesOf, rangeWords, UNIVERSE_SLOTS, USUAL_SLOTS, type AddressRow } from './control/addresses';
export { meterAt, type MeterReading } from './control/meter';
export {
  DRAWN_KINDS,
  frameLabelSchema,
  frameNotesSchema,
  logOf,
  MOST_POINTS,
  NO_META,
  NO_NOTES,
  upgradeNotes,
  type Drawn,
  type DrawnKind,
  type FrameLabel,
  type FrameMeta,
  type FrameNotes,
  type FrameRecord,
  type LogEntry,
} from './day/frame/record';
export { FRAME_KINDS, type FrameKind } from './day/frame/kinds';
export { isCurrentReading, READING_VERSION, readTestFrame, type FrameAsked, type FrameReading } from './day/frame/reading';
export { paintOf, thinned, type Lettering, type PathPoint, type Stroke } from './day/frame/drawing';
export { readBracket, type Bracket, type BracketFrame, type BracketStep } from './day/frame/bracket';
export { samePicture } from './picture/same';
export {
  LIST_KINDS,
  sheetDocument,
  type ListKind,
  type SheetBlock,
  type SheetDocument,
  type SheetList,
} from './day/sheet/document';
