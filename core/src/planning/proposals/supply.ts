import type { KitEntry, KitGel, KitModifier } from '../../catalogue/kit-schema';
import type { Light, Look } from '../../document/schema';

/** What a kit has left for a look: entries that are not archived, and not all in use already. */
export interface Supply {
  /** Effect gels with a sheet to spare. */
  readonly gels: readonly KitGel[];
  readonly modifiers: readonly KitModifier[];
}

/** What of `kit` is free. A light's own gel and modifier stay its own; names tell modifiers apart, ids tell gels. */
export function supplyOf(look: Look, kit: readonly KitEntry[]): Supply {
  const pieces = (uses: (light: Light) => number) =>
    look.lights.reduce((sum, light) => sum + (light.on ? uses(light) * light.pieces : 0), 0);
  const isFree = (entry: KitEntry, used: number) => !entry.archived && entry.count > used;
  return {
    gels: kit.filter(
      (entry): entry is KitGel =>
        entry.kind === 'gel' &&
        entry.type === 'effect' &&
        isFree(
          entry,
          pieces(({ gels }) => gels.filter(({ gel }) => gel === entry.id).length),
        ),
    ),
    modifiers: kit.filter(
      (entry): entry is KitModifier =>
        entry.kind === 'modifier' &&
        isFree(
          entry,
          pieces(({ modifier }) => (modifier.name === entry.modifier.name ? 1 : 0)),
        ),
    ),
  };
}
