import { turnBetweenDeg, turnedDeg } from '../../colour/hue';
import { decodeSrgb, encodeSrgb } from '../../colour/rgb';
import type { Member, Role, SchemeId } from '../../document/schema';
import { linearOfPoint, planeDistance, pointOf, sigmaOfLinear, targetOf, type Target } from '../../vivid/plane';

/** A colour of a scheme before it has a light. */
export interface SchemeColour extends Target {
  /** What it is in the scheme: base, partner, anchor ... */
  readonly part: 'base' | 'partner' | 'third' | 'anchor' | 'mix';
}

/** Largest purity that the file holds in a direction, found by halving. */
export function purityLimit(hueDeg: number): number {
  let [low, high] = [0, 0.9];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (linearOfPoint(pointOf({ hueDeg, purity: middle })).every((value) => value >= 0)) low = middle;
    else high = middle;
  }
  return low;
}

/** The hue (0 to 360) of the common hexagon of linear light, in which opposite colours add to white. */
function lightHue(r: number, g: number, b: number): number {
  const most = Math.max(r, g, b);
  const span = most - Math.min(r, g, b);
  if (span <= 0) return 0;
  const sector = most === r ? ((g - b) / span + 6) % 6 : most === g ? (b - r) / span + 2 : (r - g) / span + 4;
  return 60 * sector;
}

function fromLightHue(deg: number): [number, number, number] {
  const sector = turnedDeg(deg) / 60;
  const level = (centre: number) => {
    const apart = Math.min(Math.abs(sector - centre), 6 - Math.abs(sector - centre));
    return Math.min(1, Math.max(0, 2 - apart));
  };
  return [level(0), level(2), level(4)];
}

/** The strongest colour of a hue that the file holds, linear, largest channel 1. */
function strongest(hueDeg: number): [number, number, number] {
  const rgb = linearOfPoint(pointOf({ hueDeg, purity: purityLimit(hueDeg) })).map((value) => Math.max(0, value));
  const most = Math.max(...rgb);
  return rgb.map((value) => value / most) as [number, number, number];
}

/** OKLCh hue of the partner on the ring of light: the colour that makes neutral together with this one. */
export function lightPartnerDeg(hueDeg: number): number {
  const [r, g, b] = strongest(hueDeg);
  return targetOf(sigmaOfLinear(1 - r, 1 - g, 1 - b)).hueDeg;
}

/** Painters' hues at the corners of the ring of light: red, orange, yellow, green, blue, purple stand 60 degrees apart. */
const PAINTERS: readonly (readonly [painters: number, light: number])[] = [
  [0, 0],
  [60, 28],
  [120, 60],
  [180, 120],
  [240, 232],
  [300, 285],
  [360, 360],
];

function between(value: number, from: 0 | 1, to: 0 | 1): number {
  const i = Math.max(
    0,
    PAINTERS.findIndex((row, k) => k + 1 < PAINTERS.length && value <= PAINTERS[k + 1]![from] && value >= row[from]),
  );
  const [p, q] = [PAINTERS[i]!, PAINTERS[i + 1]!];
  return p[to] + ((value - p[from]) / (q[from] - p[from])) * (q[to] - p[to]);
}

/** OKLCh hue of the partner on the painters' ring. That ring is judged by eye, so it is laid on encoded values, not on linear light. */
export function paintersPartnerDeg(hueDeg: number): number {
  const [r, g, b] = strongest(hueDeg).map(encodeSrgb) as [number, number, number];
  const painters = between(lightHue(r, g, b), 1, 0);
  const partner = between(turnedDeg(painters + 180), 0, 1);
  const linear = fromLightHue(partner).map((value) => decodeSrgb(value)) as [number, number, number];
  return targetOf(sigmaOfLinear(...linear)).hueDeg;
}

const CYAN_DEG = 200;
const AMBER_DEG = 68;

