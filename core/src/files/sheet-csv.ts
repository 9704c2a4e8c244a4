import { gelWords, type SheetCard } from '../day/sheet/sheet';
import { tableCsv } from './table-csv';

/** The run sheet as a table for other programs (RFC 4180): one row a light, figures with points. */
export function sheetCsv(cards: readonly SheetCard[]): string {
  return tableCsv(
    cards.map((card, i) => ({
      order: i + 1,
      light: card.name,
      role: card.role,
      pieces: card.pieces,
      fixture: card.fixture,
      power: card.power,
      rounding_stops: card.roundingStops.toFixed(2),
      setting: card.dials.map(({ name, value }) => `${name} ${value}`).join('; '),
      gels: gelWords(card),
      held_by: card.gels.length ? card.mount : '',
      modifier: card.modifier,
      shape: card.shape.join('; '),
      distance_m: card.distanceM.toFixed(2),
      height_m: card.heightM.toFixed(2),
      around_deg: card.aroundDeg,
      side: card.side,
      aim: card.aim,
      groups: card.groups.join(', '),
      cue: card.cue,
      universe: card.address?.universe ?? '',
      first_slot: card.address?.first ?? '',
      slots: card.address?.slots ?? '',
    })),
  );
}
