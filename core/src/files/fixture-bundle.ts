import type { KitFixture } from '../catalogue/kit-schema';
import { InputError } from '../errors';
import { LookError, type Problem } from '../scene/parse';
import { readEmittersCsv } from './emitters-csv';
import { FIXTURE_FORMAT, readFixtureFile } from './fixture-file';
import { readLayoutCsv } from './layout-csv';
import { beamModifier } from './beam-modifier';
import { readLm63 } from './lm63';
import { readSourceFile } from './source-file';
import { bareName, sound, type TextFile } from './zip';

/** One fixture of a folder, and how far it can be used. */
export interface BundledFixture {
  /** The file that describes it. */
  readonly file: string;
  readonly name: string;
  /** The fixture, once all is there; null before. */
  readonly fixture: Omit<KitFixture, 'id' | 'kind' | 'count' | 'archived'> | null;
  /** Files that it refers to and the folder does not hold. */
  readonly missingFiles: readonly string[];
  /** Fields that are left out, by their paths: they are asked for. */
  readonly missingFields: readonly string[];
  /** What is wrong; empty where it is usable or something is only missing. */
  readonly problems: readonly Problem[];
}

type Loose = Record<string, unknown>;
const isObject = (value: unknown): value is Loose => value !== null && typeof value === 'object' && !Array.isArray(value);

/** What is asked for a field: a path into the file, and what it is to be. */
export type Given = Readonly<Record<string, Readonly<Record<string, string | number>>>>;

/**
 * Reads the fixtures of a folder: each JSON file in the form of docs/fixture-file.md, in which `spectra`, `spectrum`, `beam` and `fixture.layout` may name another file of
 * the folder (`{"file": "red.xml"}`). `given` adds, for each file, what was asked for and typed since. A fixture that is wrong does not keep others from being read.
 * @throws InputError for a folder that holds no fixture file, or two files of one name.
 */
export function readFixtureBundle(files: readonly TextFile[], given: Given = {}): BundledFixture[] {
  const there = new Map(sound(files).map(({ name, text }) => [name.toLowerCase(), text]));
  const fixtures = sound(files).flatMap(({ name, text }) => {
    if (!/\.json$/i.test(name)) return [];
    const written = parsed(text);
    return isObject(written) && written['format'] === FIXTURE_FORMAT ? [read(name, written, there, given[name] ?? {})] : [];
  });
  if (fixtures.length === 0)
    throw new InputError(
      'file',
      `No fixture was found: each needs a JSON file with "format": "${FIXTURE_FORMAT}". Spectra, beams and slots lie beside it, named in it.`,
    );
  return fixtures;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}

function read(file: string, written: Loose, there: ReadonlyMap<string, string>, given: Given[string]): BundledFixture {
  const name = typeof written['name'] === 'string' ? written['name'].slice(0, 120) : file;
  const missingFiles: string[] = [];
  const problems: Problem[] = [];
  const fetched = (field: string, reference: unknown, take: (text: string, file: string) => unknown): unknown => {
    if (!isObject(reference) || typeof reference['file'] !== 'string') return reference;
    const wanted = bareName(reference['file']);
    const text = there.get(wanted.toLowerCase());
    if (text === undefined) {
      missingFiles.push(wanted);
      return null;
    }
    try {
      return take(text, wanted);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      problems.push({ field, message: `${wanted}: ${error.message}` });
      return null;
    }
  };
  const { fixture } = written;
  const whole: Loose = {
    ...written,
    ...('spectrum' in written ? { spectrum: fetched('spectrum', written['spectrum'], spectrumIn) } : {}),
    ...('spectra' in written ? { spectra: spectraOf(written['spectra'], fetched) } : {}),
    ...('beam' in written ? { beam: fetched('beam', written['beam'], (text) => beamModifier(readLm63(text))) } : {}),
    ...(isObject(fixture) && 'layout' in fixture
      ? { fixture: { ...fixture, layout: fetched('fixture.layout', fixture['layout'], readLayoutCsv) } }
      : {}),
  };
  const filled = Object.entries(given).reduce<unknown>(
    (now, [path, value]) => withPath(now, path.split(/[.[\]]+/).filter(Boolean), value),
    whole,
  );
  const base = { file, name, missingFiles, missingFields: [], problems, fixture: null };
  if (missingFiles.length > 0 || problems.length > 0) return base;
  try {
    return { ...base, fixture: readFixtureFile(JSON.stringify(filled)) };
  } catch (error) {
    if (!(error instanceof LookError)) throw error;
    const isMissing = ({ field }: Problem) => field !== '' && at(filled, field) === undefined;
    return {
      ...base,
      missingFields: error.problems.filter(isMissing).map(({ field }) => field),
      problems: error.problems.filter((problem) => !isMissing(problem)),
    };
  }
}

const spectrumIn = (text: string, file: string) => readSourceFile({ text, name: file }).samples;

/** Spectra of several channels: a file each, or one table for all, whose columns are then the ids. */
function spectraOf(
  written: unknown,
  fetched: (field: string, reference: unknown, take: (text: string, file: string) => unknown) => unknown,
): unknown {
  if (isObject(written))
    return (
      fetched('spectra', written, (text) =>
        readEmittersCsv(text).map(({ name, samples }) => ({ id: idOfColumn(name), ...samples })),
      ) ?? []
    );
  if (!Array.isArray(written)) return written;
  return written.map((one: unknown, i) => {
    if (!isObject(one) || typeof one['file'] !== 'string') return one;
    const samples = fetched(`spectra[${i}]`, one, spectrumIn);
    return isObject(samples) ? { id: one['id'], ...samples } : one;
  });
}

/** The id of a column by its name: letters, digits and dashes. */
const idOfColumn = (name: string) =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 64);

function at(value: unknown, path: string): unknown {
  return path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .reduce<unknown>((now, key) => (now !== null && typeof now === 'object' ? (now as Loose)[key] : undefined), value);
}

/** A value with something put at a path; what is no object or list on the way stays as it is. */
function withPath(value: unknown, [key, ...rest]: readonly string[], put: string | number): unknown {
  if (key === undefined) return put;
  if (Array.isArray(value)) return value.map((one: unknown, i) => (String(i) === key ? withPath(one, rest, put) : one));
  return isObject(value) ? { ...value, [key]: withPath(value[key], rest, put) } : value;
}
