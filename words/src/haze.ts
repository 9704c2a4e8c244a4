import { formatStops } from '@fulgent/core/exposure';
import type { SoftFilter } from '@fulgent/core/day';
import type { LookCamera } from '@fulgent/core/document';
import type { HazeClearing, VeilCost } from '@fulgent/core/planning';
import { percentWords } from './numbers';

/** What haze or a soft filter costs: 'Lifts the black of hair edge, left by +1.4 stops; colours keep 71 % of their chroma.' */
export function veilCostWords({ lift, chromaClear, chromaVeiled }: VeilCost): string {
  const black = lift
    ? `Lifts the black of ${lift.name.toLowerCase()} by ${formatStops(lift.stops)} stops`
    : 'Lifts no black of this look';
  const colour = chromaClear > 0 ? `; colours keep ${percentWords(Math.min(1, chromaVeiled / chromaClear))} of their chroma` : '';
  return `${black}${colour}.`;
}

/** How it clears, as the log has it. */
export function hazeClearingWords(clearing: HazeClearing | null): string {
  if (!clearing) return 'Log the level again once it has thinned: then it is told how long it takes to clear.';
  const { halfMin, clearInMin } = clearing;
  const minutes = (value: number) => (value < 1.5 ? 'a minute' : `${Math.round(value)} minutes`);
  return `Half of it goes in ${minutes(halfMin)}; hardly seen ${clearInMin < 0.5 ? 'by now' : `${minutes(clearInMin)} after the last entry`}.`;
}

/** Strengths of soft filters as they are called. */
export const SOFT_FILTER_WORDS: Readonly<Record<LookCamera['diffusion'], string>> = {
  0: 'no filter',
  0.125: '1/8',
  0.25: '1/4',
  0.5: '1/2',
  1: '1',
};

/** What a pair of frames says of a filter: 'It spreads 3.1 % of the light over the frame, most like 1/4, and lifts the darkest by +0.8 stops.' */
export function softFilterWords({ share, liftStops, lossStops, nearest }: SoftFilter): string {
  const loss = Math.abs(lossStops) >= 0.1 ? ` It takes ${formatStops(-lossStops)} stops of the light.` : '';
  return `It spreads ${percentOf(share)} of the light over the frame, most like ${SOFT_FILTER_WORDS[nearest]}, and lifts the darkest by ${formatStops(liftStops)} stops.${loss}`;
}

const percentOf = (share: number) => `${Number((100 * share).toPrecision(2))} %`;

/** Whether a filter goes on a lens; '' where nobody said of both. */
export function threadWords({ lensThreadMm, filterThreadMm }: Pick<LookCamera, 'lensThreadMm' | 'filterThreadMm'>): string {
  if (lensThreadMm === null || filterThreadMm === null) return '';
  const [lens, filter] = [lensThreadMm, filterThreadMm].map((mm) => `${Number(mm.toFixed(1))} mm`);
  if (Math.abs(lensThreadMm - filterThreadMm) < 0.05) return `The filter goes on the lens: both ${lens}.`;
  return filterThreadMm > lensThreadMm
    ? `Take a ring from ${lens} to ${filter}: the filter is larger than the lens’s thread.`
    : `It does not fit: ${filter} before a lens of ${lens} would cut the corners. Take a filter of ${lens} or more, or another lens.`;
}
