/** On the day: sheet, safety, schedule, test frames, learning. */
export { readBracket, type Bracket, type BracketFrame, type BracketStep, type BracketFinding } from './frame/bracket';
export { type FrameComparison, type FrameMisfit, type PatchDifference } from './frame/compare';
export { type LightDifference } from './frame/difference';
export { frameChecklist, type FrameStep } from './frame/checklist';
export { paintOf, thinned, type Lettering, type PathPoint, type Stroke } from './frame/drawing';
export { stopsMore } from './frame/exposure-of';
export { FRAME_KINDS, type FrameKind } from './frame/kinds';
export { LEAK_MISFIT, type LeakEstimate } from './frame/leak';
export { expectedMarks } from './frame/marks';
export { readLive, type LivePlace, type LivePlan, type LiveReading, type LiveState } from './frame/live';
export { livePlan } from './frame/live-plan';
export { measuredOf, type Measured, type NoEvidence } from './frame/measured';
export {
  BLACK_STOPS,
  evenness,
  measurePatch,
  middleOfFrame,
  reweighed,
  summarise,
  type Clipping,
  type FramePixels,
  type FrameSummary,
  type Patch,
} from './frame/measure';
export { READING_VERSION, isCurrentReading, readTestFrame, type FrameAsked, type FrameReading } from './frame/reading';
export {
  DRAWN_KINDS,
  MOST_POINTS,
  NO_META,
  NO_NOTES,
  frameLabelSchema,
  frameNotesSchema,
  logOf,
  upgradeNotes,
  type Drawn,
  type DrawnKind,
  type FrameLabel,
  type FrameMeta,
  type FrameNotes,
  type FrameRecord,
  type LogEntry,
} from './frame/record';
export { compareMeter, type MeterComparison } from './meter/compare';
export { meterDifference, type MeterDifference } from './meter/difference';
export { mixed } from './meter/mixed';
export { apertureOf, receivedLuxS } from './meter/received';
export { plannedAt, type MeterSettings, type PlannedShares } from './meter/planned';
export { learnCamera, type CameraLearned, type CameraLesson } from './learn/camera';
export { MOST_BRACKET_FRAMES, type BracketCurve } from './learn/bracket-curve';
export type { BracketPicture } from './learn/bracket-fit';
export { readChart, type ChartCorners, type ChartMatrix, type FramePoint, type PatchReading } from './learn/colour-chart';
export { bookings, type Booked, type BookedDay, type BookedItem } from './sheet/bookings';
export { softFilterFrom, type SoftFilter } from './learn/soft-filter';
export { skinFromLab, skinFromPicture, skinFromReflectance, type SkinFound } from './learn/skin-sample';
export { learn, type TaughtFrame, type TaughtMeter } from './learn/learn';
export { LESSON_KINDS, unitKey, withLessons, type Lesson, type LessonKind, type Lessons } from './learn/lessons';
export {
  CAUTION_KINDS,
  PLAIN_REASONS,
  type Caution,
  type CautionAbout,
  type CautionKind,
  type CautionLevel,
  type CautionReason,
  type PlainReason,
} from './rig/caution';
export { cautionsOf, openCautions } from './rig/cautions';
export { gelCautionKey, gelSafety, openGelStops, type GelSafety } from './rig/gel-safety';
export { HEAT_REASONS, gelHeat, type HeatReading, type HeatReason } from './rig/heat';
export { batteryHours, CONTINUOUS_SHARE, circuitLoads, drawOf, type CircuitLoad } from './rig/load';
export { setupMinutes } from './rig/setup-time';
export { dayKit, type DayItem } from './sheet/day-kit';
export { waysOut } from './rig/ways-out';
export { packList, type PackItem } from './sheet/pack';
export { KEY_HOLDS_STOPS, turnRange, type TurnRange, type TurnStep, type TurnLimit } from './sheet/poses';
export { TURN_STEP_DEG, TURN_TRIED_DEG } from './sheet/turn';
export { schedule, MOST_SETUPS, changesBetween, type Schedule, type ScheduledSetup, type SetupChange } from './sheet/schedule';
export { cameraCard, gelWords, runSheet, type SheetCard, type SheetLine } from './sheet/sheet';
