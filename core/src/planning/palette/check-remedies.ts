import type { KitEntry } from '../../catalogue/kit-schema';
import type { Light, Look } from '../../document/schema';
import { meteredIndex, silhouette, zoneIndex } from '../../document/zones';
import { compileScene } from '../../scene/compile';
import { readScene, separationOf } from '../../scene/evaluate';
import { nearestPower } from '../../scene/power';
import type { ProbeReading } from '../../scene/readings';
import { aimAt, flagFrom, grids, neutral, otherGels, powerBy } from '../proposals/of-light';
import { withLight, type Proposal } from '../proposals/proposal';
import { firstOfEach, ranked } from '../proposals/rank';
import { supplyOf, type Supply } from '../proposals/supply';
import type { PaletteCheck } from './check';
import { paletteChecks } from './checks';

/** What a check that asks something can be answered with: changes that were tried, and the check with all others run again. */
export interface CheckRemedy extends Proposal {
  /** The check holds then, or is gone. */
  readonly holds: boolean;
}

const MOST = 3;
/** A remedy must take away so much of what is asked about; a step of effort counts as much. */
const [WORTH_SHARE, EFFORT_SHARE] = [0.15, 0.05];
/** Another check that fails only with the remedy costs this much of the way. */
const NEW_TROUBLE = 0.5;
const STEPS = [-1, -0.5, 0.5, 1];
/** From this share of a place's light on a light has a part in its colour. */
const HAS_PART = 0.08;
const MOST_LIGHTS = 3;

/** What would answer a check of the palette with this kit: the few that do most for their effort. */
export function checkRemedies(look: Look, id: string, kit: readonly KitEntry[]): CheckRemedy[] {
  const { checks } = paletteChecks(look, kit);
  const check = checks.find((one) => one.id === id);
  if (!check || check.holds) return [];
  const failing = new Set(checks.filter(({ holds }) => !holds).map((one) => one.id));
  const before = severity(check);
  const answers = new Map<Look, boolean>();
  const burning = clippedIn(look);
  const after = (tried: Look) => {
    const now = paletteChecks(tried, kit).checks;
    const same = now.find((one) => one.id === id);
    answers.set(tried, !same || same.holds);
    const trouble = now.filter((one) => !one.holds && !one.accepted && !failing.has(one.id)).length;
    const clips = clippedIn(tried) > burning ? 1 : 0;
    return (!same || same.holds ? 0 : severity(same)) + NEW_TROUBLE * before * (trouble + clips);
  };
  const options = { before, worth: WORTH_SHARE * before, effortWeight: EFFORT_SHARE * before };
  const held = candidates(look, check, supplyOf(look, kit)).map((proposal) => levelHeld(look, proposal));
  const list = ranked(held, after, options).map(({ proposal }) => ({
    ...proposal,
    holds: answers.get(proposal.look)!,
  }));
  // What answers it comes before what only helps; where something answers it, what only helps is noise.
  const whole = list.filter(({ holds }) => holds);
  return firstOfEach(whole.length ? whole : list).slice(0, MOST);
}

/** Places that clip. */
const clippedIn = (look: Look): number => readScene(compileScene(look)).probes.filter(({ clipped }) => clipped.length > 0).length;

/** Another gel, or none, changes the colour and not the level: the light's power makes up for what it lets through. */
function levelHeld(look: Look, proposal: Proposal): Proposal {
  if (!['gel', 'ungel', 'neutral'].includes(proposal.change.kind)) return proposal;
  const l = look.lights.findIndex(({ id }) => id === proposal.lightId);
  const stops = (of: Look) => readScene(compileScene(of)).lights[l]!.stops;
  const gained = stops(proposal.look) - stops(look);
  const light = proposal.look.lights[l]!;
  if (!Number.isFinite(gained)) return proposal;
  const wanted = Math.min(0, Math.max(light.fixture.minStops, light.powerStops - gained));
  return { ...proposal, look: withLight(proposal.look, light.id, { powerStops: nearestPower(light.fixture, wanted) }) };
}

/** How much a check that fails asks about, by its own figure: more is worse. */
function severity({ finding }: PaletteCheck): number {
  switch (finding.kind) {
    case 'anchor':
      return finding.nearest?.chroma ?? 1;
    case 'one-colour':
      return finding.share;
    case 'separation':
      return Math.max(0.01, (finding.wanted || 0.1) - finding.distance);
    case 'skin':
      return Math.abs(finding.offDeg) / finding.bandDeg + Math.max(0, finding.times - 1);
    case 'eye-whites':
      return finding.chroma;
    case 'cloth-dark':
    case 'cloth-glows':
      return Math.abs(finding.stops);
    case 'off-target':
      return finding.off;
    case 'cloth-blends':
      return Math.max(0.01, 0.1 - finding.apart);
    case 'alike':
      return Math.max(0.01, 0.1 - finding.recorded);
    case 'sheets':
      return Math.max(1, finding.needed - finding.owned);
    default:
      return 1;
  }
}

