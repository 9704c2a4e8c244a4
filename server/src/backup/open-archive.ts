import type { Readable } from 'node:stream';
import { text } from 'node:stream/consumers';
import { promisify } from 'node:util';
import type { Problem } from '@fulgent/core/scene';
import * as yup from 'yup';
import { open, type Entry, type Options, type ZipFile } from 'yauzl';
import { invalid } from '../problem';
import { ENTRY } from './archive-format';

const MOST_FILES = 20_000;
const LARGEST_FILE = 80_000_000;
const LARGEST_TOTAL = 8_000_000_000;
/** An entry that grows by more than this when it is opened is no honest picture or text. */
const MOST_GROWTH = 200;
const GROWTH_COUNTS_FROM = 1_000_000;

export const refused = (field: string, message: string) => invalid([{ field, message }]);
const damaged = () =>
  refused('archive', 'The file is no ZIP archive, or it is damaged. Choose an archive that this application made.');

/** Brings an object that an earlier version wrote to the present form. */
type Upgrade = (value: Readonly<Record<string, unknown>>) => unknown;

export interface OpenedArchive {
  readonly names: readonly string[];
  /** One file as it is unpacked. @throws HttpProblem 422 when it is missing or damaged. */
  bytes(name: string): AsyncIterable<Uint8Array>;
  /** One JSON file, checked. @throws HttpProblem 422 that names the file and the field. */
  json<S extends yup.Schema>(name: string, schema: S, upgrade?: Upgrade): Promise<yup.InferType<S>>;
  close(): void;
}

const openZip: (file: string, options: Options) => Promise<ZipFile> = promisify(open);

/** Opens an archive within limits; nothing is unpacked yet. @throws HttpProblem 422 for what is none, too large, or has odd names in it. */
export async function openArchive(file: string): Promise<OpenedArchive> {
  const zip = await openZip(file, { lazyEntries: true, autoClose: false }).catch(() => Promise.reject(damaged()));
  let entries: ReadonlyMap<string, Entry>;
  try {
    entries = await listed(zip);
  } catch (error) {
    zip.close();
    throw error;
  }
  const openEntry: (entry: Entry) => Promise<Readable> = promisify(zip.openReadStream.bind(zip));

  async function* bytes(name: string): AsyncGenerator<Uint8Array> {
    const entry = entries.get(name);
    if (!entry) throw refused(name, `${name} is missing in the archive.`);
    try {
      yield* await openEntry(entry);
    } catch {
      throw damaged();
    }
  }

  return {
    names: [...entries.keys()],
    bytes,
    async json(name, schema, upgrade) {
      const content = await text(bytes(name));
      let value: unknown;
      try {
        value = JSON.parse(content);
      } catch {
        throw refused(name, `${name} in the archive is not JSON.`);
      }
      const isObject = value !== null && typeof value === 'object' && !Array.isArray(value);
      return checked(schema, isObject && upgrade ? upgrade(value as Record<string, unknown>) : value, name);
    },
    close: () => zip.close(),
  };
}

/** Reads the list of contents. */
function listed(zip: ZipFile): Promise<ReadonlyMap<string, Entry>> {
  const entries = new Map<string, Entry>();
  let total = 0;
  return new Promise((resolve, reject) => {
    // Names with backslashes or leading out of the folder, and sizes that do not fit, end here too.
    zip.on('error', (error: Error) => {
      const named = /(?:fileName|absolute path|relative path): (.*)/s.exec(error.message)?.[1];
      reject(named === undefined ? damaged() : strange(named));
    });
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: Entry) => {
      const { fileName, compressedSize, uncompressedSize } = entry;
      total += uncompressedSize;
      if (fileName.endsWith('/')) zip.readEntry();
      else if (!ENTRY.test(fileName)) reject(strange(fileName));
      else if (entries.size >= MOST_FILES) reject(refused('archive', `The archive holds more than ${MOST_FILES} files.`));
      else if (uncompressedSize > LARGEST_FILE || total > LARGEST_TOTAL)
        reject(refused('archive', 'The archive holds more than can be taken in at once.'));
      else if (uncompressedSize > GROWTH_COUNTS_FROM && uncompressedSize > MOST_GROWTH * Math.max(1, compressedSize))
        reject(refused('archive', `"${fileName}" grows beyond measure when it is opened; it is not taken in.`));
      else {
        entries.set(fileName, entry);
        zip.readEntry();
      }
    });
    zip.readEntry();
  });
}

const strange = (name: string) =>
  refused('archive', `The archive holds "${name.slice(0, 80)}", which this application did not put there.`);

function checked<S extends yup.Schema>(schema: S, value: unknown, name: string): yup.InferType<S> {
  try {
    return schema.validateSync(value, { strict: true, abortEarly: false }) as yup.InferType<S>;
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error;
    const inner = error.inner.length ? error.inner : [error];
    throw invalid(inner.map((one): Problem => ({ field: `${name}: ${one.path ?? ''}`, message: one.errors[0] ?? one.message })));
  }
}
