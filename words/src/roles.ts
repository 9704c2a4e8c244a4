import { runSheet } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { MOUNT_WORDS, placeWords } from './sheet-lines';

/** What one helper does, light by light, in build order. */
export interface RoleSheet {
  readonly who: string;
  readonly tasks: readonly { readonly lightId: string; readonly text: string }[];
}

const HOLD_WORDS: Readonly<Record<Look['lights'][number]['rig']['hold'], string>> = {
  stand: 'Stand',
  boom: 'Boom, with a counterweight',
  overhead: 'Hang',
  floor: 'Lay on the floor',
  surface: 'Put on a firm surface',
  magnet: 'Fix by magnet, with a second hold',
  tape: 'Fix, and not by tape alone',
  hand: 'Hold',
};

/** Whose work is what nobody else is named for. */
export const PHOTOGRAPHER = 'Photographer';

/** One sheet for everybody who is named at a light; what nobody is named for is the photographer's own. */
export function roleSheets(look: Look): RoleSheet[] {
  const sheets = new Map<string, { lightId: string; text: string }[]>();
  for (const card of runSheet(look)) {
    const { rig } = look.lights.find(({ id }) => id === card.lightId)!;
    const who = rig.holder.trim() || PHOTOGRAPHER;
    const gels = card.gels.map(({ name }) => name).join(' + ');
    const parts = [
      `${HOLD_WORDS[rig.hold]} ${card.name} (${card.fixture}${card.pieces > 1 ? `, ${card.pieces}` : ''})`,
      placeWords(card),
      [card.modifier, ...card.shape].join(', '),
      gels ? `gel ${gels}, ${MOUNT_WORDS[card.mount]}` : '',
      `dial ${[card.power, ...card.dials.map(({ name, value }) => `${name.toLowerCase()} ${value}`)].join(', ')}`,
      card.cue ? `cue: ${card.cue}` : '',
      rig.hold === 'hand' ? 'eyes off the head, path free' : '',
    ];
    sheets.set(who, [...(sheets.get(who) ?? []), { lightId: card.lightId, text: parts.filter(Boolean).join('; ') }]);
  }
  const open = look.ambient.openings.filter(({ done }) => !done);
  if (open.length) {
    const text = `Close off before the black frame: ${open.map(({ name, count }) => (count > 1 ? `${count} x ${name}` : name)).join(', ')}`;
    sheets.set(PHOTOGRAPHER, [{ lightId: 'openings', text }, ...(sheets.get(PHOTOGRAPHER) ?? [])]);
  }
  return [...sheets].map(([who, tasks]) => ({ who, tasks }));
}
