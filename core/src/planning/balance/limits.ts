import type { LightReading, Readings } from '../../scene/readings';
import { formatStops } from '../../exposure/stops';
import type { Goals } from './objective';
import { objectiveAt, presentPowers } from './objective';

export type LimitKind =
  'out-of-power' | 'lowest-power' | 'washed-out' | 'unreached' | 'clipping' | 'key' | 'separation' | 'locked';

/** One thing that keeps a balance from its aims. */
export interface Limit {
  readonly kind: LimitKind;
  /** The light that is held back, where it is one. */
  readonly lightId: string | null;
  /** The light that stands in the way, where it is another one. */
  readonly byLightId: string | null;
  /** By how much, stops (OKLab difference for separation, vividness for washed-out). */
  readonly amount: number;
  readonly text: string;
}

const PLACE_TOLERANCE = 0.12;
const KEY_TOLERANCE_STOPS = 0.2;
const AT_END_STOPS = 1e-6;

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
        text: `${probe.name} still clips ${(-probe.headroom.stops).toFixed(1)} stop${most ? `, mostly by ${most.name}` : ''}.`,
      });
    }
  }
  const missing = goals.separation - readings.separation;
  if (missing > 0.01) {
    limits.push({
      kind: 'separation',
      lightId: null,
      byLightId: null,
      amount: missing,
      text: `Edge contrast against the backdrop is only ${readings.separation.toFixed(2)}; ${goals.separation.toFixed(2)} is wanted.`,
    });
  }
  return limits.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || b.amount - a.amount);
}

const ORDER: readonly LimitKind[] = [
  'clipping',
  'unreached',
  'washed-out',
  'out-of-power',
  'key',
  'lowest-power',
  'locked',
  'separation',
];

function keyLimit(goals: Goals, off: number): Limit {
  const text = Number.isFinite(off)
    ? `The face meters ${formatStops(goals.keyStops + off)}, ${Math.abs(off).toFixed(1)} ${off < 0 ? 'under' : 'over'} what the brief asks.`
    : 'No light reaches the key side of the face.';
  return { kind: 'key', lightId: null, byLightId: null, amount: Math.abs(off), text };
}

function lightLimit(goals: Goals, reading: LightReading, l: number, aim: number, place: number | null): Limit | null {
  const light = goals.scene.look.lights[l]!;
  const base = { lightId: light.id, byLightId: null };
  if (reading.stops === -Infinity) return { ...base, kind: 'unreached', amount: 0, text: reading.verdict.text };
  if (reading.isWhite) return null;
  if (!reading.window || place === null) {
    const best = reading.best?.vividness ?? 0;
    return {
      ...base,
      kind: 'washed-out',
      byLightId: reading.spoiler?.lightId ?? null,
      amount: 1 - best,
      text: `${light.name}: ${lower(reading.verdict.text)}`,
    };
  }
  const lacking = (aim - place) * (reading.window.highStops - reading.window.lowStops);
  if (Math.abs(aim - place) <= PLACE_TOLERANCE) return null;
  if (light.locked) {
    return {
      ...base,
      kind: 'locked',
      amount: Math.abs(lacking),
      text: `${light.name} is locked ${Math.abs(lacking).toFixed(1)} ${lacking > 0 ? 'under' : 'over'} its aim.`,
    };
  }
  if (lacking > 0 && light.powerStops > -AT_END_STOPS) {
    return {
      ...base,
      kind: 'out-of-power',
      amount: lacking,
      text: `${light.name} is at full power, ${lacking.toFixed(1)} stops short of its aim.`,
    };
  }
  if (lacking < 0 && light.powerStops < light.fixture.minStops + AT_END_STOPS) {
    return {
      ...base,
      kind: 'lowest-power',
      amount: -lacking,
      text: `${light.name} is at its lowest power, still ${(-lacking).toFixed(1)} stops over its aim.`,
    };
  }
  return null;
}

function lower(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}
