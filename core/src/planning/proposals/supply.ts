import type { KitEntry, KitGel, KitModifier } from '../../catalogue/kit-schema';
import type { Light, Look } from '../../document/schema';
import { piecesOf, timesLeft } from '../gel-pieces';

/** What a kit has left for a look: entries that are not archived, and not all in use already. */
export interface Supply {
  /** Effect gels of which one more use on a light can be cut from what is left. */
  readonly gelsFor: (light: Light) => readonly KitGel[];
  readonly modifiers: readonly KitModifier[];
}

/** What of `kit` is free beside all that the look uses. Names tell modifiers apart, ids tell gels. */
export function supplyOf(look: Look, kit: readonly KitEntry[]): Supply {
  const isOn = ({ on }: Light) => on;
  const usedOf = (name: string) =>
    look.lights.reduce((sum, { on, modifier, pieces }) => sum + (on && modifier.name === name ? pieces : 0), 0);
  const gels = kit.filter((entry): entry is KitGel => entry.kind === 'gel' && entry.type === 'effect' && !entry.archived);
  return {
    gelsFor: (light) => gels.filter((entry) => timesLeft(entry, piecesOf(look, entry.id, isOn), light, 1) > 0),
    modifiers: kit.filter(
      (entry): entry is KitModifier => entry.kind === 'modifier' && !entry.archived && entry.count > usedOf(entry.modifier.name),
    ),
  };
}
