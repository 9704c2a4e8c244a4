import type { KitEntry } from '../../catalogue/kit-schema';
import { meteredIndex } from '../../document/zones';
import { veils } from '../../scene/in-view';
import type { LightReading, Readings } from '../../scene/readings';
import type { Light, Look, Point } from '../../document/schema';
import { product } from '../../spectrum/grid';
import { viewOf } from '../../transport/view';
import { planeOfSpectrum, targetOf } from '../../vivid/plane';
import { cameraOf } from '../../scene/camera';
import { nearestPower } from '../../scene/power';
import { lookupIn, resolveFilter, resolveSource } from '../../scene/resolve';
import { purityLimit } from '../palette/schemes';
import type { Change } from '../proposals/change';
import { neutral, otherGels, powerBy, seal } from '../proposals/of-light';
import { outOfPicture, withBoard, withLight, type Proposal } from '../proposals/proposal';
import { spillCures } from '../proposals/spill-cures';
import { supplyOf, type Supply } from '../proposals/supply';
import { suspect, type Suspect } from './suspect';

/** What single lights may do wrong. */

/** A light this much over its clip has lost its colour; from this much under it may. */
const NEAR_CLIP_STOPS = 0.1;
const CLEAR_OF_CLIP_STOPS = 0.7;
/** Where a fill leaves a shadow to be seen, stops under the key side; and how far it is taken down past that. */
const FILL_UNDER_STOPS = 1.3;
const FILL_PAST_STOPS = 1.5;
const SPILL_SHARE = 0.08;
const FLARE_STOPS = -6;
const LENS_FLAG_M = 0.45;
const [MOST_STRENGTH, LEAST_STRENGTH, THIN_STRENGTH] = [4, 0.05, 0.7];
/** Under so much of the purity that the file holds in its direction a gel is pale, over it is deep. */
const PALE_SHARE = 0.4;
/** A lamp with less than this left has no more to give. */
const IN_HAND_STOPS = 0.5;

export function lightSuspects(look: Look, readings: Readings, kit: readonly KitEntry[]): Suspect[] {
  return [
    ...look.lights.flatMap((light) => {
      const row = readings.lights.find(({ id }) => id === light.id);
      return row?.active
        ? [
            ...suspect({ kind: 'leak', name: light.name, leak: light.leak }, seal(look, light)),
            ...ofLevel(look, light, row),
            ...ofSpill(look, light, row, kit),
            ...(light.role === 'fill' ? ofFill(look, light, readings) : []),
            ...(light.gels.length > 0 ? ofGels(look, light, row, kit) : []),
          ]
        : [];
    }),
    ...ofFlare(look),
  ];
}

function ofLevel(look: Look, light: Light, { stops, firstClip, window }: LightReading): Suspect[] {
  const over = stops - firstClip.stops;
  if (Number.isFinite(over) && over > -NEAR_CLIP_STOPS)
    return suspect(
      { kind: 'level-high', name: light.name, overStops: over, channel: firstClip.channel },
      powerBy(look, light, -(over + CLEAR_OF_CLIP_STOPS)),
    );
  if (!window || stops >= window.lowStops) return [];
  return suspect(
    { kind: 'level-low', name: light.name, underStops: window.lowStops - stops },
    powerBy(look, light, (window.lowStops + window.highStops) / 2 - stops),
  );
}

function ofSpill(look: Look, light: Light, { dilution }: LightReading, kit: readonly KitEntry[]): Suspect[] {
  const place = look.probes.find(({ id }) => id === light.zone);
  return dilution.slice(0, 2).flatMap(({ lightId, share, vividnessLost }) => {
    const spiller = look.lights.find(({ id }) => id === lightId);
    if (!spiller || !place || share < SPILL_SHARE || spiller.zone === light.zone) return [];
    return suspect(
      { kind: 'spill', name: spiller.name, place: place.name, share, spoilt: light.name, vividnessLost },
      spillCures(look, spiller.id, light.zone, kit),
    );
  });
}

function ofFill(look: Look, light: Light, { probes }: Readings): Suspect[] {
  const stopsAt = (id: string) => probes.find((probe) => probe.id === id)?.stops ?? 0;
  const over = stopsAt(light.zone) - (probes[meteredIndex(probes)]?.stops ?? 0) + FILL_UNDER_STOPS;
  if (over <= 0.1) return [];
  return suspect(
    { kind: 'fill', name: light.name, shadowStops: over - FILL_UNDER_STOPS },
    powerBy(look, light, -over - FILL_PAST_STOPS),
  );
}

