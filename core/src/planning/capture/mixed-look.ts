import { formatShutter } from '../../exposure/stops';
import { flashShutterShare, stopsOverMeter } from '../../exposure/meter';
import { solveRatio, type Control, type RatioAnswer } from '../../exposure/mixed';
import { distanceFor, lossAt } from '../proposals/of-light';
import { apertureBy, ndBy } from '../proposals/of-whole';
import type { Proposal } from '../proposals/proposal';
import { APERTURES, ISOS, nearestMarked, SHUTTERS } from '../../exposure/series';
import { formatPower, nearestPower } from '../../scene/power';
import { ambientLux } from '../../scene/ambient';
import type { Baseline, Light, Look } from '../../document/schema';

/** The present settings and powers, to compare later ones with. `at` is a time in ISO 8601. */
export function baselineOf(look: Look, at: string): Baseline {
  const { aperture, tStop, iso, shutterS, ndStops } = look.camera;
  return {
    kind: 'baseline',
    at,
    aperture,
    tStop,
    iso,
    shutterS,
    ndStops,
    blackoutStops: look.ambient.blackoutStops,
    powers: look.lights.map(({ id, powerStops }) => ({ id, stops: powerStops })),
  };
}

/** What one control did since the baseline, in stops for each kind of light. */
export interface Attribution {
  readonly control: Control | 'blackout';
  /** As it is marked. */
  readonly from: string;
  readonly to: string;
  readonly flash: number;
  readonly continuous: number;
  readonly ambient: number;
}

/** What became of one light since the baseline: by the camera, and by its own power. */
export interface LightAttribution {
  readonly lightId: string;
  readonly name: string;
  readonly kind: 'flash' | 'continuous';
  readonly byCamera: number;
  readonly byPower: number;
  readonly net: number;
}

export interface ChangeReport {
  /** Only controls that moved. */
  readonly controls: readonly Attribution[];
  /** Sums of the controls: what the camera and the blackout did. */
  readonly flash: number;
  readonly continuous: number;
  readonly ambient: number;
  readonly lights: readonly LightAttribution[];
  /** How far flash moved against continuous light: by the shutter, and by power on average over the lights. */
  readonly ratioByShutter: number;
  readonly ratioByPower: number;
}

/** Attributes what changed since a baseline to each control: only the shutter and powers move a ratio. */
export function attributeChange(baseline: Baseline, look: Look): ChangeReport {
  const { camera } = look;
  const before = { ...camera, ...baseline };
  const controls: Attribution[] = [];
  const add = (
    control: Attribution['control'],
    from: string,
    to: string,
    flash: number,
    continuous: number,
    ambient = continuous,
  ) => {
    if (Math.max(Math.abs(flash), Math.abs(continuous), Math.abs(ambient)) > 1e-9)
      controls.push({ control, from, to, flash, continuous, ambient });
  };
  const stop = (settings: { aperture: number; tStop: number | null }) => settings.tStop ?? settings.aperture;
  const mark = (settings: { aperture: number; tStop: number | null }) =>
    settings.tStop === null ? `f/${settings.aperture}` : `T${settings.tStop}`;
  const opened = 2 * Math.log2(stop(before) / stop(camera));
  add('aperture', mark(before), mark(camera), opened, opened);
  const gained = Math.log2(camera.iso / before.iso);
  add('iso', `${before.iso}`, `${camera.iso}`, gained, gained);
  const density = before.ndStops - camera.ndStops;
  add('nd', `${before.ndStops}`, `${camera.ndStops}`, density, density);
  const pulsed = Math.log2(flashShutterShare(camera) / flashShutterShare(before));
  const longer = Math.log2(camera.shutterS / before.shutterS);
  add('shutter', formatShutter(before.shutterS), formatShutter(camera.shutterS), pulsed, longer);
  const blackout = before.blackoutStops - look.ambient.blackoutStops;
  add('blackout', `${before.blackoutStops} stops`, `${look.ambient.blackoutStops} stops`, 0, 0, blackout);
  const sum = (key: 'flash' | 'continuous' | 'ambient') => controls.reduce((total, one) => total + one[key], 0);
  const [flash, continuous] = [sum('flash'), sum('continuous')];
  const powers = new Map(baseline.powers.map(({ id, stops }) => [id, stops]));
  const lights = look.lights.flatMap((light): LightAttribution[] => {
    const was = powers.get(light.id);
    if (was === undefined) return [];
    const kind = light.fixture.kind === 'flash' ? 'flash' : 'continuous';
    const byCamera = kind === 'flash' ? flash : continuous;
    const byPower = light.powerStops - was;
    return [{ lightId: light.id, name: light.name, kind, byCamera, byPower, net: byCamera + byPower }];
  });
  const mean = (kind: LightAttribution['kind']) => {
    const own = lights.filter((light) => light.kind === kind);
    return own.length ? own.reduce((total, { byPower }) => total + byPower, 0) / own.length : 0;
  };
  const ratioByShutter = flash - continuous;
  const ratioByPower = mean('flash') - mean('continuous');
  return {
    controls,
    flash,
    continuous,
    ambient: sum('ambient'),
    lights,
    ratioByShutter,
    ratioByPower,
  };
}

/** What holds the level of flash when its power has moved. */
export type HoldBy = 'iso' | 'aperture' | 'nothing';

