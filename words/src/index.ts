/** Every sentence a user reads that depends on data: what core says in codes and figures, in English. For pages, print and PDF alike. */
export { addressNoteWords, addressProblemWords, rangeWords } from './addresses';
export { againstKeyWords, balanceWords, limitWords, unreachedWords, wideWords } from './balance';
export { boardGainWords } from './boards';
export { blackFrameWords, changeWords, dragTitle, dragWords, controlWord, ratioStepWords, schoolWords } from './capture';
export { HEAT_CAUTION, HEAT_REASON_WORDS, SAFETY_DEFERS, cautionWords, type CautionWords } from './cautions';
export { causeHelpWords, findingWords, type FindingWords } from './causes';
export { continuityWords, type ContinuityLine } from './continuity';
export { CONTROL_WORDS, lampCautions } from './exposure';
export { cameOffWords, substituteWords } from './fixtures';
export { flashWords, joulesWords } from './flash';
export { bracketWords, leakWords, lightDifferenceWords, NO_EVIDENCE_WORDS } from './frames';
export { hazeClearingWords, SOFT_FILTER_WORDS, softFilterWords, threadWords, veilCostWords } from './haze';
export { apertureWords, luxWords, meterLightWords, meterWords } from './meter';
export { capital, channelWord, lowered, percentWords, stopsWords } from './numbers';
export { checkWords, madeWords, missedColourWords, motiveProblemWords, SCHEME_WORDS, type CheckWords } from './palette';
export { effectWords, newLookWords, nightWords, watchWords } from './planning';
export { proposalWords, type ProposalWords } from './proposals';
export { roleSheets, type RoleSheet } from './roles';
export {
  LIST_KINDS,
  packNote,
  sheetDocument,
  type ListKind,
  type SheetBlock,
  type SheetDocument,
  type SheetList,
} from './sheet-document';
export { MOUNT_WORDS, cardLines, placeWords } from './sheet-lines';
export { stepWords } from './steps';
export { turnWords } from './turn';
export { verdictWords } from './verdict';
export { offerWords } from './versions';
export { changedWords } from './changed';
export { colourWord, hueWord, targetWord } from './hues';
export { layOut, sizeOf, type Box as LabelBox, type Placed as PlacedLabel } from './labels';
export { ALONG, planLabels, type PlanLayout } from './plan-labels';
export { LESSONS, TOUCHES, type Lesson, type Touch } from './lessons';
export {
  biasWords,
  errorWords,
  exerciseQuestion,
  exerciseWhy,
  FAULT_NAMES_PRACTICE,
  inFigures,
  judgedWords,
  patchWords,
  SKILL_WORDS,
} from './practice';
export {
  whatIsAxis,
  whatIsCourse,
  whatIsDepth,
  whatIsDisc,
  whatIsEvenness,
  whatIsLevels,
  whatIsLoss,
  whatIsMap,
  whatIsOutput,
  whatIsSpectrum,
  whatIsSum,
  whatIsTone,
  whatIsTransmission,
  whatIsTurn,
  whatIsVividness,
  whatIsWhite,
  whatIsWindow,
  type WhatIs,
} from './what-is';
