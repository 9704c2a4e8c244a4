import { InputError } from '../../errors';
import { goalOfSpectrum, matchFixture, translate, type Match, type Translation } from '../../fixture/match';
import { NO_CORRECTION } from '../../fixture/unit';
import { settingXy } from '../../fixture/modes';
import { gelOptions, placedFixture } from '../kit-use';
import type { KitEntry } from '../../catalogue/kit-schema';
import { cameraOf } from '../../scene/camera';
import { filterSwatchHex } from '../../scene/swatch';
import { fixtureLookup, lookupIn, resolveFilter, resolveSource } from '../../scene/resolve';
import type { Light, Look } from '../../document/schema';
import { luminousTransmittance, stopsLost } from '../../gel/gel';
import { product, type Spectrum } from '../../spectrum/grid';
import { resample } from '../../spectrum/samples';
import { withKitGels } from './means';
import { reachOf, type Reach } from './reach';

/** What the lights of a look can make with the gels and fixtures of a kit, as the look's own camera records it. */

const lookupFor = (look: Look, kit: readonly KitEntry[]) => withKitGels(lookupIn(look.spectra), kit);
const gelIds = (kit: readonly KitEntry[]) => gelOptions(kit).map(({ id }) => id);

/** @throws InputError where the look has no such light. */
export function lightOf(look: Look, id: string): Light {
  const light = look.lights.find((one) => one.id === id);
  if (!light) throw new InputError('light', 'This light is no longer in the look.');
  return light;
}

/** A gel of the kit as it looks and costs on one light. */
export interface GelSwatch {
  readonly id: string;
  readonly name: string;
  readonly kind: 'effect' | 'correction';
  /** Sheets in the kit. */
  readonly count: number;
  readonly hex: string;
  readonly stopsLost: number;
}

/** Every gel of the kit on a light. */
export function gelSwatches(look: Look, light: Light, kit: readonly KitEntry[]): GelSwatch[] {
  const camera = cameraOf(look);
  const source = resolveSource(light, light.powerStops, lookupIn(look.spectra));
  return kit.flatMap((entry): GelSwatch[] => {
    if (entry.kind !== 'gel' || entry.archived) return [];
    const transmittance = resample(entry.spectrum, 'transmittance');
    return [
      {
        id: entry.id,
        name: entry.name,
        kind: entry.type,
        count: entry.count,
        hex: filterSwatchHex(camera, product(source, transmittance)),
        stopsLost: stopsLost(luminousTransmittance(source, transmittance)),
      },
    ];
  });
}

/** Lamps of a kit that mix no colours, each kind of light once. */
function lampsOf(kit: readonly KitEntry[]): Spectrum[] {
  const sources = new Map<string, Spectrum>();
  for (const entry of kit) {
    if (entry.kind !== 'fixture' || entry.archived || entry.fixture.kind === 'colour') continue;
    const { fixture } = entry;
    if (fixture.source.kind === 'spectrum') continue;
    const key = JSON.stringify(fixture.source);
    if (!sources.has(key)) sources.set(key, resolveSource({ fixture, setting: null, unit: NO_CORRECTION }, 0));
  }
  return [...sources.values()];
}

/** What the kit can make, or with `lightId` what that light can: with the kit's gels, or by mixing colours itself. */
export function reachWithKit(look: Look, kit: readonly KitEntry[], lightId?: string): Reach {
  const placed = kit.flatMap((entry) => (entry.kind === 'fixture' && !entry.archived ? [placedFixture(entry)] : []));
  const spectra = placed.flatMap((one) => one.spectra);
  const lookup = lookupFor({ ...look, spectra: [...look.spectra, ...spectra] }, kit);
  const light = look.lights.find(({ id }) => id === lightId);
  const mixing = light
    ? light.fixture.kind === 'colour'
      ? [light.fixture]
      : []
    : placed.flatMap(({ fixture }) => (fixture.kind === 'colour' ? [fixture] : []));
  const sources = !light ? lampsOf(kit) : mixing.length ? [] : [resolveSource(light, light.powerStops, lookup)];
  return reachOf({
    camera: cameraOf(look),
    sources,
    gels: gelOptions(kit).filter(({ count }) => count > 0),
    fixtures: mixing,
    lookup: fixtureLookup(lookup),
  });
}

/** Settings of a colour fixture that match another light, in every mode. @throws InputError for a follower that mixes no colours. */
export function matchLights(look: Look, leaderId: string, followerId: string, kit: readonly KitEntry[]): Match {
  const lookup = lookupFor(look, kit);
  const [leader, follower] = [lightOf(look, leaderId), lightOf(look, followerId)];
  if (follower.fixture.kind !== 'colour')
    throw new InputError('light', `${follower.name} cannot mix colours; match it with gel.`);
  const spectrum = product(resolveSource(leader, leader.powerStops, lookup), resolveFilter(leader, lookup));
  return matchFixture(
    { spectrum, setting: leader.gels.length ? null : leader.setting },
    follower.fixture,
    cameraOf(look),
    fixtureLookup(lookup),
    { unit: follower.unit, gels: gelIds(kit) },
  );
}

/** What a light is set to now, said in each mode of its fixture; nothing for one that mixes no colours. */
export function inOtherModes(look: Look, lightId: string, kit: readonly KitEntry[]): readonly Translation[] {
  const spectra = lookupFor(look, kit);
  const lookup = fixtureLookup(spectra);
  const light = lightOf(look, lightId);
  if (light.fixture.kind !== 'colour' || light.setting === null) return [];
  const camera = cameraOf(look);
  const goal = goalOfSpectrum(camera, resolveSource(light, 0, spectra));
  return translate(light.fixture, goal, camera, lookup, {
    unit: light.unit,
    gels: gelIds(kit),
    starts: [settingXy(light.fixture, light.setting, lookup)],
  }).ways;
}
