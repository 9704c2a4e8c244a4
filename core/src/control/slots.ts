import { findGel, GELS } from '../gel/stand-ins';
import type { Light, Look, Setting } from '../document/schema';
import { fixtureLookup, lookupIn } from '../scene/resolve';
import { addressesOf, UNIVERSE_SLOTS, USUAL_SLOTS } from './addresses';
import { DRIVE_NAMES, DRIVE_UNITS, type Layout } from '../fixture/layout';
import { drivenBy, readLayout, writeLayout } from './layout';

/**
 * The personality of the stand-in network fixtures: nine slots a fixture, high byte first where two belong together. It is this application's own;
 * real fixtures have their own, which their makers print.
 */
export const SLOTS = USUAL_SLOTS;
export const SLOT_NAMES = [
  'level, high',
  'level, low',
  'mode',
  'a, high',
  'a, low',
  'b, high',
  'b, low',
  'c, high',
  'c, low',
] as const;

/** In which of the modes a fixture stands; 0 for one that has only a level. */
const MODE_CODES = ['level', 'cct', 'hsi', 'rgb', 'xy', 'gel'] as const;
export type SlotMode = (typeof MODE_CODES)[number];

/** What a fixture understood. */
export interface FixtureState {
  /** Share of full output, 0 to 1. */
  readonly level: number;
  /** `own` where its layout is its own. */
  readonly mode: SlotMode | 'own';
  /** Dial by dial. */
  readonly dials: readonly { readonly name: string; readonly value: number; readonly unit: string }[];
}

interface DialRange {
  readonly name: string;
  readonly unit: string;
  readonly low: number;
  readonly high: number;
}

const WHITE: DialRange = { name: 'White', unit: 'K', low: 1000, high: 25_000 };
const DIALS: Readonly<Record<SlotMode, readonly DialRange[]>> = {
  level: [],
  cct: [
    { name: 'Colour temperature', unit: 'K', low: 1000, high: 25_000 },
    { name: 'Green or magenta', unit: 'Duv', low: -0.03, high: 0.03 },
  ],
  hsi: [{ name: 'Hue', unit: '°', low: 0, high: 360 }, { name: 'Saturation', unit: '%', low: 0, high: 100 }, WHITE],
  rgb: [
    { name: 'Red', unit: '', low: 0, high: 255 },
    { name: 'Green', unit: '', low: 0, high: 255 },
    { name: 'Blue', unit: '', low: 0, high: 255 },
  ],
  xy: [
    { name: 'x', unit: '', low: 0, high: 1 },
    { name: 'y', unit: '', low: 0, high: 1 },
  ],
  gel: [{ name: 'Gel', unit: '', low: 0, high: 65_535 }, WHITE],
};

function dialValues(setting: Setting): number[] {
  switch (setting.mode) {
    case 'cct':
      return [setting.cctK, setting.duv];
    case 'hsi':
      return [setting.hueDeg, 100 * setting.saturation, setting.whiteK];
    case 'rgb':
      return [setting.r, setting.g, setting.b];
    case 'xy':
      return [setting.x, setting.y];
    case 'gel':
      return [
        Math.max(
          0,
          GELS.findIndex(({ id }) => id === setting.gel),
        ),
        setting.whiteK,
      ];
  }
}

/** Colours are found among the spectra of the look. */
const lookupOf = (look: Pick<Look, 'spectra'>) => fixtureLookup(lookupIn(look.spectra));

/** A layout that is a light's own; null for one that reads as the stand-ins do. */
const layoutOf = ({ fixture }: Pick<Light, 'fixture'>): Layout | null =>
  fixture.kind !== 'flash' && fixture.layout.length > 0 ? fixture.layout : null;

const word = (share: number): [number, number] => {
  const value = Math.round(65_535 * Math.min(1, Math.max(0, share)));
  return [value >> 8, value & 255];
};

/** A light's slots: by its own layout, else the nine of the stand-ins. A light that is off or muted has no level. */
export function slotsOf(light: Light, look: Pick<Look, 'spectra'> = { spectra: [] }): Uint8Array {
  const layout = layoutOf(light);
  if (layout) return writeLayout(layout, drivenBy(light, layout, lookupOf(look)).values);
  const out = new Uint8Array(SLOTS);
  const mode: SlotMode = light.setting?.mode ?? 'level';
  out.set(word(light.on && !light.muted ? 2 ** light.powerStops : 0), 0);
  out[2] = MODE_CODES.indexOf(mode);
  if (light.setting) {
    dialValues(light.setting).forEach((value, i) => {
      const { low, high } = DIALS[mode][i]!;
      out.set(word((value - low) / (high - low)), 3 + 2 * i);
    });
  }
  return out;
}

/** What slots say, by a fixture's own layout, else as the nine of the stand-ins. A mode that is not known is read as a bare level. */
export function stateOf(slots: ArrayLike<number>, layout: Layout | null = null): FixtureState {
  if (layout) return stateOfLayout(layout, slots);
  const at = (i: number) => ((slots[i] ?? 0) * 256 + (slots[i + 1] ?? 0)) / 65_535;
  const mode = MODE_CODES[slots[2] ?? 0] ?? 'level';
  return {
    level: at(0),
    mode,
    dials: DIALS[mode].map(({ name, unit, low, high }, i) => ({ name, unit, value: low + (high - low) * at(3 + 2 * i) })),
  };
}

function stateOfLayout(layout: Layout, slots: ArrayLike<number>): FixtureState {
  const said = readLayout(layout, slots);
  const emitters = said.filter(({ drives }) => drives.startsWith('emitter-'));
  const level = said.find(({ drives }) => drives === 'level')?.value ?? Math.max(0, ...emitters.map(({ value }) => value));
  return {
    level: level / 100,
    mode: 'own',
    dials: said
      .filter(({ drives }) => drives !== 'level')
      .map(({ drives, value }) => ({ name: DRIVE_NAMES[drives], value, unit: DRIVE_UNITS[drives].unit })),
  };
}

/** Where each fixture of a look listens. */
export interface Patch {
  readonly lightId: string;
  readonly name: string;
  readonly universe: number;
  readonly address: number;
  /** How many slots it reads. */
  readonly slots: number;
  /** Its own layout; null where it reads as the stand-ins do. */
  readonly layout: Layout | null;
}

export function patchOf(look: Look): Patch[] {
  return addressesOf(look).map(({ lightId, name, universe, first, slots }) => ({
    lightId,
    name,
    universe,
    address: first,
    slots,
    layout: layoutOf(look.lights.find(({ id }) => id === lightId)!),
  }));
}

/** All slots of the universes that a look uses, 512 each; what a fixture would read beyond the end is left out. */
export function universesOf(look: Look): ReadonlyMap<number, Uint8Array> {
  const out = new Map<number, Uint8Array>();
  for (const { lightId, universe, address } of patchOf(look)) {
    const slots = out.get(universe) ?? new Uint8Array(UNIVERSE_SLOTS);
    const own = slotsOf(
      look.lights.find(({ id }) => id === lightId)!,
      look,
    );
    slots.set(own.subarray(0, UNIVERSE_SLOTS + 1 - address), address - 1);
    out.set(universe, slots);
  }
  return out;
}

/** The name of a gel by its place in the stand-in list, as a fixture in gel mode has it. */
export function gelAt(index: number): string {
  const gel = GELS[Math.round(index)];
  return gel ? (findGel(gel.id)?.name ?? gel.id) : 'unknown';
}
