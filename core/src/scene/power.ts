import { formatFlashPower, formatPercent } from '../exposure/stops';
import type { Fixture } from '../document/schema';

/** What of a fixture decides how its level is dialled. */
export type Dialled = Pick<Fixture, 'step' | 'minStops'> & { readonly dimmer?: number };

/** Light output is the dial to this power; 1 where a fixture says nothing else. */
function dimmerOf({ dimmer = 1 }: { readonly dimmer?: number }): number {
  return dimmer;
}

/** All powers a fixture can be set to, stops under full, from full downwards. */
export function powerSteps(fixture: Dialled): number[] {
  const { step, minStops } = fixture;
  const steps: number[] = [];
  if (step.unit === 'stops') {
    // Counted in whole steps, so that thirds do not drift.
    for (let i = 0; -i * step.value >= minStops - 1e-6; i++) steps.push(i === 0 ? 0 : -i * step.value);
    return steps;
  }
  for (let percent = 100; percent > 1e-9; percent -= step.value) {
    const stops = percent === 100 ? 0 : dimmerOf(fixture) * Math.log2(percent / 100);
    if (stops < minStops - 1e-6) break;
    steps.push(stops);
  }
  return steps;
}

/** The nearest power a fixture can be set to; of two as near, the lower. */
export function nearestPower(fixture: Dialled, stops: number): number {
  return powerSteps(fixture).reduce((best, step) => (Math.abs(step - stops) <= Math.abs(best - stops) ? step : best));
}

/** The power `by` steps up (positive) or down from the one nearest to `stops`, held to the range. */
export function steppedPower(fixture: Dialled, stops: number, by: number): number {
  const steps = powerSteps(fixture);
  const at = steps.indexOf(nearestPower(fixture, stops));
  return steps[Math.min(steps.length - 1, Math.max(0, at - by))]!;
}

/** What to dial in, in the fixture's own terms: `1/8 +1/3` for flash, `18 %` for continuous light. */
export function formatPower(fixture: Pick<Fixture, 'kind' | 'step'> & { readonly dimmer?: number }, stops: number): string {
  if (fixture.kind === 'flash' && fixture.step.unit === 'stops') return formatFlashPower(stops, fixture.step.value);
  return formatPercent(stops / dimmerOf(fixture));
}

/** Light output of a fixture's dial in percent, stops under full, by its own dimmer. */
export const stopsOfPercent = (fixture: { readonly dimmer?: number }, percent: number): number =>
  dimmerOf(fixture) * Math.log2(percent / 100);

/** What a flash does at a power, as far as its figures are known. */
export interface FlashFacts {
  readonly joules: number | null;
  /** Until it is ready again, s. */
  readonly recycleS: number | null;
  /** Flashes on one charge, rounded down. */
  readonly pops: number | null;
}

/** No capacitor is ready sooner, s. */
const SHORTEST_RECYCLE_S = 0.05;

/** Energy, time to be ready again and flashes on a charge at a power: all three go with the energy that a flash takes. */
export function flashFacts({ joules, recycleS, pops }: Extract<Fixture, { kind: 'flash' }>, stops: number): FlashFacts {
  const share = 2 ** stops;
  return {
    joules: joules === null ? null : joules * share,
    recycleS: recycleS === null ? null : Math.max(Math.min(recycleS, SHORTEST_RECYCLE_S), recycleS * share),
    pops: pops === null ? null : Math.floor(pops / share),
  };
}
