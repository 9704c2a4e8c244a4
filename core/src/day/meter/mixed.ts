import { uvPrimeToXy } from '../../colour/cct';
import type { MeterEntry } from '../../document/schema';
import { receivedLuxS } from './received';

/** What one light was planned to bring to a reading. */
export type Share = MeterEntry['planned'][number];

/** A meter is good to about this, stops. */
const LEVEL_STOPS = 0.1;
const DARK_LUXS = 1e-9;
/** The colour of no light at all: that of daylight, so that nothing follows from it. */
const NO_LIGHT_UV = [0.2, 0.47] as const;

/** From one exposure to another, lx s, in stops; darkness is far, not endless. */
export const stopsBetween = (fromLuxS: number, toLuxS: number): number =>
  Math.log2(Math.max(DARK_LUXS, toLuxS) / Math.max(DARK_LUXS, fromLuxS));

/** What the lights bring together, each turned by so many stops from its plan then. */
export function mixed({ planned }: Pick<MeterEntry, 'planned'>, stopsOf: (share: Share) => number) {
  let [X, Y, Z] = [0, 0, 0];
  for (const share of planned) {
    const luxS = share.luxS * 2 ** stopsOf(share);
    if (!(share.y > 0)) continue;
    X += (share.x / share.y) * luxS;
    Y += luxS;
    Z += ((1 - share.x - share.y) / share.y) * luxS;
  }
  const sum = X + Y + Z;
  return { luxS: Y, xy: (sum > 0 ? [X / sum, Y / sum] : uvPrimeToXy(NO_LIGHT_UV)) as readonly [number, number] };
}

/** How far a reading's level is from what its lights bring so turned, in its standard deviation. */
export const levelResidual = (entry: MeterEntry, stopsOf: (share: Share) => number): number =>
  stopsBetween(receivedLuxS(entry), mixed(entry, stopsOf).luxS) / LEVEL_STOPS;
