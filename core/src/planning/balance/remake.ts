import type { KitEntry, KitFixture, KitGel } from '../../catalogue/kit-schema';
import { RIG_DEFAULTS, STATUS_DEFAULTS } from '../../document/defaults';
import { NO_CORRECTION } from '../../fixture/unit';
import { evaluate } from '../../scene/evaluate';
import { nearestPower } from '../../scene/power';
import { cameraOf } from '../../scene/camera';
import { lookupIn, resolveSource } from '../../scene/resolve';
import { planeDistance, pointOf, targetOf, type Target } from '../../vivid/plane';
import type { Light, Look } from '../../document/schema';
import { gelsFor, lookWithFixture, lookWithGels } from '../kit-use';
import { searchGels } from '../palette/gel-search';
import { lightColours } from '../palette/light-colours';
import { HUED_FROM } from '../palette/schemes';
import { NEAR_ENOUGH, settingsFor } from '../palette/means';
import { distanceFor, lossAt, otherGels } from '../proposals/of-light';
import { withLight, type Proposal } from '../proposals/proposal';
import { ranked } from '../proposals/rank';
import { supplyOf } from '../proposals/supply';

/** What a lamp in another's place does not come to. */
export type Unreached = { readonly lightId: string; readonly name: string; readonly fixture: string } & (
  | { readonly kind: 'weak' | 'strong'; readonly offStops: number }
  /** Distance from the colour that was there, on the plane. */
  | { readonly kind: 'colour'; readonly difference: number }
);

/** A look made again with other lamps: powers and colours solved anew, and what cannot be reached. */
export interface Remake {
  readonly look: Look;
  /** Levels first, worst first, then colours. */
  readonly unreached: readonly Unreached[];
  /** What would bring those lights nearer, each tried. */
  readonly remedies: readonly Proposal[];
}

const REACHED_STOPS = 0.2;
const MOST_REMEDIES = 3;
/** A gel that comes nearer must do so by as much to be changed for. */
const WORTH_CHANGING = 0.02;
/** What a step of effort counts against stops that are made up for. */
const [WORTH_STOPS, WORTH_SHARE, EFFORT_STOPS] = [0.15, 0.4, 0.05];

/**
 * Puts other fixtures of a kit in the places of a look's lights (by light id; those not named keep theirs). Each is to make the colour that was there, by
 * setting or gel, at the level that it had where it works. What was checked, proved or approved with the old lamps is open again.
 */
export function remake(look: Look, fixtures: Readonly<Record<string, KitFixture>>, kit: readonly KitEntry[]): Remake {
  const swaps = Object.entries(fixtures).filter(([id]) => look.lights.some((light) => light.id === id));
  const ids = new Set(swaps.map(([id]) => id));
  const wanted = new Map(look.lights.map((light) => [light.id, madeBy(look, light)]));
  const before = evaluate(look);
  const swapped = swaps.reduce(
    (now, [id, entry]) => coloured(lookWithFixture(now, id, entry), id, wanted.get(id)!, kit),
    swaps.length ? reopened(look, ids) : look,
  );
  const made = levelled(swapped, before, ids);
  const after = evaluate(made);
  const levels = made.lights.flatMap((light, l): Unreached[] => {
    const offStops = after.lights[l]!.stops - before.lights[l]!.stops;
    if (!ids.has(light.id) || !(Math.abs(offStops) > REACHED_STOPS)) return [];
    const { id, name, fixture } = light;
    return [{ kind: offStops < 0 ? 'weak' : 'strong', lightId: id, name, fixture: fixture.name, offStops }];
  });
  const colours = made.lights.flatMap((light): Unreached[] => {
    const difference = planeDistance(pointOf(madeBy(made, light)), pointOf(wanted.get(light.id)!));
    if (!ids.has(light.id) || difference <= NEAR_ENOUGH) return [];
    return [{ kind: 'colour', lightId: light.id, name: light.name, fixture: light.fixture.name, difference }];
  });
  const off = (one: Unreached) => (one.kind === 'colour' ? 0 : Math.abs(one.offStops));
  const unreached = [...levels.sort((a, b) => off(b) - off(a)), ...colours];
  return { look: made, unreached, remedies: levels.flatMap((one) => remediesOf(made, one, before, kit)) };
}

