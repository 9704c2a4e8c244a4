import { formatStops } from '@fulgent/core/exposure';
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
