/** The open look: what pages use of it. */
export { balanceLook, edit, redo, undo, undoSteps } from './open/history';
export { useOpenLook, type Conflict, type SaveState } from './open/state';
export { closeLook, openLook, resolveConflict, saveNow, sendDrafts } from './open/sync';
export { leaveOthers, useOthers, watchOthers } from './open/others';
