import { buildOrder } from '../../planning/build/order';
import type { AddressRange } from '../../control/addresses';
import { zoomLens } from '../../exposure/beam';
import { formatShutter } from '../../exposure/stops';
import { flashFacts, formatPower, nearestPower } from '../../scene/power';
import { gelNameIn } from '../../scene/resolve';
import { throwM } from '../../transport/room';
import type { Light, Look, Setting } from '../../document/schema';

/** The plan in the terms of the dials: what a person at the stand needs, and no more. */

/** Less than this is not told: it would read 0.0. */
const LEAST_ROUNDING = 0.05;

/** One light to set, in the order in which the look is built up. */
export interface SheetCard {
  readonly lightId: string;
  readonly name: string;
  readonly role: Light['role'];
  /** How many alike are set the same. */
  readonly pieces: number;
  readonly fixture: string;
  /** Power in the fixture's own terms. */
  readonly power: string;
  /** Its energy there, J; null for all but flashes whose energy is known. */
  readonly joules: number | null;
  /** How far the nearest setting is from what was planned, stops; 0 where it is a step of the fixture. */
  readonly roundingStops: number;
  /** What a full-colour fixture is set to, dial by dial; empty for any other. */
  readonly dials: readonly SheetLine[];
  /** Gels from the lamp outwards, as sheets to take. */
  readonly gels: readonly { readonly id: string; readonly name: string; readonly strength: number }[];
  readonly mount: Light['mount'];
  readonly modifier: string;
  /** Grid, blades, spot and roll in words; empty where there is nothing to set. */
  readonly shape: readonly string[];
  readonly distanceM: number;
  readonly heightM: number;
  /** Round what it aims at: 0 before it, 180 behind, and to which side of the picture. */
  readonly aroundDeg: number;
  readonly side: 'left' | 'right' | '';
  readonly aim: string;
  /** Names of the groups that it is trimmed with. */
  readonly groups: readonly string[];
  readonly cue: string;
  /** Where it listens on a lighting network, as somebody set it; null where nobody did. */
  readonly address: AddressRange | null;
}

/** One line of a card: a dial or a question of the stand, and what it is to be. */
export interface SheetLine {
  readonly name: string;
  readonly value: string;
}

/** The gels of a card from the lamp outwards, by their names; '' for none. */
export function gelWords({ gels }: Pick<SheetCard, 'gels'>): string {
  return gels.map(({ name, strength }) => (strength === 1 ? name : `${name} at ${strength}`)).join(' + ');
}

/** The cards of all lights that are on, in build order. */
export function runSheet(look: Look): SheetCard[] {
  return buildOrder(look).map((light): SheetCard => {
    const { position, aim, fixture, modifier } = light;
    const deg = (Math.atan2(position[0] - aim[0], position[2] - aim[2]) * 180) / Math.PI;
    const around = Math.round(Math.abs(deg));
    const set = nearestPower(fixture, light.powerStops);
    const rounding = set - light.powerStops;
    return {
      lightId: light.id,
      name: light.name,
      role: light.role,
      pieces: light.pieces,
      fixture: fixture.name,
      power: formatPower(fixture, set),
      joules: fixture.kind === 'flash' ? flashFacts(fixture, set).joules : null,
      roundingStops: Math.abs(rounding) < LEAST_ROUNDING ? 0 : rounding,
      dials: light.setting ? dialsOf(look, light.setting) : [],
      gels: light.gels.map(({ gel, strength }) => ({ id: gel, name: gelNameIn(look.spectra, gel), strength })),
      mount: light.mount,
      modifier: modifier.name,
      shape: shapeOf(light),
      distanceM: throwM(light),
      heightM: position[1],
      aroundDeg: around,
      side: around === 0 || around === 180 ? '' : deg < 0 ? 'left' : 'right',
      aim: aimOf(look, light),
      groups: look.build.groups.filter(({ lights }) => lights.includes(light.id)).map(({ name }) => name),
      cue: light.effect?.cue ?? '',
      address: light.rig.address,
    };
  });
}

