import { formatStops } from '@fulgent/core/exposure';
import type { VariantOffer } from '@fulgent/core/planning';
import { lowered } from './numbers';

const MOST_NAMED = 3;

/** What a version comes to, in figures, a line for each: 'Face +0.1, backdrop -2.3', '3 of 3 colours vivid', 'Clips: face'. */
export function offerWords({ faceStops, backdropStops, clips, colours, vivid }: Omit<VariantOffer, 'variant'>): string[] {
  const at = (name: string, stops: number | null) => `${name} ${stops === null ? 'black' : formatStops(stops)}`;
  const named = clips.slice(0, MOST_NAMED).map(lowered).join(', ');
  return [
    `${at('Face', faceStops)}, ${at('backdrop', backdropStops)}`,
    colours > 0 ? `${vivid} of ${colours} ${colours === 1 ? 'colour' : 'colours'} vivid` : null,
    clips.length ? `Clips: ${named}${clips.length > MOST_NAMED ? ` and ${clips.length - MOST_NAMED} more` : ''}` : null,
  ].filter((line) => line !== null);
}
