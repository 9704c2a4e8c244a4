import { materialsOf } from '../surface/materials';
import { evaluate } from './evaluate';
import { resolveSurface, lookupIn } from './resolve';
import { zoneOf } from '../document/zones';
import type { Look } from '../document/schema';

/** One tone of backdrop compared with the present one at the same recorded level of its own light. */
export interface ToneComparison {
  readonly id: string;
  readonly name: string;
  readonly reflectance: number;
  /** Stops more (or less) that the backdrop's own lights need. */
  readonly powerStops: number;
  /** Stops by which a light would run out of power, or 0. */
  readonly lackingStops: number;
  /** Share of other light on the backdrop then, and what vividness is left. */
  readonly otherShare: number;
  readonly vividness: number;
}

const GREEN_INDEX = 34;

/**
 * What each neutral backdrop of the kit would ask for and give: the backdrop's lights are set to record at the same
 * level, all else stays. A darker ground needs more power and shows less of the other light's spill. Empty when no
 * light works on the backdrop.
 */
export function compareTones(look: Look): ToneComparison[] {
  const ground = zoneOf(look.probes, 'backdrop', 'middle')?.id;
  const own = look.lights.filter((light) => light.on && !light.muted && light.zone === ground);
  if (own.length === 0) return [];
  const now = resolveSurface(look.backdrop.surface, lookupIn(look.spectra))[GREEN_INDEX]!;
  return materialsOf('backdrop').map(({ id, name, reflectance }) => {
    const rho = reflectance[GREEN_INDEX]!;
    const powerStops = Math.log2(now / rho);
    const lackingStops = Math.max(0, ...own.map((light) => light.powerStops + powerStops));
    const reach = powerStops - lackingStops;
    const ids = new Set(own.map((light) => light.id));
    const tried = evaluate({
      ...look,
      backdrop: { ...look.backdrop, surface: { kind: 'material', id } },
      lights: look.lights.map((light) => (ids.has(light.id) ? { ...light, powerStops: light.powerStops + reach } : light)),
    });
    const probe = tried.probes.find((reading) => reading.id === ground)!;
    return {
      id,
      name,
      reflectance: rho,
      powerStops,
      lackingStops,
      otherShare: probe.shares.filter(({ lightId }) => !ids.has(lightId)).reduce((sum, { share }) => sum + share, 0),
      vividness: probe.vividness,
    };
  });
}