function dialsOf(look: Look, setting: Setting): { name: string; value: string }[] {
  const dial = (name: string, value: string) => ({ name, value });
  const green = (duv: number) => (duv === 0 ? 'none' : `${duv > 0 ? 'green' : 'magenta'} ${Math.abs(duv).toFixed(4)} Duv`);
  switch (setting.mode) {
    case 'cct':
      return [
        dial('Mode', 'white'),
        dial('Colour temperature', `${Math.round(setting.cctK)} K`),
        dial('Green or magenta', green(setting.duv)),
      ];
    case 'hsi':
      return [
        dial('Mode', 'hue'),
        dial('Hue', `${Math.round(setting.hueDeg)}°`),
        dial('Saturation', `${Math.round(100 * setting.saturation)} %`),
        dial('White', `${Math.round(setting.whiteK)} K`),
      ];
    case 'rgb':
      return [
        dial('Mode', 'RGB'),
        dial('Red', `${Math.round(setting.r)}`),
        dial('Green', `${Math.round(setting.g)}`),
        dial('Blue', `${Math.round(setting.b)}`),
      ];
    case 'xy':
      return [dial('Mode', 'x, y'), dial('x', setting.x.toFixed(4)), dial('y', setting.y.toFixed(4))];
    case 'gel':
      return [
        dial('Mode', 'gel'),
        dial('Gel', gelNameIn(look.spectra, setting.gel)),
        dial('White', `${Math.round(setting.whiteK)} K`),
      ];
  }
}

function shapeOf({ modifier, rollDeg }: Light): string[] {
  const { beam, gridDeg, cut } = modifier;
  const out: string[] = [];
  if (gridDeg !== null) out.push(`grid, cuts off at ${Math.round(gridDeg)}°`);
  if (beam.kind === 'zoom')
    out.push(`spot to flood at ${Math.round(100 * beam.zoom)}: ${Math.round(zoomLens(beam, beam.zoom).beamDeg)}° beam`);
  if (cut) out.push(`blades left ${cut.leftDeg}°, right ${cut.rightDeg}°, top ${cut.topDeg}°, bottom ${cut.bottomDeg}°`);
  if (rollDeg !== 0) out.push(`rolled ${Math.abs(rollDeg)}° to the ${rollDeg > 0 ? 'right' : 'left'}`);
  return out;
}

/** An aim nearer to a place than this is on it, m. */
const ON_IT_M = 0.12;

function aimOf(look: Look, { aim }: Light): string {
  const face = look.subject.faceHeightM;
  if (Math.hypot(aim[0], aim[1] - face, aim[2]) < ON_IT_M) return look.subject.form === 'bottle' ? 'the bottle' : 'the face';
  const near = look.probes
    .map(({ name, position }) => ({ name, d: Math.hypot(aim[0] - position[0], aim[1] - position[1], aim[2] - position[2]) }))
    .sort((a, b) => a.d - b.d)[0];
  if (near && near.d < 2 * ON_IT_M) return near.name.toLowerCase();
  return `${aim[0].toFixed(2)} m ${aim[0] < 0 ? 'left' : 'right'}, ${aim[1].toFixed(2)} m high, ${Math.abs(aim[2]).toFixed(2)} m ${aim[2] < 0 ? 'behind' : 'before'} the subject`;
}

/** The camera's part of the sheet, dial by dial. */
export function cameraCard({ camera }: Look): SheetLine[] {
  const { mode, aperture, tStop, iso, shutterS, fps, ndStops, whiteK, tintDuv, focalMm, distanceM, diffusion } = camera;
  return [
    { name: 'ISO', value: `${Math.round(iso)}` },
    { name: tStop === null ? 'Aperture' : 'T-stop', value: tStop === null ? `f/${aperture}` : `T${tStop}` },
    mode === 'cinema'
      ? { name: 'Shutter', value: `${Math.round(360 * shutterS * fps)}° at ${fps} frames a second` }
      : { name: 'Shutter', value: formatShutter(shutterS) },
    {
      name: 'White',
      value: `${Math.round(whiteK)} K${tintDuv ? `, ${tintDuv > 0 ? 'green' : 'magenta'} ${Math.abs(tintDuv).toFixed(4)} Duv` : ''}`,
    },
    { name: 'ND', value: ndStops > 0 ? `${ndStops} stops` : 'none' },
    { name: 'Lens', value: `${focalMm} mm from ${distanceM.toFixed(2)} m${diffusion ? `, soft filter ${diffusion}` : ''}` },
  ];
}
