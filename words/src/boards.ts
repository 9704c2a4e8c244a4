import { formatStops } from '@fulgent/core/exposure';
import type { BoardGain } from '@fulgent/core/planning';
import { capital, lowered } from './numbers';

/** What a flag, card or silk does: 'Face, shadow side +0.6, hair edge, left -1.2.' */
export function boardGainWords({ places }: Pick<BoardGain, 'places'>): string {
  if (places.length === 0) return 'Changes nothing that can be seen at the places of this look.';
  const text = places
    .map(({ name, stops }) => `${lowered(name)} ${Number.isFinite(stops) ? formatStops(stops) : 'dark'}`)
    .join('; ');
  return `${capital(text)} with it, in stops.`;
}
