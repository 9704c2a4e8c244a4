import { balance } from '../balance/balance';
import { InputError } from '../../errors';
import { goalOfSpectrum, translate } from '../../fixture/match';
import { formatShutter, formatStops } from '../../exposure/stops';
import { evaluate } from '../../scene/evaluate';
import { formatPower } from '../../scene/power';
import { fixtureLookup, lookupIn, resolveSource } from '../../scene/resolve';
import { compileScene } from '../../scene/compile';
import type { Light, Look, Mood, Variant } from '../../document/schema';

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
    brief: { ...look.brief, mood: variant.mood },
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
export const VARIANT_KINDS = ['as-is', 'dark', 'bright', 'one-light', 'swapped', 'splash'] as const;
export type VariantKind = (typeof VARIANT_KINDS)[number];

export const VARIANT_NAMES: Readonly<Record<VariantKind, string>> = {
  'as-is': 'As it is',
  dark: 'Dark, solved anew',
  bright: 'Bright, solved anew',
  'one-light': 'One light only',
  swapped: 'Colours swapped',
  splash: 'Neutral, one splash',
};

const isColoured = ({ gels, setting }: Light) =>
  gels.length > 0 || (setting !== null && !(setting.mode === 'cct') && !(setting.mode === 'hsi' && setting.saturation < 0.1));

/** Makes a version. @throws InputError where the rig cannot give it, with the remedy. */
export function makeVariant(look: Look, kind: VariantKind, id: string): Variant {
  const name = VARIANT_NAMES[kind];
  const solved = (change: Look, mood: Mood = change.brief.mood): Variant =>
    variantOf(balance({ ...change, brief: { ...change.brief, mood } }).look, id, name);
  const coloured = look.lights.filter((light) => light.on && isColoured(light));
  switch (kind) {
    case 'as-is':
      return variantOf(look, id, name);
    case 'dark':
    case 'bright':
      return solved(look, kind);
    case 'one-light': {
      const rows = evaluate(look).lights.filter(({ active }) => active);
      const best = coloured[0] ?? look.lights.find(({ id: one }) => one === rows[0]?.id);
      if (!best) throw new InputError('lights', 'There is no light in this look. Add one first.');
      const alone = {
        ...look,
        ambient: look.ambient,
        lights: look.lights.map((light) => ({ ...light, on: light.id === best.id })),
      };
      return { ...variantOf(alone, id, `${name}: ${best.name}`.slice(0, 120)) };
    }
    case 'swapped': {
      const pair = swappable(coloured);
      if (!pair)
        throw new InputError('lights', 'Two coloured lights of one kind are needed to swap: both gelled, or both full-colour.');
      const [a, b] = pair;
      return solved({
        ...look,
        lights: look.lights.map((light) =>
          light.id === a.id ? colouredAs(look, a, b) : light.id === b.id ? colouredAs(look, b, a) : light,
        ),
      });
    }
    case 'splash': {
      const splash = coloured.find(({ role }) => role === 'background') ?? coloured[0];
      if (!splash) throw new InputError('lights', 'No light has a colour: gel one first.');
      return solved({
        ...look,
        lights: look.lights.map((light) =>
          light.id === splash.id || !isColoured(light) ? light : neutral(light, look.camera.whiteK),
        ),
      });
    }
  }
}

/** The first and the last of the full-colour lights, or else of the gelled ones: usually the two that stand against each other. */
function swappable(lights: readonly Light[]): readonly [Light, Light] | null {
  for (const isColour of [true, false]) {
    const alike = lights.filter(({ fixture }) => (fixture.kind === 'colour') === isColour);
    if (alike.length > 1) return [alike[0]!, alike.at(-1)!];
  }
  return null;
}

/** A light in another's colour: with its gels, and a full-colour one dialled to what this camera sees of the other. */
function colouredAs(look: Look, light: Light, other: Light): Light {
  const { gels } = other;
  if (light.fixture.kind !== 'colour') return { ...light, gels };
  if (light.fixture.name === other.fixture.name) return { ...light, gels, setting: other.setting };
  const lookup = lookupIn(look.spectra);
  const { camera } = compileScene(look);
  const goal = goalOfSpectrum(camera, resolveSource(other, 0, lookup));
  const { ways } = translate(light.fixture, goal, camera, fixtureLookup(lookup), {
    whiteK: look.camera.whiteK,
    unit: light.unit,
  });
  // The way that comes nearest; in the mode that it is in now where that is as near.
  const nearness = (way: (typeof ways)[number]) => way.difference - (way.mode === light.setting?.mode ? AS_NEAR : 0);
  const best = ways.reduce((a, b) => (nearness(b) < nearness(a) ? b : a));
  return { ...light, gels, setting: best.setting ?? light.setting };
}

/** Distance on the plane that nobody sees. */
const AS_NEAR = 0.004;

function neutral(light: Light, whiteK: number): Light {
  if (light.fixture.kind !== 'colour' || light.setting === null) return { ...light, gels: [] };
  const { lowK, highK, modes } = light.fixture;
  const cctK = Math.min(highK, Math.max(lowK, whiteK));
  return { ...light, gels: [], setting: modes.includes('cct') ? { mode: 'cct', cctK, duv: 0 } : light.setting };
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
