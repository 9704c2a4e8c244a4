import type { Camera } from '../../camera/camera';
import { continuousLuxSeconds, METER_CONSTANT_LXS, stopsOverMeter } from '../../exposure/meter';
import { goalOfTarget, translate, type Translation } from '../../fixture/match';
import { describeSetting } from '../../fixture/modes';
import type { KitEntry } from '../../catalogue/kit-schema';
import { gelOptions, gelsFor, placedFixture } from '../kit-use';
import { cameraOf } from '../../scene/camera';
import { fixtureLookup, fullLux, lookupIn, resolveSource } from '../../scene/resolve';
import type { Light, Look } from '../../document/schema';
import { usualSetting } from '../light-sets';
import { NO_CORRECTION } from '../../fixture/unit';
import { searchGels, type GelFit, type GelOrder } from './gel-search';
import type { Target } from '../../vivid/plane';

/** How one fixture of the kit would make a colour, and how much light it then gives. */
export interface Way {
  readonly fixtureId: string;
  readonly name: string;
  readonly kind: Light['fixture']['kind'];
  /** Gels by name, or the setting. */
  readonly how: string;
  readonly direct: boolean;
  readonly difference: number;
  /** Stops over the meter at 2 m on the axis at full output, bare, at the look's camera settings. */
  readonly stops: number;
}

/** From a colour to what to dial or which gel to take. */
export interface Means {
  /** Gels for the light as it is; empty where it mixes colour itself and none is needed. */
  readonly gels: readonly GelFit[];
  /** Settings in each mode of a full-colour fixture; null for others. */
  readonly ways: readonly Translation[] | null;
  /** What else in the kit could make it: brightest first, those within reach of the colour before the rest. */
  readonly compare: readonly Way[];
}

const AT_M = 2;
/** Farther from its target on the plane a colour is plainly another. */
export const NEAR_ENOUGH = 0.05;

export interface MeansInput {
  readonly look: Look;
  readonly light: Light;
  readonly target: Target;
  readonly kit: readonly KitEntry[];
  readonly order?: GelOrder | undefined;
  /** Sheets that are not owned too. */
  readonly unowned?: boolean | undefined;
}

/** Everything that can make a target colour on one light, and what the rest of the kit would do. */
export function meansFor({ look, light, target, kit, order = 'best', unowned = false }: MeansInput): Means {
  const camera = cameraOf(look);
  const lookup = lookupIn(look.spectra);
  const ways = settingsFor(look, light, target, kit);
  const gels = () => (unowned ? gelOptions(kit) : gelsFor(look, light, kit));
  return {
    gels:
      ways !== null
        ? []
        : searchGels({ source: resolveSource(light, light.powerStops, lookup), camera, target, gels: gels(), order, unowned }),
    ways,
    compare: compareWays(look, camera, target, kit),
  };
}

/** What to dial in each mode of a full-colour fixture, with the kit's gels among what it imitates: that takes no sheet. Null for other fixtures. */
export function settingsFor(
  look: Look,
  { fixture, unit }: Light,
  target: Target,
  kit: readonly KitEntry[],
): readonly Translation[] | null {
  if (fixture.kind !== 'colour') return null;
  const lookup = fixtureLookup(withKitGels(lookupIn(look.spectra), kit));
  const gels = gelOptions(kit).map(({ id }) => id);
  return translate(fixture, goalOfTarget(target), cameraOf(look), lookup, { gels, unit }).ways;
}

/** A look-up that also knows the gels of the kit that the look does not carry. */
export function withKitGels(lookup: ReturnType<typeof lookupIn>, kit: readonly KitEntry[]): ReturnType<typeof lookupIn> {
  return (id, kind) => {
    const own = lookup(id, kind);
    if (own || kind !== 'gel') return own;
    const entry = kit.find((one) => one.kind === 'gel' && one.id === id);
    return entry?.kind === 'gel' ? { kind: 'gel', id, name: entry.name, ...entry.spectrum } : undefined;
  };
}

function compareWays(look: Look, camera: Camera, target: Target, kit: readonly KitEntry[]): Way[] {
  const gels = gelOptions(kit);
  // Fixtures of one kind of light share their search.
  const fits = new Map<string, GelFit | undefined>();
  const ways = kit.flatMap((entry): Way[] => {
    if (entry.kind !== 'fixture' || entry.archived || entry.count === 0) return [];
    const { fixture, spectra } = placedFixture(entry);
    // A flash lights one frame of a take.
    if (look.camera.mode === 'cinema' && fixture.kind === 'flash') return [];
    const lookup = lookupIn(spectra);
    const base = { fixtureId: entry.id, name: entry.name, kind: fixture.kind };
    if (fixture.kind === 'colour') {
      const { ways: settings } = translate(fixture, goalOfTarget(target), camera, fixtureLookup(lookup));
      const best = settings.filter(({ setting }) => setting !== null).sort((a, b) => a.difference - b.difference)[0];
      if (!best?.setting) return [];
      const exposure = continuousLuxSeconds(best.luxAt1m / AT_M ** 2, look.camera);
      return [
        {
          ...base,
          how: describeSetting(best.setting),
          direct: true,
          difference: best.difference,
          stops: stopsOverMeter(exposure, look.camera),
        },
      ];
    }
    const lamp = { fixture, setting: usualSetting(fixture), unit: NO_CORRECTION };
    const key = entry.spectrum ? entry.id : JSON.stringify(fixture.source);
    if (!fits.has(key)) fits.set(key, searchGels({ source: resolveSource(lamp, 0, lookup), camera, target, gels, limit: 1 })[0]);
    const fit = fits.get(key);
    if (!fit) return [];
    const exposure =
      fixture.kind === 'flash'
        ? (METER_CONSTANT_LXS * fixture.guideNumberM ** 2) / (100 * AT_M ** 2)
        : continuousLuxSeconds(fullLux(lamp, lookup) / AT_M ** 2, look.camera);
    return [
      {
        ...base,
        how: fit.names.join(' + '),
        direct: false,
        difference: fit.difference,
        stops: stopsOverMeter(exposure, look.camera) - fit.stopsLost,
      },
    ];
  });
  const far = (way: Way) => (way.difference > NEAR_ENOUGH ? 1 : 0);
  return ways.sort((a, b) => far(a) - far(b) || b.stops - a.stops || (a.fixtureId < b.fixtureId ? -1 : 1));
}
