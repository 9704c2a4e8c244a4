/** On the day: sheet, safety, schedule, test frames, learning. */
export { readBracket, type Bracket, type BracketFrame, type BracketStep, type BracketFinding } from './frame/bracket';
export { compareFrame, type FrameComparison, type LightDifference, type PatchDifference } from './frame/compare';
export { paintOf, thinned, type Lettering, type PathPoint, type Stroke } from './frame/drawing';
export { FRAME_KINDS, type FrameKind } from './frame/kinds';
export { LEAK_MISFIT, leakIn, type LeakEstimate } from './frame/leak';
export { expectedMarks, foundMarks, lookAtMarks, planMarks } from './frame/marks';
export {
  BLACK_STOPS,
  evenness,
  measurePatch,
  reweighed,
  summarise,
  type Clipping,
  type FramePixels,
  type FrameSummary,
  type Patch,
} from './frame/measure';
export { partsAtProbes } from './frame/parts';
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
export {
  LESSON_KINDS,
  learn,
  unitKey,
  withLessons,
  type Lesson,
  type LessonKind,
  type Lessons,
  type TaughtFrame,
} from './learn/learn';
export { CAUTION_KINDS, SAFETY_DEFERS, type Caution, type CautionKind, type CautionLevel } from './rig/caution';
export { cautionsOf, openCautions } from './rig/cautions';
export { gelCautionKey, gelSafety, openGelStops, type GelSafety } from './rig/gel-safety';
export { HEAT_CAUTION, gelHeat, type HeatReading } from './rig/heat';
export { CONTINUOUS_SHARE, circuitLoads, drawOf, type CircuitLoad } from './rig/load';
export { setupMinutes } from './rig/setup-time';
export { dayKit, type DayItem } from './sheet/day-kit';
export { LIST_KINDS, sheetDocument, type ListKind, type SheetBlock, type SheetDocument, type SheetList } from './sheet/document';
export { MOUNT_WORDS, cardLines, gelWords, placeWords, type SheetLine } from './sheet/lines';
export { packList, sheetSizeCm, type PackItem } from './sheet/pack';
export {
  KEY_HOLDS_STOPS,
  TURN_STEP_DEG,
  TURN_TRIED_DEG,
  turnRange,
  type TurnRange,
  type TurnStep,
  type TurnLimit,
} from './sheet/poses';
export { roleSheets, type RoleSheet } from './sheet/roles';
export { schedule, MOST_SETUPS, changesBetween, type Schedule, type ScheduledSetup, type SetupChange } from './sheet/schedule';
export { cameraCard, runSheet, type SheetCard } from './sheet/sheet';