/** Leans a hue by up to `leanDeg` towards cyan or amber, whichever is nearer, without passing it. */
export function leaned(hueDeg: number, leanDeg: number): number {
  if (leanDeg === 0) return turnedDeg(hueDeg);
  const off = (to: number) => turnBetweenDeg(hueDeg, to);
  const [cyan, amber] = [off(CYAN_DEG), off(AMBER_DEG)];
  const towards = Math.abs(cyan) <= Math.abs(amber) ? cyan : amber;
  const by = leanDeg > 0 ? Math.min(leanDeg, Math.abs(towards)) : leanDeg;
  return turnedDeg(hueDeg + Math.sign(towards) * by);
}

/** How pure a scheme asks its colours to be, as a share of what the file holds. */
const STRONG = 0.8;
const WARM_FROM = 15;
const WARM_TO = 112;

/** Whether a hue counts as warm: red through yellow. */
export function isWarm(hueDeg: number): boolean {
  return hueDeg >= WARM_FROM && hueDeg <= WARM_TO;
}

/** The colours of a scheme on a base hue. Deterministic; every hue leaned by `leanDeg`. */
export function schemeColours(scheme: SchemeId, baseHueDeg: number, leanDeg = 0): SchemeColour[] {
  const colour = (hueDeg: number, part: SchemeColour['part']): SchemeColour => {
    const leanedHue = leaned(hueDeg, leanDeg);
    return { hueDeg: leanedHue, purity: STRONG * purityLimit(leanedHue), part };
  };
  const anchor: SchemeColour = { hueDeg: baseHueDeg, purity: 0, part: 'anchor' };
  const base = colour(baseHueDeg, 'base');
  switch (scheme) {
    case 'opposite':
      return [base, colour(lightPartnerDeg(baseHueDeg), 'partner')];
    case 'opposite-painters':
      return [base, colour(paintersPartnerDeg(baseHueDeg), 'partner')];
    case 'neighbours':
      return [base, colour(baseHueDeg - 35, 'partner'), colour(baseHueDeg + 35, 'partner')];
    case 'triad':
      return [base, colour(baseHueDeg + 120, 'partner'), colour(baseHueDeg + 240, 'partner')];
    case 'split': {
      const opposite = lightPartnerDeg(baseHueDeg);
      return [base, colour(opposite - 28, 'partner'), colour(opposite + 28, 'partner')];
    }
    case 'one-anchor':
      return [base, anchor];
    case 'warm-cool': {
      const partner = colour(lightPartnerDeg(baseHueDeg), 'partner');
      return [base, partner, anchor];
    }
    case 'mix-third': {
      const partner = colour(baseHueDeg + 100, 'partner');
      return [base, partner, { ...mixOfTargets(base, partner), part: 'mix' }];
    }
    case 'own':
      return [base];
  }
}

/** The colour of two lights overlapped, the second `stops` over the first as a camera records their largest channels. */
export function mixOfTargets(p: Target, q: Target, stops = 0): Target {
  const unit = (target: Target) => {
    const rgb = linearOfPoint(pointOf(target)).map((value) => Math.max(0, value));
    const most = Math.max(...rgb);
    return rgb.map((value) => value / most);
  };
  const [a, b] = [unit(p), unit(q)];
  const k = 2 ** stops;
  const mixed = a.map((value, i) => value + k * b[i]!) as [number, number, number];
  return targetOf(sigmaOfLinear(...mixed));
}

/** Which roles take the colours of a scheme, in order: the ground first, then the edges. A neutral goes to the key. */
const COLOUR_ROLES: readonly Role[] = ['background', 'rim', 'hair', 'kicker', 'practical', 'fill', 'key'];

/** Coloured members of a scheme at most. */
const MOST_MEMBERS = 6;

interface Assignable {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  readonly zone: string;
}

const SHARES: Partial<Record<Role, number>> = { background: 0.5, key: 0.2, fill: 0.1, rim: 0.08, hair: 0.06 };

