import Papa from 'papaparse';
import { sampledSensor, type SensorSamples } from '../camera/sensor';
import { InputError } from '../errors';
import { LARGEST_SPECTRUM_FILE } from './limits';
import { resample, type SampleKind, type Samples } from '../spectrum/samples';

/** What a file of spectral data gave: samples that have passed `resample`, and what was read into them. */
export interface ReadSpectrum {
  readonly name: string;
  readonly samples: { readonly wavelengthsNm: number[]; readonly values: number[] };
  /** Things to know: a unit that was taken from the header, rows that were skipped. */
  readonly notes: readonly string[];
}

const MAX_ROWS = 5000;
const NUMBER = /^[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?$/i;

/** A table of numbers as it stands in a file. */
interface Table {
  readonly header: readonly string[] | null;
  /** One list for each of the wanted columns. */
  readonly columns: readonly (readonly number[])[];
  readonly width: number;
}

/** Reads the first columns of a table of numbers. `names` says what they are, for messages. */
function readTable(text: string, names: readonly string[]): Table {
  checkText(text);
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const kept = lines.filter((line) => line.trim() !== '' && !line.trimStart().startsWith('#'));
  if (kept.length > MAX_ROWS)
    throw new InputError('file', `The file has ${kept.length} rows; a spectrum has ${MAX_ROWS} at most.`);
  const wanted = `${names.length === 2 ? 'two' : names.length} columns: ${names.join(', ')}`;
  if (kept.length === 0) throw new InputError('file', `The file is empty. It should hold ${wanted}.`);
  const { data, errors } = Papa.parse<string[]>(kept.join('\n'), { delimiter: delimiterOf(kept), skipEmptyLines: true });
  const quoted = errors.find(({ type }) => type === 'Quotes');
  if (quoted) throw new InputError('file', `Row ${(quoted.row ?? 0) + 1} has a broken quotation mark: ${quoted.message}.`);
  const rows = data.map((row) => row.map((cell) => cell.trim()));
  if (rows.length === 0) throw new InputError('file', `The file holds no figures. It should hold ${wanted}.`);
  const header = rows[0]!.every((cell) => cell === '' || NUMBER.test(cell)) ? null : rows.shift()!;
  if (rows.length === 0) throw new InputError('file', 'The file has a header but no rows of numbers.');
  const width = rows[0]!.filter((cell) => cell !== '').length;
  if (width < names.length)
    throw new InputError(
      'file',
      `${wanted.charAt(0).toUpperCase()}${wanted.slice(1)} are wanted, parted by comma, semicolon or tab.`,
    );
  const columns = names.map((name, c) => rows.map((row, i) => numberIn(row[c], i, name, header !== null)));
  return { header, columns, width };
}

/**
 * Reads a table of wavelength (nm) and value: CSV, semicolons or tabs, decimal points or commas, with or without a header
 * and comment lines that start with #. A percent sign or the word percent in the header declares percent.
 * @throws InputError naming the row or column that is wrong, and for everything that `resample` rejects.
 */
export function readSpectrumCsv(text: string, kind: SampleKind, unit?: 'fraction' | 'percent'): ReadSpectrum {
  const { header, columns, width } = readTable(text, ['wavelength', 'value']);
  const notes: string[] = [];
  if (width > 2) notes.push(`Columns after the second were left out (${width} in all).`);
  const declared = unit ?? (header && /%|percent/i.test(header.join(' ')) ? 'percent' : 'fraction');
  if (!unit && declared === 'percent') notes.push('The header says percent: values were divided by 100.');
  const [wavelengthsNm, values] = columns as [number[], number[]];
  return { name: header?.[1]?.slice(0, 80) ?? '', samples: checked({ wavelengthsNm, values, unit: declared }, kind), notes };
}

/**
 * Reads the three sensitivities of a camera: a table of wavelength (nm), red, green, blue, in any common unit.
 * @throws InputError as `readSpectrumCsv`, naming the channel that is wrong.
 */
export function readSensorCsv(text: string): SensorSamples {
  const { columns } = readTable(text, ['wavelength', 'red', 'green', 'blue']);
  const [wavelengthsNm, r, g, b] = columns as [number[], number[], number[], number[]];
  const samples: SensorSamples = { wavelengthsNm, r, g, b };
  sampledSensor(samples);
  return samples;
}

function delimiterOf(lines: readonly string[]): string {
  const sample = lines.slice(0, 20).join('\n');
  if (sample.includes('\t')) return '\t';
  return sample.includes(';') ? ';' : ',';
}

function numberIn(cell: string | undefined, row: number, what: string, afterHeader: boolean): number {
  const place = `row ${row + (afterHeader ? 2 : 1)}`;
  if (cell === undefined || cell === '') throw new InputError('file', `The ${what} in ${place} is missing.`);
  if (!NUMBER.test(cell)) throw new InputError('file', `The ${what} in ${place} is "${cell.slice(0, 30)}", not a number.`);
  return Number(cell.replace(',', '.'));
}

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

/** Samples as fractions, once they have passed every check of `resample`. */
export function checked(samples: Samples, kind: SampleKind): ReadSpectrum['samples'] {
  resample(samples, kind);
  const scale = samples.unit === 'percent' ? 0.01 : 1;
  return { wavelengthsNm: [...samples.wavelengthsNm], values: samples.values.map((value) => value * scale) };
}
