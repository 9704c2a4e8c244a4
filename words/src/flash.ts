import type { FlashFacts } from '@fulgent/core/scene';

/** What a flash does at its power, as far as it is known: `50 J, ready again in 0.4 s, about 1600 flashes a charge`; '' for nothing. */
export function flashWords({ joules, recycleS, pops }: FlashFacts): string {
  return [
    joules === null ? '' : joulesWords(joules),
    recycleS === null ? '' : `ready again in ${Number(recycleS.toPrecision(2))} s`,
    pops === null ? '' : `about ${roundedPops(pops)} flashes a charge`,
  ]
    .filter(Boolean)
    .join(', ');
}

export const joulesWords = (joules: number): string => `${joules < 10 ? Number(joules.toPrecision(2)) : Math.round(joules)} J`;

/** Nobody counts on more than two figures of a battery. */
const roundedPops = (pops: number) => Math.floor(Number(pops.toPrecision(2)));