/** A ratio solved inside a look's limits, and the look that has it. */
export interface LookRatio {
  readonly answer: RatioAnswer;
  /** The look with the shutter, powers and the holding control set, on marked values. */
  readonly look: Look;
  /** What really changes of the ratio once values are as marked, stops. */
  readonly reachedStops: number;
  readonly steps: readonly RatioStep[];
}

/** One dial to turn, from and to as marked. */
export interface RatioStep {
  readonly dial: 'shutter' | 'power' | 'iso' | 'aperture';
  /** The flash whose power it is; null for the camera's dials. */
  readonly light: string | null;
  readonly from: string;
  readonly to: string;
}

/**
 * Moves flash against continuous light and ambient by `changeStops` (negative: flash falls back): the shutter first, inside
 * sync and what can be held; then flash power, all flashes alike; then ISO or aperture to hold the level of flash.
 */
export function solveLookRatio(look: Look, changeStops: number, holdBy: HoldBy): LookRatio {
  const { camera } = look;
  const flashes = look.lights.filter(({ fixture, on, locked }) => fixture.kind === 'flash' && on && !locked);
  const room = (f: (light: Light) => number) => (flashes.length ? Math.min(...flashes.map(f)) : 0);
  const answer = solveRatio(camera.shutterS, changeStops, {
    syncS: camera.syncS,
    longestS: Math.max(camera.syncS, camera.longestS),
    powerDownStops: room((light) => light.powerStops - light.fixture.minStops),
    powerUpStops: room((light) => -light.powerStops),
  });
  const moved = Math.abs(answer.byShutterStops) > 1e-9;
  // The limits are marked values themselves; anything between goes to the nearest that keeps inside them.
  const shutterS = moved
    ? markedShutter(answer.shutterS, camera.syncS, Math.max(camera.syncS, camera.longestS))
    : camera.shutterS;
  const powered = look.lights.map((light) =>
    flashes.includes(light) && answer.byPowerStops !== 0
      ? { ...light, powerStops: nearestPower(light.fixture, light.powerStops + answer.byPowerStops) }
      : light,
  );
  const held = heldLevel(look, answer.openUpStops, holdBy);
  const after: Look = { ...look, camera: { ...camera, shutterS, ...held }, lights: powered };
  const first = flashes[0];
  const byPower = first ? powered.find(({ id }) => id === first.id)!.powerStops - first.powerStops : 0;
  const ofCamera = (dial: RatioStep['dial'], from: string, to: string): RatioStep => ({ dial, light: null, from, to });
  const steps = [
    ...(moved ? [ofCamera('shutter', formatShutter(camera.shutterS), formatShutter(shutterS))] : []),
    ...flashes
      .map((light) => ({ light, now: powered.find(({ id }) => id === light.id)! }))
      .filter(({ light, now }) => now.powerStops !== light.powerStops)
      .map(({ light: { name, fixture, powerStops }, now }): RatioStep => {
        const [was, to] = [formatPower(fixture, powerStops), formatPower(fixture, now.powerStops)];
        return { dial: 'power', light: name, from: was, to };
      }),
    ...(held.iso ? [ofCamera('iso', `${camera.iso}`, `${held.iso}`)] : []),
    ...(held.aperture ? [ofCamera('aperture', `f/${camera.aperture}`, `f/${held.aperture}`)] : []),
  ];
  return { answer, look: after, reachedStops: byPower - Math.log2(shutterS / camera.shutterS), steps };
}

function markedShutter(shutterS: number, low: number, high: number): number {
  const inside = [low, ...SHUTTERS, high].filter((one) => one >= low - 1e-12 && one <= high + 1e-12);
  return nearestMarked(inside, shutterS);
}

function heldLevel(look: Look, openUpStops: number, holdBy: HoldBy): { iso?: number; aperture?: number; tStop?: number } {
  const { camera } = look;
  if (Math.abs(openUpStops) < 0.05 || holdBy === 'nothing') return {};
  if (holdBy === 'iso') {
    const iso = nearestMarked(ISOS, camera.iso * 2 ** openUpStops);
    return iso === camera.iso ? {} : { iso };
  }
  const scale = 2 ** (-openUpStops / 2);
  const aperture = nearestMarked(APERTURES, camera.aperture * scale);
  if (aperture === camera.aperture) return {};
  return camera.tStop === null
    ? { aperture }
    : { aperture, tStop: Number((camera.tStop * (aperture / camera.aperture)).toFixed(2)) };
}

/** Ways to weaken a flash that is at its lowest power and still `overStops` too bright, each with its price. */
export function floorRemedies(look: Look, light: Light, overStops: number): Proposal[] {
  return [
    ...distanceFor(look, light, -overStops),
    ...lossAt(look, light, overStops, 'density'),
    ...lossAt(look, light, overStops, 'diffusion'),
    ...apertureBy(look, -overStops),
    ...ndBy(look, -overStops),
  ];
}

/** Flashes that stand at the lowest power they have. */
export function flashesAtFloor(look: Look): Light[] {
  return look.lights.filter(
    ({ fixture, on, powerStops }) => on && fixture.kind === 'flash' && powerStops <= fixture.minStops + 0.01,
  );
}

/** Ambient and continuous light against the meter at a look's settings, lx that reach the face by kind; for the words of a page. */
export function ambientStopsNow(look: Look): number {
  return stopsOverMeter(ambientLux(look.ambient) * look.camera.shutterS, look.camera);
}