/** The colour that a light makes as the camera records it. */
export const madeBy = (look: Look, { id }: Light): Target => targetOf(lightColours(look)[id]!.point);

/** What hung on the old lamps is open again: check-offs, proof of black, cautions taken on, approval, trims, and versions at their powers. */
function reopened(look: Look, ids: ReadonlySet<string>): Look {
  return {
    ...look,
    brief: { ...look.brief, ...STATUS_DEFAULTS, graded: look.brief.graded },
    ambient: {
      ...look.ambient,
      proof: null,
      openings: look.ambient.openings.map((opening) => ({ ...opening, done: false })),
    },
    acknowledged: [],
    baseline: null,
    variants: [],
    build: { ...look.build, checked: [], ledger: [] },
    day: { ...look.day, poses: look.day.poses.map((pose) => ({ ...pose, done: false })) },
    lights: look.lights.map((light) =>
      ids.has(light.id)
        ? {
            ...light,
            unit: NO_CORRECTION,
            // Another head weighs, draws and listens otherwise; how it is held stays to be seen to.
            rig: { ...RIG_DEFAULTS, hold: light.rig.hold, holder: light.rig.holder, circuit: light.rig.circuit },
          }
        : light,
    ),
  };
}

/** Makes a lamp show a colour: by what it can be set to, or by the gels that come nearest where those that hang there do not. */
export function coloured(look: Look, id: string, target: Target, kit: readonly KitEntry[]): Look {
  const light = look.lights.find((one) => one.id === id)!;
  const ways = settingsFor(look, light, target, kit);
  if (ways) {
    const [best] = ways.filter(({ setting }) => setting !== null).sort((a, b) => a.difference - b.difference);
    return best?.setting ? withLight(look, id, { setting: best.setting }) : look;
  }
  const now = planeDistance(pointOf(madeBy(look, light)), pointOf(target));
  if (target.purity <= HUED_FROM && light.gels.length === 0) return look;
  const [fit] = searchGels({
    source: resolveSource(light, light.powerStops, lookupIn(look.spectra)),
    camera: cameraOf(look),
    target,
    gels: gelsFor(look, light, kit),
    limit: 1,
  });
  if (!fit || fit.difference > now - WORTH_CHANGING) return look;
  const entries = kit.filter((entry): entry is KitGel => entry.kind === 'gel' && fit.gels.includes(entry.id));
  return lookWithGels(withLight(look, id, { gels: fit.gels.map((gel) => ({ gel, strength: 1 })) }), entries);
}

/** Level by level: each light's own reflected light at its place is proportional to its power. */
function levelled(look: Look, before: ReturnType<typeof evaluate>, ids: ReadonlySet<string>): Look {
  const now = evaluate(look);
  return {
    ...look,
    lights: look.lights.map((light, l) => {
      const [from, to] = [now.lights[l]!.stops, before.lights[l]!.stops];
      if (!ids.has(light.id) || !Number.isFinite(from) || !Number.isFinite(to)) return light;
      const wanted = Math.min(0, Math.max(light.fixture.minStops, light.powerStops + to - from));
      return { ...light, powerStops: nearestPower(light.fixture, wanted) };
    }),
  };
}

/** What brings a light nearer to the level that was there. */
function remediesOf(look: Look, one: Unreached, was: ReturnType<typeof evaluate>, kit: readonly KitEntry[]): Proposal[] {
  const l = look.lights.findIndex(({ id }) => id === one.lightId);
  const light = look.lights[l]!;
  if (one.kind === 'colour') return [];
  const proposals =
    one.kind === 'weak'
      ? [...distanceFor(look, light, -one.offStops), ...otherGels(look, light, supplyOf(look, kit), true)]
      : [...distanceFor(look, light, -one.offStops), ...lossAt(look, light, one.offStops, 'density')];
  const off = (tried: Look) => Math.abs(evaluate(tried).lights[l]!.stops - was.lights[l]!.stops);
  const before = Math.abs(one.offStops);
  // What leaves most of it missing is no remedy.
  const worth = Math.max(WORTH_STOPS, WORTH_SHARE * before);
  return ranked(proposals, off, { before, worth, effortWeight: EFFORT_STOPS })
    .map(({ proposal }) => proposal)
    .slice(0, MOST_REMEDIES);
}
