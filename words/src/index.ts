/** Every sentence a user reads that depends on data: what core says in codes and figures, in English. For pages, print and PDF alike. */
export { balanceWords, limitWords, wideWords } from './balance';
export { continuityWords, type ContinuityLine } from './continuity';
export { bracketWords } from './frames';
export { channelWord, lowered, percentWords, stopsWords } from './numbers';
export { turnWords } from './turn';
export { verdictWords } from './verdict';
