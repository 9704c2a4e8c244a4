import type { Look } from '../../document/schema';
import { AMBIENT_ID } from '../../scene/ambient';

/** The deviation of a unit that is known of already, stops; ambient has none. */
export const unitStopsOf = ({ lights }: Look, id: string): number =>
  id === AMBIENT_ID ? 0 : (lights.find((light) => light.id === id)?.unit.outputStops ?? 0);
