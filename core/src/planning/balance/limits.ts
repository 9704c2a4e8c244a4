import type { LightReading, Readings, Verdict } from '../../scene/readings';
import type { Goals } from './objective';
import { againstKey } from './places';
import { burntStops, objectiveAt, presentPowers } from './objective';
import { mayBurn } from './skin-watch';

/** What a limit is about, with its figures. What a person reads of it is made by `words`. */
export type LimitCause =
  /** A place clips all the same. */
  | { readonly kind: 'clipping'; readonly place: string }
  /** The light's own verdict says why. */
  | { readonly kind: 'unreached' | 'washed-out'; readonly verdict: Verdict }
  /** What the metered place gets, stops over the meter (-Infinity without light), and which way that is off. */
  | { readonly kind: 'key'; readonly stops: number; readonly isUnder: boolean }
  /** It gives as much as it may against the key, and its colour wants more; or it gives more than it may. */
  | { readonly kind: 'under-key' | 'over-key'; readonly mostStops: number }
  /** Share of the skin seen that burns, sheen included. */
  | { readonly kind: 'burnt'; readonly share: number }
  | { readonly kind: 'separation'; readonly now: number; readonly wanted: number }
  | { readonly kind: 'locked'; readonly isUnder: boolean }
  | { readonly kind: 'out-of-power' | 'lowest-power' };

export type LimitKind = LimitCause['kind'];

/** One thing that keeps a balance from its aims. */
export type Limit = LimitCause & {
  /** The light that is held back, where it is one. */
  readonly lightId: string | null;
  /** The light that stands in the way, where it is another one. */
  readonly byLightId: string | null;
  /** By how much, stops (OKLab difference for separation, vividness for washed-out). */
  readonly amount: number;
};

const PLACE_TOLERANCE = 0.12;
const KEY_TOLERANCE_STOPS = 0.2;
const AT_END_STOPS = 1e-6;
/** Over its bound against the key a light is from here on; and at its bound up to here, stops. */
const [OVER_KEY_STOPS, AT_BOUND_STOPS] = [0.25, 0.2];

/** What limits a look as it stands after a balance, worst first. */
export function limitsOf(goals: Goals, readings: Readings): Limit[] {
  const { scene } = goals;
  const state = objectiveAt(goals, presentPowers(scene));
  const limits: Limit[] = [];
  goals.zones.forEach((goal, z) => {
    for (const l of goal.lights) {
      const limit = lightLimit(goals, readings.lights[l]!, l, goal.aim, state.zones[z]!.place);
      if (limit) limits.push(limit);
    }
  });
  for (const bound of goals.bounds) {
    const over = againstKey(scene, bound, presentPowers(scene)) - bound.mostStops;
    if (over > OVER_KEY_STOPS)
      limits.push({
        kind: 'over-key',
        lightId: scene.lights[bound.light]!.id,
        byLightId: scene.lights[bound.key]!.id,
        amount: over,
        mostStops: bound.mostStops,
      });
  }
  const keyOff = readings.keyStops - goals.keyStops;
  if (!(Math.abs(keyOff) <= goals.keyToleranceStops + KEY_TOLERANCE_STOPS)) limits.push(keyLimit(goals, keyOff));
  for (const probe of readings.probes) {
    if (probe.headroom.stops < 0) {
      const most = probe.shares[0];
      limits.push({
        kind: 'clipping',
        lightId: most?.lightId ?? null,
        byLightId: null,
        amount: -probe.headroom.stops,
        place: probe.name,
      });
    }
  }
  const burnt = burntLimit(goals);
  if (burnt) limits.push(burnt);
  const missing = goals.separation - readings.separation;
  if (missing > 0.01) {
    limits.push({
      kind: 'separation',
      lightId: null,
      byLightId: null,
      amount: missing,
      now: readings.separation,
      wanted: goals.separation,
    });
  }
  return limits.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || b.amount - a.amount);
}

const ORDER: readonly LimitKind[] = [
  'clipping',
  'burnt',
  'over-key',
  'unreached',
  'washed-out',
  'under-key',
  'out-of-power',
  'key',
  'lowest-power',
  'locked',
  'separation',
];

/** Skin that burns more than it may, and the light that takes most of it past the clip. */
function burntLimit(goals: Goals): Limit | null {
  const { skin } = goals;
  if (!skin) return null;
  const powers = presentPowers(goals.scene);
  const over = burntStops(goals, powers);
  const watched = skin.look.probes.length;
  if (over.length <= mayBurn(watched)[1]) return null;
  const without = skin.lights.map((light, l) => {
    if (!light.active || light.index < 0) return Infinity;
    return burntStops(
      goals,
      powers.map((power, at) => (at === l ? power - AWAY_STOPS : power)),
    ).length;
  });
  const most = without.indexOf(Math.min(...without));
  const lightId = Number.isFinite(without[most] ?? Infinity) ? skin.lights[most]!.id : null;
  return { kind: 'burnt', lightId, byLightId: null, amount: over[Math.floor(over.length / 2)]!, share: over.length / watched };
}

/** A light that is turned down this far adds nothing. */
const AWAY_STOPS = 30;

function keyLimit(goals: Goals, off: number): Limit {
  return { kind: 'key', lightId: null, byLightId: null, amount: Math.abs(off), stops: goals.keyStops + off, isUnder: off < 0 };
}

function lightLimit(goals: Goals, reading: LightReading, l: number, aim: number, place: number | null): Limit | null {
  const light = goals.scene.look.lights[l]!;
  const { verdict, window } = reading;
  const base = { lightId: light.id, byLightId: null };
  if (reading.stops === -Infinity) return { ...base, kind: 'unreached', amount: 0, verdict };
  if (reading.isWhite) return null;
  if (!window || place === null) {
    const best = reading.best?.vividness ?? 0;
    return { ...base, kind: 'washed-out', byLightId: reading.spoiler?.lightId ?? null, amount: 1 - best, verdict };
  }
  const lacking = (aim - place) * (window.highStops - window.lowStops);
  const amount = Math.abs(lacking);
  if (Math.abs(aim - place) <= PLACE_TOLERANCE) return null;
  if (light.locked) return { ...base, kind: 'locked', amount, isUnder: lacking > 0 };
  const bound = goals.bounds.find((one) => one.light === l);
  if (lacking > 0 && bound && againstKey(goals.scene, bound, presentPowers(goals.scene)) > bound.mostStops - AT_BOUND_STOPS)
    return { ...base, kind: 'under-key', byLightId: goals.scene.lights[bound.key]!.id, amount, mostStops: bound.mostStops };
  if (lacking > 0 && light.powerStops > -AT_END_STOPS) return { ...base, kind: 'out-of-power', amount };
  if (lacking < 0 && light.powerStops < light.fixture.minStops + AT_END_STOPS) return { ...base, kind: 'lowest-power', amount };
  return null;
}
