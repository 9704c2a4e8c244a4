/** Every sentence a user reads that depends on data: what core says in codes and figures, in English. For pages, print and PDF alike. */
export { balanceWords, limitWords, wideWords } from './balance';
export { continuityWords, type ContinuityLine } from './continuity';
export { CONTROL_WORDS, lampCautions } from './exposure';
export { bracketWords, leakWords, lightDifferenceWords } from './frames';
export { capital, channelWord, lowered, percentWords, stopsWords } from './numbers';
export { effectWords, nightWords, watchWords } from './planning';
export { turnWords } from './turn';
export { verdictWords } from './verdict';
