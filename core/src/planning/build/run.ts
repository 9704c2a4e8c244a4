import { evaluate } from '../../scene/evaluate';
import { veils } from '../../scene/in-view';
import { reachTable } from '../../scene/spill';
import type { Readings } from '../../scene/readings';
import type { Light, Look } from '../../document/schema';
import { buildOrder, withOnly } from './order';

/** One step of a run: what a light does where it works, alone and with all before it, and what to look for. */
export interface BuildStep {
  readonly lightId: string;
  readonly name: string;
  /** The place where it works. */
  readonly zone: string;
  readonly aloneStops: number;
  readonly aloneHex: string;
  readonly togetherStops: number;
  readonly togetherHex: string;
  readonly vividness: number;
  /** Difference of the subject's edge from the backdrop, OKLab. */
  readonly separation: number;
  readonly watch: readonly Watch[];
}

/** What to look for at a step of the build. */
export type Watch =
  /** Where the light shows in the eye; behind it shows in none. */
  | { readonly kind: 'catchlight'; readonly at: 'upper' | 'level' | 'low' | 'none'; readonly side: 'left' | 'right' }
  | { readonly kind: 'nose-shadow'; readonly side: 'left' | 'right'; readonly isLong: boolean; readonly roundDeg: number }
  | { readonly kind: 'fill-unseen' }
  | { readonly kind: 'edge-cut-off' }
  | { readonly kind: 'edge'; readonly apart: number; readonly isEnough: boolean }
  | { readonly kind: 'backdrop-even' }
  | { readonly kind: 'spill'; readonly place: string; readonly stops: number }
  | { readonly kind: 'flare' }
  | { readonly kind: 'clips'; readonly places: readonly string[] };

const zoneOf = (readings: Readings, id: string) => readings.probes.find((probe) => probe.id === id)!;

/** From this share on spill is worth a look. */
const STRONG_SHARE = 0.2;
const FLARE_STOPS = -7;

/** The run of a look, light by light. */
export function buildRun(look: Look): BuildStep[] {
  const order = buildOrder(look);
  const flare = new Map(veils(look).map((veil) => [veil.lightId, veil.flareStops]));
  return order.map((light, i): BuildStep => {
    const so = withOnly(
      look,
      order.slice(0, i + 1).map(({ id }) => id),
    );
    const together = evaluate(so);
    const alone = evaluate(withOnly(look, [light.id], true));
    const [one, all] = [zoneOf(alone, light.zone), zoneOf(together, light.zone)];
    return {
      lightId: light.id,
      name: light.name,
      zone: all.name,
      aloneStops: one.stops,
      aloneHex: one.hex,
      togetherStops: all.stops,
      togetherHex: all.hex,
      vividness: all.vividness,
      separation: together.separation,
      watch: watchList(so, light, together, flare.get(light.id) ?? -Infinity),
    };
  });
}

/** A light this much over or under the eyes is not level with them, degrees; over the second, the nose's shadow grows long. */
const LEVEL_DEG = 8;
const LONG_SHADOW_DEG = 45;

function watchList(look: Look, light: Light, readings: Readings, flareStops: number): Watch[] {
  const spill = (reachTable(look)[look.lights.findIndex(({ id }) => id === light.id)] ?? [])
    .filter(({ verdict, share }) => verdict === 'strong' && share >= STRONG_SHARE)
    .slice(0, 2);
  const clipped = readings.probes.filter(({ clipped: channels }) => channels.length > 0);
  return [
    ...ofRole(look, light, readings),
    ...spill.map(({ name, stops }): Watch => ({ kind: 'spill', place: name, stops })),
    ...(flareStops > FLARE_STOPS ? [{ kind: 'flare' } as const] : []),
    ...(clipped.length ? [{ kind: 'clips', places: clipped.map(({ name }) => name) } as const] : []),
  ];
}

function ofRole({ subject, brief }: Look, { role, position }: Light, { separation }: Readings): Watch[] {
  const [x, y, z] = position;
  const isPerson = subject.form === 'person' || subject.form === 'seated';
  const rise = (Math.atan2(y - subject.faceHeightM, Math.hypot(x, z)) * 180) / Math.PI;
  const roundDeg = Math.abs((Math.atan2(x, z) * 180) / Math.PI);
  const at = z <= 0 ? 'none' : rise > LEVEL_DEG ? 'upper' : rise < -LEVEL_DEG ? 'low' : 'level';
  const inEyes: Watch[] = isPerson
    ? [
        { kind: 'catchlight', at, side: x < 0 ? 'left' : 'right' },
        { kind: 'nose-shadow', side: x < 0 ? 'right' : 'left', isLong: rise > LONG_SHADOW_DEG, roundDeg },
      ]
    : [];
  switch (role) {
    case 'key':
    case 'window':
      return inEyes;
    case 'fill':
      return [...inEyes, { kind: 'fill-unseen' }];
    case 'rim':
    case 'hair':
    case 'kicker':
      return [
        rise < 0 && isPerson
          ? { kind: 'edge-cut-off' }
          : { kind: 'edge', apart: separation, isEnough: separation >= brief.separation },
      ];
    case 'background':
      return [{ kind: 'backdrop-even' }];
    case 'practical':
      return [];
  }
}

/** The same light a stop down, as it is, and a stop up. */
export interface Trial {
  readonly stops: number;
  readonly look: Look;
  readonly clipped: readonly string[];
  readonly separation: number;
  readonly vividness: number;
  /** Whether the fixture can be set so. */
  readonly possible: boolean;
}

/** Three trials of a light within the lights that burn in `look`. */
export function trials(look: Look, lightId: string, stops = 1): Trial[] {
  const light = look.lights.find(({ id }) => id === lightId);
  if (!light) return [];
  return [-stops, 0, stops].map((by): Trial => {
    const wanted = light.powerStops + by;
    const possible = wanted <= 1e-9 && wanted >= light.fixture.minStops - 1e-9;
    const powerStops = Math.min(0, Math.max(light.fixture.minStops, wanted));
    const tried: Look = { ...look, lights: look.lights.map((one) => (one.id === lightId ? { ...one, powerStops } : one)) };
    const readings = evaluate(tried);
    return {
      stops: by,
      look: tried,
      clipped: readings.probes.flatMap(({ name, clipped }) => (clipped.length ? [`${name} ${clipped.join(', ')}`] : [])),
      separation: readings.separation,
      vividness: zoneOf(readings, light.zone).vividness,
      possible,
    };
  });
}
