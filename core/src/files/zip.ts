import { strFromU8, unzipSync } from 'fflate';
import { InputError } from '../errors';
import { LARGEST_SPECTRUM_FILE } from './limits';

/** A file of a folder, by its name without folders. */
export interface TextFile {
  readonly name: string;
  readonly text: string;
}

/** Limits of a folder of fixtures: far more than any fixture needs. */
export const BUNDLE_LIMITS = { files: 200, bytes: 8_000_000, zipBytes: 2_000_000 } as const;

/** Files that a system adds to a folder by itself. */
const BY_ITSELF = /^(?:__MACOSX\/|.*\/)?(?:\.DS_Store|Thumbs\.db|\._.*)$|^__MACOSX\//i;
const READ = /\.(?:json|csv|txt|tsv|xml|spdx|ies)$/i;

/** The name of a file without its folders. */
export const bareName = (path: string): string => path.slice(path.lastIndexOf('/') + 1);

/**
 * The text files of a zip. Names that lead out of the folder, more or larger files than any fixture has, what unpacks to more than it says or is no text: refused whole.
 * @throws InputError saying which.
 */
export function readZip(bytes: Uint8Array): TextFile[] {
  if (bytes.length > BUNDLE_LIMITS.zipBytes) throw tooLarge(`The zip is larger than ${BUNDLE_LIMITS.zipBytes / 1e6} MB`);
  let count = 0;
  let total = 0;
  let unpacked: Record<string, Uint8Array>;
  try {
    unpacked = unzipSync(bytes, {
      filter({ name, originalSize }) {
        if (name.startsWith('/') || name.includes('\\') || name.includes('\u0000') || name.split('/').includes('..'))
          throw new InputError('file', `The zip holds "${name.slice(0, 40)}", which leads out of its folder. It is refused.`);
        if (name.endsWith('/') || BY_ITSELF.test(name)) return false;
        if (++count > BUNDLE_LIMITS.files) throw tooLarge(`The zip holds more than ${BUNDLE_LIMITS.files} files`);
        total += originalSize;
        if (originalSize > LARGEST_SPECTRUM_FILE || total > BUNDLE_LIMITS.bytes)
          throw tooLarge(
            `The zip unpacks to more than ${BUNDLE_LIMITS.bytes / 1e6} MB, or "${name.slice(0, 40)}" to more than 1 MB`,
          );
        return READ.test(name);
      },
    });
  } catch (error) {
    if (error instanceof InputError) throw error;
    throw new InputError('file', `The zip cannot be read: ${error instanceof Error ? error.message : 'it is damaged'}.`);
  }
  return sound(Object.entries(unpacked).map(([name, data]) => ({ name, text: strFromU8(data) })));
}

/** Files of a folder, checked as those of a zip. @throws InputError for a name that stands twice and for what is no text. */
export function sound(files: readonly TextFile[]): TextFile[] {
  const seen = new Set<string>();
  return files.map(({ name, text }) => {
    const bare = bareName(name);
    if (seen.has(bare.toLowerCase()))
      throw new InputError(
        'file',
        `Two files are called "${bare.slice(0, 40)}"; files are found by their names, so give each its own.`,
      );
    seen.add(bare.toLowerCase());
    if (text.includes('\u0000')) throw new InputError('file', `"${bare.slice(0, 40)}" is not text: it holds zero bytes.`);
    return { name: bare, text };
  });
}

const tooLarge = (what: string) => new InputError('file', `${what}; a folder of fixtures is far smaller. Choose the right file.`);