/** Less pure than this a colour is none. */
export const HUED_FROM = 0.05;
/** What it costs to give a colour to a light that has none, on the plane: less than turning cyan into amber, more than a small change of hue. */
const UNHUED_COST = 0.12;
/** How much the order of roles counts where colours do not decide. */
const RANK_COST = 0.002;

/** Which light takes which colour: the way round that changes least of what hangs, and else by role. Places in `lights`, by colour; -1 without a light. */
function nearestLights(
  colours: readonly SchemeColour[],
  lights: readonly Assignable[],
  makes: ReadonlyMap<string, Target>,
): number[] {
  const cost = (colour: SchemeColour, i: number): number => {
    const now = makes.get(lights[i]!.id);
    const change = now && now.purity > HUED_FROM ? planeDistance(pointOf(now), pointOf(colour)) : UNHUED_COST;
    return change + RANK_COST * i;
  };
  let best: { readonly cost: number; readonly places: number[] } = { cost: Infinity, places: [] };
  const place = (taken: number[], sum: number) => {
    if (sum >= best.cost) return;
    const colour = colours[taken.length];
    if (!colour) best = { cost: sum, places: taken };
    else if (taken.length >= lights.length) place([...taken, -1], sum);
    else for (let i = 0; i < lights.length; i++) if (!taken.includes(i)) place([...taken, i], sum + cost(colour, i));
  };
  place([], 0);
  return best.places;
}

/**
 * Members for a scheme on a look's lights: coloured ones on ground and edges, each where it changes least of what the lights make (`makes`, by id), a neutral on
 * the key. With more lights than colours, each of the rest takes the colour nearest to its own, or they repeat from the first; mixed colours have no light
 * of their own.
 */
export function membersFor(
  colours: readonly SchemeColour[],
  lights: readonly Assignable[],
  makes: ReadonlyMap<string, Target> = new Map(),
): Member[] {
  const rank = (role: Role) => COLOUR_ROLES.indexOf(role);
  const hued = colours.filter(({ part }) => part !== 'anchor' && part !== 'mix');
  const free = [...lights].filter(({ role }) => role !== 'key').sort((a, b) => rank(a.role) - rank(b.role));
  const key = lights.find(({ role }) => role === 'key');
  const members: Member[] = [];
  const add = (colour: SchemeColour, light: Assignable | undefined, name: string) =>
    members.push({
      id: `colour-${members.length + 1}`,
      name,
      hueDeg: Number(turnedDeg(colour.hueDeg).toFixed(2)),
      purity: Number(colour.purity.toFixed(4)),
      light: light?.id ?? '',
      part: light?.zone ?? '',
      share: (light && SHARES[light.role]) ?? 0.05,
      purpose: '',
    });
  const places = nearestLights(hued, free, makes);
  const repeated = (light: Assignable, i: number): SchemeColour => {
    const now = makes.get(light.id);
    const off = (colour: SchemeColour) => planeDistance(pointOf(now!), pointOf(colour));
    return now && now.purity > HUED_FROM ? hued.reduce((a, b) => (off(b) < off(a) ? b : a)) : hued[i % hued.length]!;
  };
  // The ground first, then the edges; colours that have no light come last.
  let spare = Math.max(0, MOST_MEMBERS - hued.length);
  free.forEach((light, i) => {
    const own = hued[places.indexOf(i)];
    if (own || spare-- > 0) add(own ?? repeated(light, i), light, light.name);
  });
  hued.forEach((colour, i) => {
    if (places[i]! < 0) add(colour, undefined, 'No light yet');
  });
  for (const colour of colours.filter(({ part }) => part === 'anchor')) add(colour, key, key?.name ?? 'Neutral');
  for (const colour of colours.filter(({ part }) => part === 'mix')) add(colour, undefined, 'Where both overlap');
  return members;
}
