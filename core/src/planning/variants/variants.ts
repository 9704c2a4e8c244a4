import { formatShutter, formatStops } from '../../exposure/stops';
import { formatPower } from '../../scene/power';
import type { Look, Variant } from '../../document/schema';

/** Versions of a look from one rig: no stand is moved between them. */

/** What a look is now, as a version. */
export function variantOf(look: Look, id: string, name: string): Variant {
  const { aperture, iso, shutterS, ndStops, whiteK, tintDuv } = look.camera;
  return {
    id,
    name,
    note: '',
    votes: 0,
    chosen: false,
    lockedAt: null,
    mood: look.brief.mood,
    keyStops: look.brief.keyStops,
    lights: look.lights.map((light) => ({
      id: light.id,
      on: light.on && !light.muted,
      powerStops: light.powerStops,
      gels: light.gels,
      setting: light.setting,
    })),
    camera: { aperture, iso, shutterS, ndStops, whiteK, tintDuv },
  };
}

/** The look that a version is. Lights that came since then are off in it; those that went are left out. */
export function lookOfVariant(look: Look, variant: Variant): Look {
  const state = new Map(variant.lights.map((light) => [light.id, light]));
  return {
    ...look,
    brief: { ...look.brief, mood: variant.mood, keyStops: variant.keyStops },
    camera: { ...look.camera, ...variant.camera },
    lights: look.lights.map((light) => {
      const own = state.get(light.id);
      if (!own) return { ...light, on: false };
      const { on, powerStops, gels, setting } = own;
      const fits = (setting === null) === (light.fixture.kind !== 'colour');
      return {
        ...light,
        on,
        muted: false,
        solo: false,
        powerStops: Math.min(0, Math.max(light.fixture.minStops, powerStops)),
        gels,
        setting: fits ? setting : light.setting,
      };
    }),
  };
}

/** Kinds of versions that can be made at once. */
export const VARIANT_KINDS = [
  'as-is',
  'dark',
  'bright',
  'low-key',
  'high-key',
  'camera-darker',
  'camera-brighter',
  'warmer',
  'cooler',
  'one-light',
  'swapped',
  'splash',
] as const;

export type VariantKind = (typeof VARIANT_KINDS)[number];

export const VARIANT_NAMES: Readonly<Record<VariantKind, string>> = {
  'as-is': 'As it is',
  dark: 'Dark',
  bright: 'Bright',
  'low-key': 'Low key',
  'high-key': 'High key',
  'camera-darker': 'Darker by camera alone',
  'camera-brighter': 'Brighter by camera alone',
  warmer: 'Warmer',
  cooler: 'Cooler',
  'one-light': 'One light only',
  swapped: 'Colours swapped',
  splash: 'Neutral, one splash',
};

/** What a version comes to, before anybody decides on it. */
export interface VariantOffer {
  readonly variant: Variant;
  /** Recorded level of the key side and of the middle of the backdrop, stops from mid-grey; null where the look has no such place or it is black. */
  readonly faceStops: number | null;
  readonly backdropStops: number | null;
  /** Names of places that clip in it. */
  readonly clips: readonly string[];
  /** Coloured lights that burn, and those of them that sit in their windows. */
  readonly colours: number;
  readonly vivid: number;
}

/** One thing in which two versions differ. */
export interface Difference {
  readonly what: string;
  readonly from: string;
  readonly to: string;
}

export interface Comparison {
  readonly differences: readonly Difference[];
  /** One change alone: the pictures are evidence of what it does. Else they are an impression. */
  readonly evidence: boolean;
}

/** All differences of two versions, in the words of the dial. */
export function compareVariants(look: Look, a: Variant, b: Variant): Comparison {
  const differences: Difference[] = [];
  const add = (what: string, from: string, to: string) => {
    if (from !== to) differences.push({ what, from, to });
  };
  const near = (x: number, y: number) => Math.abs(x - y) < 1e-6;
  for (const light of look.lights) {
    const [one, other] = [a, b].map(({ lights }) => lights.find(({ id }) => id === light.id));
    const on = (state: typeof one) => (state?.on ? 'on' : 'off');
    add(`${light.name}`, on(one), on(other));
    if (!one?.on || !other?.on) continue;
    if (!near(one.powerStops, other.powerStops))
      add(
        `${light.name}, power`,
        formatPower(light.fixture, one.powerStops),
        `${formatPower(light.fixture, other.powerStops)} (${formatStops(other.powerStops - one.powerStops)})`,
      );
    const gels = ({ gels: list }: NonNullable<typeof one>) =>
      list.map(({ gel, strength }) => `${gel}${strength === 1 ? '' : ` x ${strength}`}`).join(' + ') || 'no gel';
    add(`${light.name}, gel`, gels(one), gels(other));
    add(`${light.name}, setting`, JSON.stringify(one.setting), JSON.stringify(other.setting));
  }
  add('Aperture', `f/${a.camera.aperture}`, `f/${b.camera.aperture}`);
  add('ISO', `${a.camera.iso}`, `${b.camera.iso}`);
  add('Shutter', formatShutter(a.camera.shutterS), formatShutter(b.camera.shutterS));
  add('ND', `${a.camera.ndStops} stops`, `${b.camera.ndStops} stops`);
  add('White', `${Math.round(a.camera.whiteK)} K`, `${Math.round(b.camera.whiteK)} K`);
  add('Tint', a.camera.tintDuv.toFixed(4), b.camera.tintDuv.toFixed(4));
  return { differences, evidence: differences.length === 1 };
}
