import type { KitEntry, KitFixture } from '../../catalogue/kit-schema';
import type { Look } from '../../document/schema';
import { evaluate } from '../../scene/evaluate';
import { planeDistance, pointOf } from '../../vivid/plane';
import { lookWithFixture } from '../kit-use';
import { NEAR_ENOUGH } from '../palette/means';
import { coloured, madeBy } from './remake';

/** Another fixture in a light's place, making its colour as far as it can. */
export interface Substitute {
  readonly entryId: string;
  readonly name: string;
  /** What it gives there at full against what is wanted of the light, stops: below 0 it falls short. */
  readonly spareStops: number;
  /** Comes to the colour that was there. */
  readonly isColour: boolean;
  /** Flash for what burns all the time, or the other way round. */
  readonly isOtherKind: boolean;
  /** By which gels or setting. */
  readonly by: 'gel' | 'setting' | 'plain';
  /** The look with it, at the level that is wanted as far as it reaches. */
  readonly look: Look;
}

/**
 * What else of a kit could do a light's work, each tried in its place: the colour that it makes by setting or by the gels that there are, and the light that is then to spare.
 * What comes to the colour and the level first, then by how little is wasted or lacking.
 */
export function substitutes(look: Look, lightId: string, kit: readonly KitEntry[]): Substitute[] {
  const at = look.lights.findIndex(({ id }) => id === lightId);
  const light = look.lights[at];
  if (!light) return [];
  const wanted = madeBy(look, light);
  const level = evaluate(look).lights[at]!.stops;
  const tried = kit
    .filter((entry): entry is KitFixture => entry.kind === 'fixture' && !entry.archived && entry.count > 0)
    .filter(({ name }) => name !== light.fixture.name)
    .map(({ id, name, ...rest }): Substitute => {
      const placed = coloured(lookWithFixture(look, lightId, { id, name, ...rest }), lightId, wanted, kit);
      const full = {
        ...placed,
        lights: placed.lights.map((one) => (one.id === lightId ? { ...one, powerStops: 0 } : one)),
      };
      const made = full.lights[at]!;
      const spareStops = evaluate(full).lights[at]!.stops - level;
      const powerStops = Math.min(0, Math.max(made.fixture.minStops, -spareStops));
      return {
        entryId: id,
        name,
        spareStops,
        isColour: planeDistance(pointOf(madeBy(full, made)), pointOf(wanted)) <= NEAR_ENOUGH,
        isOtherKind: (made.fixture.kind === 'flash') !== (light.fixture.kind === 'flash'),
        by: made.fixture.kind === 'colour' ? 'setting' : made.gels.length > 0 ? 'gel' : 'plain',
        look: { ...full, lights: full.lights.map((one) => (one.id === lightId ? { ...one, powerStops } : one)) },
      };
    });
  const cost = ({ spareStops, isColour, isOtherKind }: Substitute) =>
    (isColour ? 0 : 20) + (isOtherKind ? 5 : 0) + (spareStops < 0 ? 4 - spareStops : WASTE * spareStops);
  return tried.filter(({ spareStops }) => Number.isFinite(spareStops)).sort((a, b) => cost(a) - cost(b));
}

/** A stop too many is turned down: it counts little. */
const WASTE = 0.1;
