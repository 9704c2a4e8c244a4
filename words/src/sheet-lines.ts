import { gelWords, type SheetCard, type SheetLine } from '@fulgent/core/day';
import type { Mount } from '@fulgent/core/document';
import { rangeWords } from './addresses';
import { joulesWords } from './flash';

/** How a gel is held, as one says it of the gel. */
export const MOUNT_WORDS: Readonly<Record<Mount, string>> = {
  holder: 'in its holder',
  clips: 'by clips',
  tape: 'by tape',
  inside: 'inside the modifier',
  touching: 'touching the lamp',
};

/** Where a light stands, as one measures it. */
export function placeWords({ distanceM, heightM, aroundDeg, side, aim }: SheetCard): string {
  return `${distanceM.toFixed(2)} m from ${aim}, ${heightM.toFixed(2)} m high, ${aroundDeg}°${side ? ` to the ${side}` : ''}`;
}

/** What stands on a card under its power, line by line: the same on the screen and on paper. */
export function cardLines(card: SheetCard): SheetLine[] {
  const { dials, gels, mount, modifier, shape, groups, address, cue, joules } = card;
  return [
    ...(joules === null ? [] : [{ name: 'Energy', value: joulesWords(joules) }]),
    ...dials,
    { name: 'Gels', value: gels.length ? `${gelWords(card)}, ${MOUNT_WORDS[mount]}` : 'none' },
    { name: 'Modifier', value: [modifier, ...shape].join('; ') },
    { name: 'Place', value: placeWords(card) },
    ...(groups.length ? [{ name: 'Groups', value: groups.join(', ') }] : []),
    ...(address ? [{ name: 'Address', value: rangeWords(address) }] : []),
    ...(cue ? [{ name: 'Cue', value: cue }] : []),
  ];
}
