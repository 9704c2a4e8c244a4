import { sampledSensor, type SensorSamples } from '../camera/sensor';
import { InputError } from '../errors';
import { NUMBER, numberIn, tableRows } from './table';
import { resample, type SampleKind, type Samples } from '../spectrum/samples';

/** What a file of spectral data gave: samples that have passed `resample`, and what was read into them. */
export interface ReadSpectrum {
  readonly name: string;
  readonly samples: { readonly wavelengthsNm: number[]; readonly values: number[] };
  /** Things to know: a unit that was taken from the header, rows that were skipped. */
  readonly notes: readonly string[];
}

const MAX_ROWS = 5000;

/** A table of numbers as it stands in a file. */
interface Table {
  readonly header: readonly string[] | null;
  /** One list for each of the wanted columns. */
  readonly columns: readonly (readonly number[])[];
  readonly width: number;
}

/** Reads the first columns of a table of numbers. `names` says what they are, for messages. */
function readTable(text: string, names: readonly string[]): Table {
  const wanted = `${names.length === 2 ? 'two' : names.length} columns: ${names.join(', ')}`;
  const rows = tableRows(text);
  if (rows.length > MAX_ROWS)
    throw new InputError('file', `The file has ${rows.length} rows; a spectrum has ${MAX_ROWS} at most.`);
  if (rows.length === 0)
    throw new InputError('file', `The file ${text.trim() === '' ? 'is empty' : 'holds no figures'}. It should hold ${wanted}.`);
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

/** Samples as fractions, once they have passed every check of `resample`. */
export function checked(samples: Samples, kind: SampleKind): ReadSpectrum['samples'] {
  resample(samples, kind);
  const scale = samples.unit === 'percent' ? 0.01 : 1;
  return { wavelengthsNm: [...samples.wavelengthsNm], values: samples.values.map((value) => value * scale) };
}
