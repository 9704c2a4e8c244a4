import { PROVENANCES, CONDITIONS, type KitGel } from '../catalogue/kit-schema';
import { LIMITS } from '../document/fields';
import { decodeSrgb } from '../colour/rgb';
import { InputError } from '../errors';
import { dyedGel, lookOfRgb, type DyedGel, type GelLook } from '../gel/dye';
import { daylightSource, planckSource } from '../source/source';
import { WAVELENGTHS_NM, type Spectrum } from '../spectrum/grid';
import { numberIn, tableRows } from './table';

/** A gel of a list, before the kit has given it an id. */
export type ListedGel = Omit<KitGel, 'id' | 'note' | 'archived'> & {
  /** How far its film is from what the list says. */
  readonly film: Pick<DyedGel, 'stopsLost' | 'offHueDeg' | 'offPurity' | 'offUv'>;
};

export interface GelList {
  readonly gels: readonly ListedGel[];
  /** Rows that cannot be taken, with the reason; 1 is the header. */
  readonly problems: readonly { readonly row: number; readonly message: string }[];
  /** Columns that nothing was read from. */
  readonly unread: readonly string[];
}

const MOST_ROWS = 500;

/** The lamps that lists judge gels on. */
export const LIST_LAMPS = {
  daylight: daylightSource(5600),
  d65: daylightSource(6504),
  tungsten: planckSource(3200),
  a: planckSource(2856),
} as const satisfies Readonly<Record<string, Spectrum>>;

const COLUMNS: Readonly<Record<string, RegExp>> = {
  name: /^(?:name|gel)$/i,
  count: /^(?:count|sheets|number)$/i,
  width: /^width(?:[ _]?cm)?$/i,
  height: /^(?:height|length)(?:[ _]?cm)?$/i,
  stops: /^(?:stops|loss|stops lost)$/i,
  colour: /^(?:colou?r|look|hex)$/i,
  hue: /^hue(?:[ _]?deg)?$/i,
  purity: /^purity$/i,
  r: /^r(?:ed)?$/i,
  g: /^g(?:reen)?$/i,
  b: /^b(?:lue)?$/i,
  x: /^x$/,
  y: /^y$/,
  Y: /^Y|transmission$/,
  light: /^(?:light|lamp|illuminant)$/i,
  type: /^(?:type|kind)$/i,
  mired: /^(?:mired|shift[ _]?mired)$/i,
  condition: /^condition$/i,
  hours: /^hours$/i,
  source: /^(?:source|provenance)$/i,
};
type Column = keyof typeof COLUMNS;

/**
 * Reads a list of gels, one a row under a header: `name` and how the gel looks, by `colour` (#rrggbb) or `hue` and `purity` with `stops`; by `r`, `g`, `b`, its transmission
 * in each; or by `x`, `y`, `Y` under a `light` (daylight, D65, tungsten, A). `count`, `width_cm`, `height_cm`, `type`, `mired`, `condition`, `hours` and `source` may be there.
 * Each film is a guess by its dyes. @throws InputError for a file that is no such list; rows that are wrong are told one by one.
 */
export function readGelList(text: string): GelList {
  const [headers = [], ...rows] = tableRows(text);
  const at = new Map<Column, number>();
  for (const [column, pattern] of Object.entries(COLUMNS)) {
    const found = headers.findIndex((header) => pattern.test(header.trim()));
    if (found >= 0) at.set(column, found);
  }
  if (!at.has('name')) throw new InputError('file', 'The header needs a column "name", and columns that say how each gel looks.');
  if (rows.length === 0) throw new InputError('file', 'The list has a header and no rows.');
  if (rows.length > MOST_ROWS) throw new InputError('file', `The list has ${rows.length} rows; ${MOST_ROWS} are read at most.`);
  const gels: ListedGel[] = [];
  const problems: { row: number; message: string }[] = [];
  rows.forEach((row, i) => {
    try {
      gels.push(gelOf(new Row(row, i, at)));
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      problems.push({ row: i + 2, message: error.message });
    }
  });
  const used = new Set(at.values());
  return { gels, problems, unread: headers.filter((header, i) => header && !used.has(i)) };
}

/** One row, read by what its columns are called. */
class Row {
  readonly #cells: readonly string[];
  readonly #row: number;
  readonly #at: ReadonlyMap<Column, number>;

