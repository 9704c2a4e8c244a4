import type { GelOption } from './palette/gel-search';
import type { Light, Look, LookSpectrum, SurfaceRef } from '../document/schema';
import { nearestPower } from '../scene/power';
import { piecesOf, timesLeft } from './gel-pieces';
import { usualSetting } from './light-sets';
import { resample } from '../spectrum/samples';
import {
  OWN_SPECTRUM,
  type KitCamera,
  type KitEntry,
  type KitFixture,
  type KitGel,
  type KitSurface,
} from '../catalogue/kit-schema';
import { fittingModifier } from '../catalogue/kit';
import { isStandIn } from '../catalogue/stand-ins';

const isThere = (entry: KitEntry): entry is KitGel => entry.kind === 'gel' && !entry.archived;

/** The gels of a kit, for searching. Archived ones are left out. */
export function gelOptions(kit: readonly KitEntry[]): GelOption[] {
  return kit.filter(isThere).map((entry) => optionOf(entry, entry.count));
}

/** The gels of a kit for one light: each counts as often as pieces for this light can still be cut from what the other lights leave. */
export function gelsFor(look: Look, light: Light, kit: readonly KitEntry[]): GelOption[] {
  const isOther = ({ id, on }: Light) => on && id !== light.id;
  return kit.filter(isThere).map((entry) => optionOf(entry, timesLeft(entry, piecesOf(look, entry.id, isOther), light)));
}

const optionOf = ({ id, name, spectrum }: KitGel, count: number): GelOption => ({
  id,
  name,
  count,
  transmittance: resample(spectrum, 'transmittance'),
});

/** A look that carries a spectrum, replacing one of the same id. */
function carrying(look: Look, spectrum: LookSpectrum): Look {
  return { ...look, spectra: [...look.spectra.filter(({ id }) => id !== spectrum.id), spectrum] };
}

/** A look in which `gels` (ids of the kit) can be used: what the application does not ship is carried along in the look. */
export function lookWithGels(look: Look, gels: readonly KitGel[]): Look {
  return gels
    .filter(({ id }) => !isStandIn(id))
    .reduce(
      (now, { id, name, spectrum }) =>
        carrying(now, { kind: 'gel', id, name, wavelengthsNm: spectrum.wavelengthsNm, values: spectrum.values }),
      look,
    );
}

/**
 * Puts a fixture of the kit on a light; its own spectrum goes into the look under the entry's id. Gels come off one that mixes
 * colours itself, as they would spoil what is dialled, and a modifier that does not fit comes off, too.
 */
export function lookWithFixture(look: Look, lightId: string, entry: KitFixture): Look {
  const { fixture, spectra } = placedFixture(entry);
  const withSpectrum = spectra.reduce(carrying, look);
  return {
    ...withSpectrum,
    lights: withSpectrum.lights.map((light) =>
      light.id === lightId
        ? {
            ...light,
            fixture,
            lamp: fixture.kind === 'continuous' ? light.lamp : null,
            ttl: light.ttl && fixture.kind === 'flash',
            setting: keptSetting(light, fixture),
            gels: fixture.kind === 'colour' ? [] : light.gels,
            modifier: entry.beam ?? fittingModifier(entry.id, light.modifier),
            powerStops: nearestPower(fixture, light.powerStops),
          }
        : light,
    ),
  };
}

function keptSetting(light: Light, fixture: Light['fixture']): Light['setting'] {
  const kept = light.setting;
  return fixture.kind === 'colour' && kept && fixture.modes.includes(kept.mode) ? kept : usualSetting(fixture);
}

