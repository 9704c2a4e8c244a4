import { GELS } from '../gel/stand-ins';
import { CAMERAS, FIXTURES, MODIFIERS } from './kit';
import { MATERIALS } from '../surface/materials';
import { WAVELENGTHS_NM, type Spectrum } from '../spectrum/grid';
import { NO_QUALITY, type KitEntry } from './kit-schema';

const wavelengthsNm = [...WAVELENGTHS_NM];
const samples = (spectrum: Spectrum) => ({ wavelengthsNm, values: [...spectrum].map((value) => Number(value.toPrecision(7))) });

const shared = { note: '', provenance: 'stand-in' as const, archived: false };

/** The made-up kit that ships, as entries of the same form as the user's own. Two sheets of each gel. */
export const STAND_IN_KIT: readonly KitEntry[] = [
  ...GELS.map(({ id, name, kind, shiftMired, transmittance }): KitEntry => ({
    ...shared,
    id,
    name,
    kind: 'gel',
    type: kind,
    shiftMired: shiftMired ?? null,
    count: 2,
    widthCm: 50,
    heightCm: 60,
    condition: 'new',
    hours: 0,
    spectrum: samples(transmittance),
  })),
  ...FIXTURES.map(({ id, item }): KitEntry => ({
    ...shared,
    id,
    name: item.name,
    kind: 'fixture',
    // The posters take four of them.
    count: id === 'flash-400' ? 4 : 2,
    fixture: item,
    spectrum: null,
    spectra: [],
    quality: NO_QUALITY,
    beam: null,
  })),
  ...MODIFIERS.map(({ id, item }): KitEntry => ({ ...shared, id, name: item.name, kind: 'modifier', count: 2, modifier: item })),
  ...CAMERAS.map(({ id, item }): KitEntry => ({
    ...shared,
    id,
    name: item.name,
    kind: 'camera',
    count: 1,
    camera: item,
    sensor: null,
  })),
  ...MATERIALS.map(({ id, name, kind, reflectance }): KitEntry => ({
    ...shared,
    id,
    name,
    kind: 'surface',
    use: kind,
    count: 1,
    spectrum: samples(reflectance),
  })),
];

const ids = new Set(STAND_IN_KIT.map(({ id }) => id));

/** Whether an id belongs to the kit that ships: such entries can be changed and archived, not deleted. */
export const isStandIn = (id: string): boolean => ids.has(id);

/** The kit as it stands: what ships, with the user's changes over it, then the user's own. */
export function mergedKit(own: readonly KitEntry[]): KitEntry[] {
  const byId = new Map(own.map((entry) => [entry.id, entry]));
  return [...STAND_IN_KIT.map((entry) => byId.get(entry.id) ?? entry), ...own.filter(({ id }) => !ids.has(id))];
}
