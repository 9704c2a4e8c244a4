import { DRIVES, LIMITS, type Drive } from '../document/schema';
import { InputError } from '../errors';
import { checkLayout, DRIVE_UNITS, type Layout } from '../fixture/layout';
import { numberIn, tableRows } from './table';
import { tableCsv } from './table-csv';

const COLUMNS = ['slot', 'channel', 'byte', 'low', 'high'] as const;

/**
 * Reads the slots of a fixture on a lighting network: a table with `slot` (from 1), `channel` (one of `DRIVES`), and where it has them `byte` (coarse or fine),
 * `low` and `high` (what 0 and full stand for; the usual range otherwise). @throws InputError naming row and column.
 */
export function readLayoutCsv(text: string): Layout {
  const [header = [], ...rows] = tableRows(text);
  const at = new Map(header.map((cell, i) => [cell.toLowerCase(), i]));
  for (const column of ['slot', 'channel'])
    if (!at.has(column))
      throw new InputError('file', `The table needs a header with ${COLUMNS.join(', ')}; the column ${column} is missing.`);
  if (rows.length === 0) throw new InputError('file', 'The table holds no slots.');
  if (rows.length > LIMITS.slots)
    throw new InputError('file', `The table has ${rows.length} slots; a fixture has ${LIMITS.slots} at most.`);
  const layout = rows.map((row, i) => {
    const cell = (column: (typeof COLUMNS)[number]) => row[at.get(column) ?? -1] ?? '';
    const slot = numberIn(cell('slot'), i, 'slot', true);
    if (!Number.isInteger(slot) || slot < 1 || slot > 512)
      throw new InputError('file', `The slot in row ${i + 2} is ${slot}; it must be a whole number from 1 to 512.`);
    const drives = DRIVES.find((one) => one === cell('channel').toLowerCase());
    if (!drives)
      throw new InputError(
        'file',
        `The channel in row ${i + 2} is "${cell('channel').slice(0, 30)}"; it must be one of ${DRIVES.join(', ')}.`,
      );
    const byte = cell('byte').toLowerCase() || 'coarse';
    if (byte !== 'coarse' && byte !== 'fine')
      throw new InputError('file', `The byte in row ${i + 2} is "${byte.slice(0, 30)}"; it must be coarse or fine.`);
    const figure = (column: 'low' | 'high', usual: number) => {
      if (cell(column) === '') return usual;
      const value = numberIn(cell(column), i, column, true);
      if (Math.abs(value) > 25_000) throw new InputError('file', `The ${column} in row ${i + 2} must be from -25000 to 25000.`);
      return value;
    };
    return { slot, drives, byte, low: figure('low', usualOf(drives).low), high: figure('high', usualOf(drives).high) } as const;
  });
  try {
    checkLayout(layout);
  } catch (error) {
    if (error instanceof InputError) throw new InputError('file', error.message);
    throw error;
  }
  return layout;
}

const usualOf = (drives: Drive) => DRIVE_UNITS[drives];

/** The slots of a fixture as a table; `readLayoutCsv` gives the same back. */
export const layoutCsv = (layout: Layout): string =>
  tableCsv(layout.map(({ slot, drives, byte, low, high }) => ({ slot, channel: drives, byte, low, high })));
