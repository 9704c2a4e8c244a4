import { modifierOf } from '../catalogue/kit';
import type { KitEntry, KitFixture, KitModifier } from '../catalogue/kit-schema';
import type { Light, Look } from '../document/schema';
import { fullExposure } from '../scene/compile';
import { balance } from './balance/balance';
import { lookWithFixture } from './kit-use';
import { makePalette } from './palette/make-all';

/** What a look could not take from a kit. */
export interface FromKit {
  readonly look: Look;
  /** Lights for which the kit has no fixture left: they keep their stand-in. */
  readonly without: readonly string[];
}

/** A kind that a set is not lit with costs as much as so many stops too few. */
const OTHER_KIND_STOPS = 3;
/** More light than wanted is turned down: it hardly costs. */
const SPARE_COUNTS = 0.15;

/**
 * A look lit with what a kit has: each light gets the fixture that comes nearest to what was planned there, none more often than there are, with the
 * modifier most like the planned one; colours are made with the kit's gels or the fixtures' own, and powers balanced. `kit` holds what may be placed.
 */
export function litFromKit(look: Look, kit: readonly KitEntry[]): FromKit {
  const left = new Map(kit.map(({ id, count }) => [id, count]));
  const without: string[] = [];
  let now = look;
  // What is hardest to replace chooses first.
  const order = [...look.lights].sort((a, b) => fullExposure(look, b) - fullExposure(look, a));
  for (const { id } of order) {
    const light = now.lights.find((one) => one.id === id)!;
    const fixture = nearestFixture(now, light, kit, left);
    if (fixture) {
      left.set(fixture.id, left.get(fixture.id)! - 1);
      now = lookWithFixture(now, id, fixture);
    } else without.push(light.name);
    if (fixture?.beam) continue;
    const entry = nearestModifier(light, kit, left);
    if (entry) left.set(entry.id, left.get(entry.id)! - 1);
    now = {
      ...now,
      lights: now.lights.map((one) => (one.id === id ? { ...one, modifier: entry?.modifier ?? bareOf(one) } : one)),
    };
  }
  // Gels that the kit does not have come off; the palette says what colours are wanted.
  const gels = new Set(kit.flatMap((entry) => (entry.kind === 'gel' ? [entry.id] : [])));
  const bare: Look = {
    ...now,
    lights: now.lights.map((light) => ({ ...light, gels: light.gels.filter(({ gel }) => gels.has(gel)) })),
  };
  const made = makePalette({ ...bare, palette: look.palette }, kit);
  return { look: made.missed.length < look.palette.members.length ? made.balanced : balance(made.look).look, without };
}

function nearestFixture(
  look: Look,
  light: Light,
  kit: readonly KitEntry[],
  left: ReadonlyMap<string, number>,
): KitFixture | null {
  const wanted = fullExposure(look, light);
  const ways = kit.flatMap((entry) => {
    if (entry.kind !== 'fixture' || left.get(entry.id)! <= 0) return [];
    const tried = lookWithFixture(look, light.id, entry);
    const given = fullExposure(
      tried,
      tried.lights.find(({ id }) => id === light.id)!,
    );
    const short = Math.log2(wanted / given);
    // A flash can freeze and outshine a room; what burns all the time cannot.
    const isOther = (entry.fixture.kind === 'flash') !== (light.fixture.kind === 'flash');
    return [{ entry, cost: (short > 0 ? short : -SPARE_COUNTS * short) + (isOther ? OTHER_KIND_STOPS : 0) }];
  });
  return ways.sort((a, b) => a.cost - b.cost)[0]?.entry ?? null;
}

/** The modifier of a kit most like the planned one by the size of its face and by its beam; null where the kit has none left. */
function nearestModifier({ modifier }: Light, kit: readonly KitEntry[], left: ReadonlyMap<string, number>): KitModifier | null {
  const there = kit.filter((entry): entry is KitModifier => entry.kind === 'modifier' && left.get(entry.id)! > 0);
  const cost = ({ modifier: other }: KitModifier) =>
    Math.abs(Math.log2(areaOf(other) / areaOf(modifier))) +
    (other.beam.kind === modifier.beam.kind ? 0 : 2) +
    ((other.gridDeg === null) === (modifier.gridDeg === null) ? 0 : 1);
  return [...there].sort((a, b) => cost(a) - cost(b))[0] ?? null;
}

/** What a head is without anything before it: its reflector, or its own face. */
const bareOf = ({ fixture }: Light): Light['modifier'] => modifierOf(fixture.kind === 'flash' ? 'reflector' : 'panel-face');

function areaOf({ face }: Light['modifier']): number {
  switch (face.kind) {
    case 'disc':
      return Math.PI * face.radiusM ** 2;
    case 'rectangle':
      return face.widthM * face.heightM;
    case 'tube':
      return 0.05 * face.lengthM;
  }
}
