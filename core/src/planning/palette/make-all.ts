import type { KitEntry, KitGel } from '../../catalogue/kit-schema';
import type { Light, Look, Member } from '../../document/schema';
import { describeSetting } from '../../fixture/modes';
import { cameraOf } from '../../scene/camera';
import { lookupIn, resolveSource } from '../../scene/resolve';
import { balance } from '../balance/balance';
import { gelsFor, lookWithGels } from '../kit-use';
import { searchGels } from './gel-search';
import { NEAR_ENOUGH, settingsFor } from './means';
import { HUED_FROM } from './schemes';

/** What one light of a palette gets. */
export interface MadeColour {
  readonly lightId: string;
  readonly light: string;
  /** Gels by name or the setting; empty for a light that is left bare. */
  readonly how: string;
  /** Distance from the target on the plane. */
  readonly difference: number;
  /** `far`: the nearest that this kit can do is plainly another colour, and is put on all the same. */
  readonly comes: 'near' | 'far';
}

/** Why a colour of the palette was not made. */
export type MissedColour =
  | { readonly kind: 'no-light'; readonly member: string }
  /** It may not be touched. */
  | { readonly kind: 'locked'; readonly member: string }
  /** No gel with a sheet to spare, and no setting of its own. */
  | { readonly kind: 'no-means'; readonly member: string };

/** All colours of a palette on their lights at once. */
export interface MadePalette {
  /** Gels and settings changed, powers as they were; and the same with powers solved anew. */
  readonly look: Look;
  readonly balanced: Look;
  readonly made: readonly MadeColour[];
  readonly missed: readonly MissedColour[];
}

/** Another mode of a fixture must come nearer by this to be changed to. */
const MODE_WORTH = 0.004;

/**
 * Puts every colour of a look's palette on its light: by the best gels that the kit has sheets of, each sheet once, or by the setting that comes nearest.
 * Members are served in their order. Lights that are locked, and those of no member, stay.
 */
export function makePalette(look: Look, kit: readonly KitEntry[]): MadePalette {
  const { members } = look.palette;
  const made: MadeColour[] = [];
  const missed: MissedColour[] = [];
  const served = new Set(members.map(({ light }) => light));
  const isServed = ({ id, locked }: Light) => !locked && served.has(id);
  // Sheets that the other lights hold are not there to take; those of the lights that are served are.
  let now: Look = { ...look, lights: look.lights.map((light) => (isServed(light) ? { ...light, gels: [] } : light)) };
  for (const member of members) {
    const light = now.lights.find(({ id }) => id === member.light);
    if (!light || light.locked) {
      missed.push({ kind: light ? 'locked' : 'no-light', member: member.name });
      continue;
    }
    const means = meansOn(now, light, member, kit);
    if (!means) {
      missed.push({ kind: 'no-means', member: member.name });
      const { gels } = look.lights.find(({ id }) => id === light.id)!;
      now = { ...now, lights: now.lights.map((one) => (one.id === light.id ? { ...one, gels } : one)) };
      continue;
    }
    const entries = kit.filter((entry): entry is KitGel => entry.kind === 'gel' && means.gels.includes(entry.id));
    const carried = lookWithGels(now, entries);
    now = {
      ...carried,
      lights: carried.lights.map((one) =>
        one.id === light.id
          ? { ...one, gels: means.gels.map((gel) => ({ gel, strength: 1 })), setting: means.setting ?? one.setting }
          : one,
      ),
    };
    const { how, difference } = means;
    made.push({ lightId: light.id, light: light.name, how, difference, comes: difference > NEAR_ENOUGH ? 'far' : 'near' });
  }
  return { look: now, balanced: balance(now).look, made, missed };
}

interface OnLight {
  readonly gels: readonly string[];
  readonly setting: Light['setting'];
  readonly how: string;
  readonly difference: number;
}

/** The best way to a member's colour on one light, with the sheets that are left; null where there is none. */
function meansOn(look: Look, light: Light, member: Member, kit: readonly KitEntry[]): OnLight | null {
  const camera = cameraOf(look);
  const lookup = lookupIn(look.spectra);
  const ways = settingsFor(look, light, member, kit);
  if (ways) {
    const score = (way: (typeof ways)[number]) => way.difference - (way.mode === light.setting?.mode ? MODE_WORTH : 0);
    const [best] = ways.filter(({ setting }) => setting !== null).sort((a, b) => score(a) - score(b));
    return best?.setting
      ? { gels: [], setting: best.setting, how: describeSetting(best.setting), difference: best.difference }
      : null;
  }
  if (member.purity <= HUED_FROM) return { gels: [], setting: null, how: '', difference: 0 };
  const [fit] = searchGels({
    source: resolveSource(light, light.powerStops, lookup),
    camera,
    target: member,
    gels: gelsFor(look, light, kit),
    limit: 1,
  });
  return fit ? { gels: fit.gels, setting: null, how: fit.names.join(' + '), difference: fit.difference } : null;
}
