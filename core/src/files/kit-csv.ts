import Papa from 'papaparse';
import { canonicalText } from '../canonical';
import { LARGEST_KIT_FILE, parseKitEntry, type KitEntry } from '../catalogue/kit-schema';
import { STAND_IN_KIT } from '../catalogue/stand-ins';
import { InputError } from '../errors';
import { kitRows } from '../planning/kit-use';
import { LookError, type Problem } from '../scene/parse';
import { NUMBER } from './table';
import { tableCsv } from './table-csv';

/** The column that holds all of an entry; the others are for reading, and some of them for changing. */
const ALL = 'entry';
/** Columns that are taken as they stand, and where in an entry they belong. */
const TEXTS = { name: 'name', note: 'note', provenance: 'provenance', condition: 'condition' } as const;
const NUMBERS = {
  count: 'count',
  width_cm: 'widthCm',
  height_cm: 'heightCm',
  hours: 'hours',
  shift_mired: 'shiftMired',
} as const;

/** A kit as a table: a row each, figures to read and change in a spreadsheet, and the whole entry as JSON, so that nothing is lost. */
export function kitCsv(kit: readonly KitEntry[]): string {
  const rows = kitRows(kit);
  return tableCsv(
    rows.map((row, i) => ({
      ...row,
      hours: kit[i]!.kind === 'gel' ? (kit[i] as { hours: number }).hours : '',
      // What parts cells in some spreadsheets is written as its code.
      [ALL]: JSON.stringify(kit[i]).replace(/;/g, '\\u003b').replace(/\t/g, '\\t'),
    })),
  );
}

/**
 * Reads a table that `kitCsv` wrote, with what was changed in its columns since. Stand-ins that are as they ship are left out.
 * @throws LookError naming row and field of all that is wrong: nothing is taken then.
 */
export function readKitCsv(text: string): KitEntry[] {
  if (text.length > LARGEST_KIT_FILE) throw new InputError('file', 'The file is larger than 4 MB; a kit is far smaller.');
  const plain = text.replace(/^\uFEFF/, '');
  const header = plain.slice(0, plain.search(/[\r\n]|$/));
  const delimiter = header.includes('\t') ? '\t' : header.includes(';') ? ';' : ',';
  const { data, errors } = Papa.parse<Record<string, string>>(plain, { header: true, delimiter, skipEmptyLines: true });
  const broken = errors.find(({ type }) => type === 'Quotes');
  if (broken) throw new InputError('file', `Row ${(broken.row ?? 0) + 2} has a broken quotation mark: ${broken.message}.`);
  if (data.length === 0 || !(ALL in data[0]!))
    throw new InputError(
      'file',
      `The table needs the column "${ALL}", as "Export table" writes it. A list of gels is read under Add, Gel, A list.`,
    );
  if (data.length > 2000) throw new InputError('file', 'The table has more than 2000 rows.');
  const problems: Problem[] = [];
  const seen = new Map<string, number>();
  const entries = data.flatMap((row, i) => {
    try {
      const entry = parseKitEntry(changed(row));
      const before = seen.get(entry.id);
      if (before !== undefined)
        throw new InputError('id', `The id "${entry.id}" stands in row ${before + 2}, too; give each its own.`);
      seen.set(entry.id, i);
      return isAsShipped(entry) ? [] : [entry];
    } catch (error) {
      const found = error instanceof LookError ? error.problems : error instanceof InputError ? [error] : null;
      if (!found) throw error;
      problems.push(...found.map(({ field, message }) => ({ field: `row ${i + 2}${field ? `, ${field}` : ''}`, message })));
      return [];
    }
  });
  if (problems.length > 0) throw new LookError(problems);
  return entries;
}

/** An entry as its row has it: all of it, with what stands in the columns. */
function changed(row: Readonly<Record<string, string>>): unknown {
  let entry: unknown;
  try {
    entry = JSON.parse(row[ALL] ?? '');
  } catch {
    throw new InputError(ALL, `The column "${ALL}" is not as it was written. Leave it alone, and change the other columns.`);
  }
  if (entry === null || typeof entry !== 'object' || Array.isArray(entry))
    throw new InputError(ALL, `The column "${ALL}" holds no entry.`);
  const out = entry as Record<string, unknown>;
  const id = row['id'];
  if (id !== undefined && id !== out['id'])
    throw new InputError(
      'id',
      `The id is "${id.slice(0, 40)}" and was "${String(out['id']).slice(0, 40)}"; ids stay as they are.`,
    );
  for (const [column, key] of Object.entries(TEXTS)) {
    const cell = row[column];
    if (cell !== undefined && key in out) out[key] = unguarded(cell);
  }
  for (const [column, key] of Object.entries(NUMBERS)) {
    const cell = row[column]?.trim();
    if (cell === undefined || !(key in out)) continue;
    if (cell === '' && key === 'shiftMired') out[key] = null;
    else if (!NUMBER.test(cell)) throw new InputError(column, `The ${column} is "${cell.slice(0, 30)}", not a number.`);
    else out[key] = Number(cell.replace(',', '.'));
  }
  const archived = row['archived']?.trim().toLowerCase();
  if (archived === 'yes' || archived === 'no') out['archived'] = archived === 'yes';
  else if (archived !== undefined)
    throw new InputError('archived', `archived is "${archived.slice(0, 30)}"; it must be yes or no.`);
  return out;
}

/** Without the mark that keeps a spreadsheet from running a cell. */
const unguarded = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '').replace(/([;\t]\s*)'(?=[=+\-@])/g, '$1');

const shipped = new Map(STAND_IN_KIT.map((entry) => [entry.id, canonicalText(entry)]));
const isAsShipped = (entry: KitEntry) => shipped.get(entry.id) === canonicalText(entry);
