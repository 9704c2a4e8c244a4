import { parseKitEntry, type KitFixture } from '../catalogue/kit-schema';
import { LookError } from '../scene/parse';
import { LARGEST_SPECTRUM_FILE } from './limits';

/** One fixture as an open file: docs/fixture-file.md says what is in it. */
export const FIXTURE_FORMAT = 'fulgent-fixture';
export const FIXTURE_VERSION = 1;

/** What a fixture file holds: a kit's entry without what is its owner's affair. */
type Described = Pick<KitFixture, 'name' | 'note' | 'provenance' | 'fixture' | 'spectrum' | 'spectra' | 'quality' | 'beam'>;

export interface FixtureFile extends Described {
  readonly format: typeof FIXTURE_FORMAT;
  readonly version: typeof FIXTURE_VERSION;
}

export const fixtureFile = ({ name, note, provenance, fixture, spectrum, spectra, quality, beam }: KitFixture): FixtureFile => ({
  format: FIXTURE_FORMAT,
  version: FIXTURE_VERSION,
  name,
  note,
  // A stand-in that is handed on is somebody's guess.
  provenance: provenance === 'stand-in' ? 'guessed' : provenance,
  fixture,
  spectrum,
  spectra,
  quality,
  beam,
});

/** Reads the text of a fixture file as an entry of the kit without an id. @throws LookError naming every field that is wrong. */
export function readFixtureFile(text: string): Described {
  const refused = (field: string, message: string) => new LookError([{ field, message }]);
  if (text.length > LARGEST_SPECTRUM_FILE)
    throw refused('', `The file is larger than ${LARGEST_SPECTRUM_FILE / 1e6} MB; a fixture file is far smaller.`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw refused('', 'The file is not JSON. Choose a fixture file.');
  }
  const file = (typeof value === 'object' ? (value ?? {}) : {}) as Record<string, unknown>;
  if (file['format'] !== FIXTURE_FORMAT)
    throw refused('format', `format must be "${FIXTURE_FORMAT}": this is not a fixture file.`);
  if (file['version'] !== FIXTURE_VERSION)
    throw refused('version', `This application reads fixture files of version ${FIXTURE_VERSION}.`);
  const { format: _format, version: _version, ...described } = file;
  const entry = parseKitEntry({ note: '', spectrum: null, ...described, kind: 'fixture', id: 'new', count: 1, archived: false });
  if (entry.kind !== 'fixture') throw refused('fixture', 'The file describes no fixture.');
  const { name, note, provenance, fixture, spectrum, spectra, quality, beam } = entry;
  return { name, note, provenance, fixture, spectrum, spectra, quality, beam };
}
