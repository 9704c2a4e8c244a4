/** Every sentence a user reads that depends on data: what core says in codes and figures, in English. For pages, print and PDF alike. */
export { addressNoteWords, addressProblemWords, rangeWords } from './addresses';
export { againstKeyWords, balanceWords, limitWords, wideWords } from './balance';
export { changeWords, controlWord, ratioStepWords, schoolWords } from './capture';
export { HEAT_CAUTION, HEAT_REASON_WORDS, SAFETY_DEFERS, cautionWords, type CautionWords } from './cautions';
export { findingWords, type FindingWords } from './causes';
export { continuityWords, type ContinuityLine } from './continuity';
export { CONTROL_WORDS, lampCautions } from './exposure';
export { bracketWords, leakWords, lightDifferenceWords } from './frames';
export { capital, channelWord, lowered, percentWords, stopsWords } from './numbers';
export { checkWords, motiveProblemWords, SCHEME_WORDS, type CheckWords } from './palette';
export { effectWords, nightWords, watchWords } from './planning';
export { proposalWords, type ProposalWords } from './proposals';
export { roleSheets, type RoleSheet } from './roles';
export { LIST_KINDS, sheetDocument, type ListKind, type SheetBlock, type SheetDocument, type SheetList } from './sheet-document';
export { MOUNT_WORDS, cardLines, placeWords } from './sheet-lines';
export { turnWords } from './turn';
export { verdictWords } from './verdict';
export { changedWords } from './changed';
