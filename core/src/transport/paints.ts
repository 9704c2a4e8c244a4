import { SENDERS } from './surround';

/** What the senders of a look make of light: how much a grey one sends on, null for one with a colour; and the mean reflectance of each. By `SENDER`. */
export interface Paints {
  readonly greys: readonly (number | null)[];
  readonly means: readonly number[];
}

/** Everything round the subject is black. */
export const BLACK: Paints = { greys: SENDERS.map(() => 0), means: SENDERS.map(() => 0) };
