import type { KitEntry } from '@fulgent/core/catalogue';
import { cameraCard, cautionsOf, packList, runSheet, type PackItem, type SheetLine } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { cautionWords, SAFETY_DEFERS } from './cautions';
import { PHOTOGRAPHER, roleSheets } from './roles';
import { cardLines } from './sheet-lines';

/** One light to set: its heading, what it is, its power in large, then line by line. */
export interface SheetBlock {
  readonly lightId: string;
  readonly name: string;
  /** With its place in the order: "2. Rim left". */
  readonly heading: string;
  readonly fixture: string;
  readonly power: string;
  /** How far the nearest setting is from the plan, said; '' where it is a step of the fixture. */
  readonly rounding: string;
  readonly lines: readonly SheetLine[];
}

export const LIST_KINDS = ['close', 'roles', 'pack', 'cautions'] as const;
export type ListKind = (typeof LIST_KINDS)[number];

/** A list under the lights. */
export interface SheetList {
  readonly kind: ListKind;
  readonly title: string;
  readonly items: readonly {
    readonly key: string;
    readonly name: string;
    /** How many; null where it is not counted. */
    readonly count: number | null;
    readonly text: string;
  }[];
}

/** The run sheet as it is read, whatever it is read on: the screen, a printed page and the PDF all show this. */
export interface SheetDocument {
  readonly title: string;
  readonly note: string;
  readonly camera: readonly SheetLine[];
  readonly blocks: readonly SheetBlock[];
  /** Only those that hold something. */
  readonly lists: readonly SheetList[];
  readonly defers: string;
}

/** With a kit, what is short of it is said where it is to be packed. */
export function sheetDocument(look: Look, kit: readonly KitEntry[] = []): SheetDocument {
  return {
    title: look.title,
    note: look.brief.note,
    camera: cameraCard(look),
    blocks: runSheet(look).map((card, i): SheetBlock => {
      const { lightId, name, fixture, pieces, power, roundingStops } = card;
      return {
        lightId,
        name,
        heading: `${i + 1}. ${name}`,
        fixture: pieces > 1 ? `${fixture}, ${pieces} alike` : fixture,
        power,
        rounding: roundingStops ? `The nearest setting is ${formatStops(roundingStops)} from the plan.` : '',
        lines: cardLines(card),
      };
    }),
    lists: [toClose(look), roles(look), toPack(look, kit), cautions(look)].filter(({ items }) => items.length > 0),
    defers: SAFETY_DEFERS,
  };
}

/** What lets light in, and is to be closed off before the black frame. */
function toClose({ ambient }: Look): SheetList {
  return {
    kind: 'close',
    title: 'To close off',
    items: ambient.openings.map(({ id, name, count, done }) => ({ key: id, name, count, text: done ? 'closed' : '' })),
  };
}

/** Who does what, where anybody but the photographer does anything. */
function roles(look: Look): SheetList {
  const sheets = roleSheets(look);
  const isShared = sheets.some(({ who }) => who !== PHOTOGRAPHER);
  return {
    kind: 'roles',
    title: 'Who does what',
    items: isShared
      ? sheets.flatMap(({ who, tasks }) =>
          tasks.map(({ lightId, text }) => ({ key: `${who} ${lightId}`, name: who, count: null, text: `${text}.` })),
        )
      : [],
  };
}

function toPack(look: Look, kit: readonly KitEntry[]): SheetList {
  return {
    kind: 'pack',
    title: 'To pack',
    items: packList(look, kit).map((item) => {
      const { kind, name, count, use } = item;
      const shown = kind === 'gel' ? `${name}, ${count === 1 ? 'sheet' : 'sheets'}` : name;
      return { key: `${kind} ${name}`, name: shown, count, text: [packNote(item), use].filter(Boolean).join(' ') };
    }),
  };
}

/** What is short of a thing to pack, and what has to be joined; '' where nothing is. */
export function packNote({ kind, have, short, joined }: Pick<PackItem, 'kind' | 'have' | 'short' | 'joined'>): string {
  const things = kind === 'gel' ? ` ${short === 1 ? 'sheet' : 'sheets'}` : '';
  return [
    short > 0 ? `${short}${things} short: the kit has ${have}.` : '',
    joined > 0 ? `${joined === 1 ? 'A piece is' : `${joined} pieces are`} larger than a sheet: join, or take a roll.` : '',
  ]
    .filter(Boolean)
    .join(' ');
}

function cautions(look: Look): SheetList {
  return {
    kind: 'cautions',
    title: 'Cautions',
    items: cautionsOf(look).map((caution) => {
      const { title, reasons } = cautionWords(caution);
      return { key: caution.key, name: `${title}.`, count: null, text: reasons.join(' ') };
    }),
  };
}
