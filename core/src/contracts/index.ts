/** The contracts of the API: what it takes and what it answers. */
export type {
  ArchiveOutcome,
  DatabaseCopy,
  Deviations,
  DevicesState,
  KitOutcome,
  LookCard,
  LookSummary,
  Reachable,
  SessionState,
  Shoot,
  SimulatedFixture,
  StoredEntry,
  StoredLook,
} from './answers';
export {
  DEVIATION_LIMITS,
  deviationsBody,
  deviationSchema,
  devicesBody,
  meterBody,
  newEntryBody,
  newLookBody,
  newShootBody,
  sendBody,
  shootBody,
  shootChangeBody,
} from './requests';
