import { InputError } from '../errors';
import { LIMITS } from '../document/fields';
import { spectrumToXy, type Xy } from '../colour/observer';
import { sampledSource } from '../source/source';
import type { Spectrum } from '../spectrum/grid';
import { isXml, readSourceFile } from './source-file';
import { NUMBER, numberIn, tableRows } from './table';
import type { TextFile } from './zip';

/** One channel of a fixture as a table has it. */
export interface ReadEmitter {
  readonly name: string;
  readonly samples: { readonly wavelengthsNm: number[]; readonly values: number[] };
  readonly xy: Xy;
  /** Its light against the strongest channel's, 0 to 1: tables of one unit say how bright the channels are to each other. */
  readonly share: number;
}

/**
 * Reads the spectra of a fixture's channels, all in one table: wavelength in nm, then one column for each channel under its name, in any one unit.
 * @throws InputError naming row and column that are wrong.
 */
export function readEmittersCsv(text: string): ReadEmitter[] {
  const [header = [], ...rows] = tableRows(text);
  if (header.length === 0 || header.every((cell) => NUMBER.test(cell)))
    throw new InputError('file', 'The table needs a header: wavelength, then the name of each channel.');
  const names = header.slice(1);
  if (names.length < 2)
    throw new InputError(
      'file',
      'The table has one channel; a fixture that mixes has two at least. A single spectrum is taken as its source.',
    );
  if (names.length > LIMITS.emitters)
    throw new InputError('file', `The table has ${names.length} channels; a fixture has ${LIMITS.emitters} at most.`);
  const taken = new Set<string>();
  names.forEach((name, i) => {
    if (!name) throw new InputError('file', `Column ${i + 2} has no name.`);
    if (taken.has(name.toLowerCase())) throw new InputError('file', `Two columns are called "${name.slice(0, 30)}".`);
    taken.add(name.toLowerCase());
  });
  const wavelengthsNm = rows.map((row, i) => numberIn(row[0], i, 'wavelength', true));
  const read = names.map((name, c) => {
    const values = rows.map((row, i) => numberIn(row[c + 1], i, name, true));
    try {
      const spectrum = sampledSource({ wavelengthsNm, values });
      return { name: name.slice(0, LIMITS.nameLength), samples: { wavelengthsNm, values }, spectrum };
    } catch (error) {
      if (error instanceof InputError) throw new InputError('file', `${name}: ${error.message}`);
      throw error;
    }
  });
  return compared(read);
}

/**
 * Reads the spectra of a fixture's channels from files: one table of all, or a file for each channel, TM-27-14 or a table of one spectrum.
 * @throws InputError naming the file that is wrong.
 */
export function readEmitterFiles(files: readonly TextFile[]): ReadEmitter[] {
  const [first] = files;
  if (files.length === 1 && first && !isXml(first)) return readEmittersCsv(first.text);
  if (files.length < 2) throw new InputError('file', 'This is one channel; choose the files of all channels at once.');
  if (files.length > LIMITS.emitters)
    throw new InputError('file', `These are ${files.length} channels; a fixture has ${LIMITS.emitters} at most.`);
  const read = files.map((file) => {
    try {
      const { name, samples } = readSourceFile(file);
      return { name: name || file.name.replace(/\.[^.]*$/, ''), samples, spectrum: sampledSource(samples) };
    } catch (error) {
      if (error instanceof InputError) throw new InputError('file', `${file.name}: ${error.message}`);
      throw error;
    }
  });
  return compared(read);
}

/** Channels with how bright they are to each other. */
function compared(read: readonly (Pick<ReadEmitter, 'name' | 'samples'> & { readonly spectrum: Spectrum })[]): ReadEmitter[] {
  // What 1 lx of a channel takes of the table's unit.
  const lux = read.map(({ samples, spectrum }) => peakOf(samples.values) / peakOf([...spectrum]));
  const most = Math.max(...lux);
  return read.map(({ name, samples, spectrum }, i) => ({ name, samples, xy: spectrumToXy(spectrum), share: lux[i]! / most }));
}

const peakOf = (values: readonly number[]): number => values.reduce((most, value) => Math.max(most, value), 0);