/** How pure a light is through its gels alone, nothing leaking past them, of what the file holds there. */
function gelPurity(look: Look, light: Light): number {
  const lookup = lookupIn(look.spectra);
  const filtered = product(resolveSource(light, light.powerStops, lookup), resolveFilter({ ...light, leak: 0 }, lookup));
  const { hueDeg, purity } = targetOf(planeOfSpectrum(cameraOf(look), filtered));
  return purity / purityLimit(hueDeg);
}

function ofGels(look: Look, light: Light, { purity, verdict }: LightReading, kit: readonly KitEntry[]): Suspect[] {
  const share = gelPurity(look, light);
  const thin = light.gels.some(({ strength }) => strength < THIN_STRENGTH);
  const held = (value: number) => Math.min(MOST_STRENGTH, Math.max(LEAST_STRENGTH, value));
  const regelled = (change: Change, gels: Light['gels']): Proposal => ({
    change,
    lightId: light.id,
    effort: 2,
    look: withLight(look, light.id, { gels }),
  });
  const supply = supplyOf(look, kit);
  const free = supply.gelsFor(light);
  const canDouble = light.gels.every(({ gel }) => free.some(({ id }) => id === gel));
  const full = light.gels.map((gel) => ({ ...gel, strength: Math.max(1, gel.strength) }));
  const times = (by: number) => light.gels.map((gel) => ({ ...gel, strength: held(gel.strength * by) }));
  const least = Math.min(...light.gels.map(({ strength }) => strength));
  const { name } = light;
  const strength = (to: 'full' | 'double', sheets: Light['gels']) => [regelled({ kind: 'strength', name, to }, sheets)];
  const stronger = thin ? strength('full', full) : canDouble ? strength('double', times(2)) : [];
  return [
    ...suspect({ kind: 'gel-pale', name, purity, thinned: thin ? least : null }, thin || share < PALE_SHARE ? stronger : []),
    ...suspect({ kind: 'gel-deep', name, purity }, share > PALE_SHARE ? paler(look, light, verdict.kind, supply) : []),
    ...(light.role === 'key' ? suspect({ kind: 'no-anchor', name }, neutral(look, light)) : []),
  ];
}

/** Paler gels: for more light where the lamp has no more to give; for less colour, its level held, where the colour lives. Anywhere else it is the level that is wrong. */
function paler(look: Look, light: Light, verdict: LightReading['verdict']['kind'], supply: Supply): Proposal[] {
  const gels = otherGels(look, light, supply, true);
  if (light.powerStops > -IN_HAND_STOPS) return gels;
  if (verdict !== 'vivid') return [];
  return gels.map((proposal) => {
    if (proposal.change.kind !== 'gel') return proposal;
    const wanted = Math.max(light.fixture.minStops, light.powerStops - proposal.change.byStops);
    return { ...proposal, look: withLight(proposal.look, light.id, { powerStops: nearestPower(light.fixture, wanted) }) };
  });
}

function ofFlare(look: Look): Suspect[] {
  return veils(look).flatMap(({ lightId, flareStops, offAxisDeg }) => {
    const light = look.lights.find(({ id }) => id === lightId)!;
    if (flareStops <= FLARE_STOPS) return [];
    return suspect({ kind: 'flare', name: light.name, veilStops: flareStops, offAxisDeg }, lensFlag(look, light));
  });
}

/** A flag beside the lens, just outside the picture, between it and a light. */
function lensFlag(look: Look, light: Light): Proposal[] {
  const eye: Point = viewOf(look, 3, 2).eye;
  const d = light.position.map((v, i) => v - eye[i]!) as [number, number, number];
  const length = Math.hypot(...d);
  const at = (i: 0 | 1 | 2) => Number((eye[i] + (d[i] / length) * LENS_FLAG_M).toFixed(3));
  const flagged = withBoard(
    look,
    {
      finish: 'black',
      position: [at(0), Math.max(0.2, at(1)), at(2)],
      widthM: 0.14,
      heightM: 0.2,
      yawDeg: Number(((Math.atan2(d[0], d[2]) * 180) / Math.PI).toFixed(1)),
      lossStops: 0,
      tint: null,
    },
    () => 'Flag beside the lens',
  );
  return flagged
    ? outOfPicture(look, [
        {
          change: { kind: 'lens-flag' },
          lightId: light.id,
          effort: 2,
          look: flagged,
        },
      ])
    : [];
}