  constructor(cells: readonly string[], row: number, at: ReadonlyMap<Column, number>) {
    this.#cells = cells;
    this.#row = row;
    this.#at = at;
  }

  text(column: Column): string {
    const at = this.#at.get(column);
    return at === undefined ? '' : (this.#cells[at] ?? '');
  }

  has(...columns: Column[]): boolean {
    return columns.every((column) => this.text(column) !== '');
  }

  number(column: Column, low: number, high: number): number {
    const value = numberIn(this.text(column).replace(/\s*%$/, ''), this.#row, column, true);
    if (value < low || value > high)
      throw new InputError('file', `The ${column} in row ${this.#row + 2} is ${value}; it must be from ${low} to ${high}.`);
    return value;
  }

  /** A share that may be written in percent. */
  share(column: Column): number {
    const value = this.number(column, 0, 100);
    return value > 1 || this.text(column).includes('%') ? value / 100 : value;
  }

  one<T extends string>(column: Column, options: readonly T[], otherwise: T): T {
    const text = this.text(column).toLowerCase();
    if (text === '') return otherwise;
    const found = options.find((option) => option.toLowerCase() === text);
    if (!found) throw new InputError('file', `The ${column} in row ${this.#row + 2} must be one of: ${options.join(', ')}.`);
    return found;
  }
}

function gelOf(row: Row): ListedGel {
  const name = row.text('name').slice(0, LIMITS.nameLength);
  if (!name) throw new InputError('file', 'The name is missing.');
  const lamp = LIST_LAMPS[row.one('light', Object.keys(LIST_LAMPS) as (keyof typeof LIST_LAMPS)[], 'daylight')];
  const { look, lost } = lookOf(row, name);
  const { transmittance, ...film } = dyedGel(lamp, lost, look);
  const type = row.one('type', ['effect', 'correction'] as const, 'effect');
  return {
    kind: 'gel',
    name,
    count: row.has('count') ? Math.round(row.number('count', 0, 10_000)) : 1,
    provenance: row.one(
      'source',
      PROVENANCES.filter((one) => one !== 'stand-in'),
      'guessed',
    ),
    type,
    shiftMired: type === 'correction' && row.has('mired') ? row.number('mired', -500, 500) : null,
    widthCm: row.has('width') ? row.number('width', 1, 2000) : 50,
    heightCm: row.has('height') ? row.number('height', 1, 20_000) : 60,
    condition: row.one('condition', CONDITIONS, 'new'),
    hours: row.has('hours') ? row.number('hours', 0, 100_000) : 0,
    spectrum: { wavelengthsNm: [...WAVELENGTHS_NM], values: [...transmittance] },
    film,
  };
}

function lookOf(row: Row, name: string): { readonly look: GelLook; readonly lost: number } {
  const stops = () => row.number('stops', 0, 12);
  if (row.has('x', 'y', 'Y')) {
    const share = row.share('Y');
    if (!(share > 0)) throw new InputError('file', `${name}: Y must be above 0.`);
    return { look: { kind: 'xy', xy: [row.number('x', 0.001, 0.9), row.number('y', 0.001, 0.9)] }, lost: -Math.log2(share) };
  }
  if (row.has('r', 'g', 'b')) {
    const { look, stopsLost } = lookOfRgb(row.share('r'), row.share('g'), row.share('b'));
    return { look, lost: row.has('stops') ? stops() : stopsLost };
  }
  if (row.has('colour', 'stops')) {
    const hex = /^#?([\da-f]{2})([\da-f]{2})([\da-f]{2})$/i.exec(row.text('colour'));
    if (!hex) throw new InputError('file', `${name}: "${row.text('colour').slice(0, 20)}" is no colour; write it as #rrggbb.`);
    const [r, g, b] = [1, 2, 3].map((i) => decodeSrgb(parseInt(hex[i]!, 16) / 255)) as [number, number, number];
    return { look: lookOfRgb(r, g, b).look, lost: stops() };
  }
  if (row.has('hue', 'purity', 'stops'))
    return { look: { kind: 'look', hueDeg: row.number('hue', 0, 360), purity: row.number('purity', 0, 0.8) }, lost: stops() };
  throw new InputError(
    'file',
    `${name}: nothing says how it looks. Give colour and stops, hue, purity and stops, r, g and b, or x, y and Y.`,
  );
}
