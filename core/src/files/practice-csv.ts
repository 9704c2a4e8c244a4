import type { PracticeAnswer } from '../practice/schedule';
import { UNIT_OF } from '../practice/skills';
import { tableCsv } from './table-csv';

/** Answers of practice as a table: a row each, in the order in which they were given. */
export function practiceCsv(answers: readonly PracticeAnswer[]): string {
  return tableCsv(
    answers.map(({ at, skill, code, error, signed, grade, about }) => ({
      at: new Date(at).toISOString(),
      skill,
      code,
      error,
      signed: signed ?? '',
      unit: skill === 'frame' ? 'stops' : UNIT_OF[skill],
      grade,
      about,
    })),
  );
}