/** A fixture of the kit as a look carries it: under its entry's name, with its own spectra under ids that are no other entry's. */
export function placedFixture(entry: KitFixture): {
  readonly fixture: Light['fixture'];
  readonly spectra: readonly LookSpectrum[];
} {
  const idOf = (own: string) => `source-${entry.id}${own === OWN_SPECTRUM ? '' : `-${own}`}`.slice(0, 64);
  const own = [...(entry.spectrum ? [{ id: OWN_SPECTRUM, ...entry.spectrum }] : []), ...entry.spectra];
  const spectra = own.map(({ id, wavelengthsNm, values }): LookSpectrum => ({
    kind: 'source',
    id: idOf(id),
    name: entry.name,
    wavelengthsNm,
    values,
  }));
  const isOwn = (id: string) => own.some((one) => one.id === id);
  const fixture = { ...entry.fixture, name: entry.name };
  if (fixture.kind === 'colour') {
    const emitters = fixture.emitters.map((emitter) =>
      emitter.kind === 'spectrum' && isOwn(emitter.id) ? { ...emitter, id: idOf(emitter.id) } : emitter,
    );
    // Emitters that stay keep what was computed of them.
    return { fixture: spectra.length ? { ...fixture, emitters } : fixture, spectra };
  }
  const { source } = fixture;
  return source.kind === 'spectrum' && isOwn(source.id)
    ? { fixture: { ...fixture, source: { kind: 'spectrum', id: idOf(source.id) } }, spectra }
    : { fixture, spectra };
}

/** Records a look with a camera body of the kit; what is set on it stays. */
export function lookWithCamera(look: Look, entry: KitCamera): Look {
  const id = `sensor-${entry.id}`.slice(0, 64);
  const { headroomStops, curve, sensor, mode, syncS, sensorWidthMm, sensorHeightMm, imageWidthPx, learned, lensThreadMm } =
    entry.camera;
  const own = sensor.kind === 'spectrum' && entry.sensor ? entry.sensor : null;
  const next = own ? carrying(look, { kind: 'sensor', id, name: entry.name, ...own }) : look;
  return {
    ...next,
    camera: {
      ...look.camera,
      name: entry.name,
      headroomStops,
      curve,
      sensor: own ? { kind: 'spectrum', id } : sensor,
      mode,
      // Of the body, not of what is set on it.
      syncS,
      sensorWidthMm,
      sensorHeightMm,
      imageWidthPx,
      learned,
      lensThreadMm,
    },
  };
}

/** A reference to a surface of the kit, and the look that can resolve it. */
export function withSurface(look: Look, entry: KitSurface): { readonly look: Look; readonly surface: SurfaceRef } {
  if (isStandIn(entry.id)) return { look, surface: { kind: 'material', id: entry.id } };
  const id = `surface-${entry.id}`.slice(0, 64);
  return {
    look: carrying(look, { kind: 'reflectance', id, name: entry.name, ...entry.spectrum }),
    surface: { kind: 'spectrum', id },
  };
}

/** Parts of a look that are made of a surface. */
export type SurfacePart = 'backdrop' | 'hair' | 'wardrobe' | 'label' | 'paint';

/** A look with a surface of the kit on one of its parts. */
export function lookWithSurface(look: Look, part: SurfacePart, entry: KitSurface): Look {
  const { look: next, surface } = withSurface(look, entry);
  if (part === 'backdrop') return { ...next, backdrop: { ...next.backdrop, surface } };
  if (part === 'paint') return { ...next, room: { ...next.room, paint: surface } };
  return { ...next, subject: { ...next.subject, [part]: surface } };
}

/** The kit as a table for other programs: one row an entry, spectra left out. */
export function kitRows(kit: readonly KitEntry[]): Record<string, string | number>[] {
  return kit.map((entry) => ({
    kind: entry.kind,
    id: entry.id,
    name: entry.name,
    count: entry.count,
    provenance: entry.provenance,
    archived: entry.archived ? 'yes' : 'no',
    width_cm: entry.kind === 'gel' ? entry.widthCm : '',
    height_cm: entry.kind === 'gel' ? entry.heightCm : '',
    condition: entry.kind === 'gel' ? entry.condition : '',
    shift_mired: entry.kind === 'gel' ? (entry.shiftMired ?? '') : '',
    guide_number_m: entry.kind === 'fixture' && entry.fixture.kind === 'flash' ? entry.fixture.guideNumberM : '',
    lux_at_1m: entry.kind === 'fixture' && entry.fixture.kind === 'continuous' ? entry.fixture.luxAt1m : '',
    loss_stops: entry.kind === 'modifier' ? entry.modifier.lossStops : '',
    note: entry.note,
  }));
}
