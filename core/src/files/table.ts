import Papa from 'papaparse';
import { InputError } from '../errors';
import { LARGEST_SPECTRUM_FILE } from './limits';

/** Tables of figures as people write them: commas, semicolons or tabs, decimal points or commas, lines of comment that start with #. */

export const NUMBER = /^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?$/i;

/** Sanity of any text that is to be read as data. */
export function checkText(text: string): void {
  if (typeof text !== 'string') throw new InputError('text', 'text must be the text of the file.');
  if (text.length > LARGEST_SPECTRUM_FILE)
    throw new InputError(
      'file',
      `The file is larger than ${LARGEST_SPECTRUM_FILE / 1e6} MB; a table of one spectrum is far smaller.`,
    );
  if (text.includes('\u0000'))
    throw new InputError('file', 'The file is not text: it holds zero bytes. Choose a CSV or XML file.');
}

/** The cells of a table, row by row, without comments and empty lines. @throws InputError for what is no text, or has a broken quotation mark. */
export function tableRows(text: string): string[][] {
  checkText(text);
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const kept = lines.filter((line) => line.trim() !== '' && !line.trimStart().startsWith('#'));
  if (kept.length === 0) return [];
  const { data, errors } = Papa.parse<string[]>(kept.join('\n'), { delimiter: delimiterOf(kept), skipEmptyLines: true });
  const quoted = errors.find(({ type }) => type === 'Quotes');
  if (quoted) throw new InputError('file', `Row ${(quoted.row ?? 0) + 1} has a broken quotation mark: ${quoted.message}.`);
  return data.map((row) => row.map((cell) => cell.trim()));
}

function delimiterOf(lines: readonly string[]): string {
  const sample = lines.slice(0, 20).join('\n');
  if (sample.includes('\t')) return '\t';
  return sample.includes(';') ? ';' : ',';
}

/** A figure of a table. @throws InputError naming its row and what it is. */
export function numberIn(cell: string | undefined, row: number, what: string, afterHeader: boolean): number {
  const place = `row ${row + (afterHeader ? 2 : 1)}`;
  if (cell === undefined || cell === '') throw new InputError('file', `The ${what} in ${place} is missing.`);
  if (!NUMBER.test(cell)) throw new InputError('file', `The ${what} in ${place} is "${cell.slice(0, 30)}", not a number.`);
  return Number(cell.replace(',', '.'));
}
