import type { Drive, Light, Mode, Setting } from '../document/schema';
import { slotsOfLayout, type Layout } from '../fixture/layout';
import { mixOf, settingFor, settingXy, type FixtureLookup } from '../fixture/modes';

/** Drives that a mode needs. */
const NEEDS: Readonly<Record<Exclude<Mode, 'gel'>, readonly Drive[]>> = {
  cct: ['cct'],
  hsi: ['hue', 'saturation'],
  rgb: ['red', 'green', 'blue'],
  xy: ['x', 'y'],
};

/** What a layout has to be sent for a light. */
export interface Sent {
  readonly values: Readonly<Partial<Record<Drive, number>>>;
  /** Its colour cannot be said by these slots: level alone is sent. */
  readonly unsaid: boolean;
}

/** What each drive of a light's layout is to be, in its unit: in the mode that it is set to where there are slots for that, else in another that comes to the same colour. */
export function drivenBy(light: Light, layout: Layout, lookup: FixtureLookup): Sent {
  const { fixture, setting } = light;
  const there = new Set(layout.map(({ drives }) => drives));
  const dimmer = fixture.kind === 'flash' ? 1 : fixture.dimmer;
  const share = light.on && !light.muted ? 2 ** (light.powerStops / dimmer) : 0;
  const values: Partial<Record<Drive, number>> = { level: 100 * share };
  if (!setting || fixture.kind !== 'colour') return { values, unsaid: false };
  const hasEmitters = fixture.emitters.every((_, i) => there.has(`emitter-${i + 1}` as Drive));
  const said = sayable(setting, there) ?? otherwise(light, there, lookup);
  if (said && !(hasEmitters && said.mode !== setting.mode)) {
    Object.assign(values, valuesOf(said));
    return { values, unsaid: false };
  }
  if (!hasEmitters) return { values, unsaid: true };
  const { drives } = mixOf(fixture, setting, lookup);
  // Without a slot for the level the emitters carry it.
  const level = there.has('level') ? 1 : share;
  drives.forEach((drive, i) => (values[`emitter-${i + 1}` as Drive] = 100 * drive * level));
  return { values, unsaid: false };
}

const sayable = (setting: Setting, there: ReadonlySet<Drive>): Setting | null =>
  setting.mode !== 'gel' && NEEDS[setting.mode].every((drive) => there.has(drive)) ? setting : null;

/** The same colour in a mode that the layout has slots for. */
function otherwise({ fixture, setting }: Light, there: ReadonlySet<Drive>, lookup: FixtureLookup): Setting | null {
  if (fixture.kind !== 'colour' || !setting) return null;
  const xy = settingXy(fixture, setting, lookup);
  for (const mode of ['xy', 'rgb', 'hsi', 'cct'] as const) {
    if (!fixture.modes.includes(mode) || !NEEDS[mode].every((drive) => there.has(drive))) continue;
    const found = settingFor(fixture, mode, xy, lookup);
    if (found) return found;
  }
  return null;
}

function valuesOf(setting: Setting): Partial<Record<Drive, number>> {
  switch (setting.mode) {
    case 'cct':
      return { cct: setting.cctK, duv: setting.duv };
    case 'hsi':
      return { hue: setting.hueDeg, saturation: 100 * setting.saturation, cct: setting.whiteK };
    case 'rgb':
      return { red: setting.r, green: setting.g, blue: setting.b };
    case 'xy':
      return { x: setting.x, y: setting.y };
    case 'gel':
      return {};
  }
}

/** The slots of a layout for values of its drives: two bytes where it has a fine one, what lies outside of a range held at its end. */
export function writeLayout(layout: Layout, values: Sent['values']): Uint8Array {
  const out = new Uint8Array(slotsOfLayout(layout));
  for (const { slot, drives, byte, low, high } of layout) {
    if (drives === 'fixed') {
      out[slot - 1] = Math.round(low);
      continue;
    }
    const value = values[drives];
    // What nobody asks for stands at nothing: no tint, no saturation.
    const share = Math.min(
      1,
      Math.max(0, ((value ?? Math.max(Math.min(low, high), Math.min(Math.max(low, high), 0))) - low) / (high - low)),
    );
    const isWide = layout.some((one) => one.drives === drives && one.byte === 'fine');
    const word = isWide ? Math.round(65_535 * share) : Math.round(255 * share) << 8;
    out[slot - 1] = byte === 'fine' ? word & 255 : word >> 8;
  }
  return out;
}

/** What slots of a layout say, drive by drive, in its unit; fixed values are left out. */
export function readLayout(layout: Layout, slots: ArrayLike<number>): { readonly drives: Drive; readonly value: number }[] {
  return layout
    .filter(({ drives, byte }) => drives !== 'fixed' && byte === 'coarse')
    .map(({ drives, slot, low, high }) => {
      const coarse = slots[slot - 1] ?? 0;
      const fine = layout.find((one) => one.drives === drives && one.byte === 'fine');
      const share = fine ? (coarse * 256 + (slots[fine.slot - 1] ?? 0)) / 65_535 : coarse / 255;
      return { drives, value: low + (high - low) * share };
    });
}