/** Everything that could be done about a check: whether it helps is found out by trying. */
function candidates(look: Look, { id, finding }: PaletteCheck, supply: Supply): Proposal[] {
  const burning = look.lights.filter(({ on, muted, locked }) => on && !muted && !locked);
  const byId = (lightId: string | undefined) => burning.filter((light) => light.id === lightId);
  switch (finding.kind) {
    case 'anchor':
    case 'one-colour':
      return burning.flatMap((light) => [...neutral(look, light), ...otherGels(look, light, supply, true)]);
    case 'separation':
      return separating(look, burning, supply);
    case 'skin':
    case 'eye-whites': {
      const face = meteredIndex(look.probes);
      return lightsAt(look, face).flatMap((light) => offPlace(look, light, face, supply));
    }
    case 'cloth-dark':
    case 'cloth-glows':
    case 'cloth-turns': {
      const cloth = zoneIndex(look.probes, 'clothing');
      return byId(id.split(':')[1]).flatMap((light) => offPlace(look, light, cloth, supply));
    }
    case 'cloth-blends': {
      const cloth = zoneIndex(look.probes, 'clothing');
      const behind = burning.filter(({ role }) => role === 'background');
      return [...lightsAt(look, cloth), ...behind].flatMap((light) => STEPS.flatMap((by) => powerBy(look, light, by)));
    }
    case 'alike': {
      const both = id.split(':').slice(1).flatMap(byId);
      return both.flatMap((light) => [...STEPS.flatMap((by) => powerBy(look, light, by)), ...otherGels(look, light, supply)]);
    }
    case 'sheets':
      return burning
        .filter(({ gels }) => gels.some(({ gel }) => id === `sheets:${gel}`))
        .flatMap((light) => [...otherGels(look, light, supply), ...neutral(look, light)]);
    default:
      return [];
  }
}

/** The lights that light a place most, those that may be touched. */
function lightsAt(look: Look, probe: number): Light[] {
  const reading: ProbeReading | undefined = readScene(compileScene(look)).probes[probe];
  const shares = reading?.shares.filter(({ share }) => share >= HAS_PART).slice(0, MOST_LIGHTS) ?? [];
  return shares.flatMap(({ lightId }) => look.lights.filter(({ id, locked }) => id === lightId && !locked));
}

/** What takes a light off a place, or its colour. */
function offPlace(look: Look, light: Light, probe: number, supply: Supply): Proposal[] {
  const place = look.probes[probe];
  const isElsewhere = place !== undefined && place.id !== light.zone;
  return [
    ...otherGels(look, light, supply),
    ...otherGels(look, light, supply, true),
    ...neutral(look, light),
    ...(isElsewhere
      ? [...flagFrom(look, light, place.position), ...grids(look, light, supply), ...powerBy(look, light, -1)]
      : []),
  ];
}

/** Edge and backdrop apart: the least raise of the edge's light that does it, more or less on the backdrop, another colour. */
function separating(look: Look, burning: readonly Light[], supply: Supply): Proposal[] {
  const sides = silhouette(look.probes).flat();
  const zones = new Set(sides.map((at) => look.probes[at]!.id));
  const there = burning.filter(({ zone, role }) => zones.has(zone) || role === 'background');
  return there.flatMap((light) => {
    const place = look.probes.find(({ id }) => id === light.zone);
    return [
      ...powerBy(look, light, leastRaise(look, light)),
      ...STEPS.flatMap((by) => powerBy(look, light, by)),
      ...otherGels(look, light, supply),
      ...(place ? aimAt(look, light, place.position, place.name.toLowerCase()) : []),
    ];
  });
}

/** The least raise of a light, up to two stops, that gives the wanted separation; 0 where none does. */
function leastRaise(look: Look, light: Light): number {
  const scene = compileScene(look);
  const l = scene.lights.findIndex(({ id }) => id === light.id);
  const powers = Float64Array.from(scene.lights, ({ powerStops }) => powerStops);
  for (let stops = 0.1; stops <= Math.min(2.01, -light.powerStops + 1e-9); stops += 0.1) {
    powers[l] = light.powerStops + stops;
    if (separationOf(scene, powers) >= look.brief.separation) return Number(stops.toFixed(1));
  }
  return 0;
}
