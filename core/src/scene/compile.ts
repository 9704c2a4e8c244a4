import type { Camera } from '../camera/camera';
import { zoomGain } from '../exposure/beam';
import { nearFieldRatio } from '../exposure/distance';
import {
  checkExposureSettings,
  continuousLuxSeconds,
  flashShutterShare,
  METER_CONSTANT_LXS,
  stopsOverMeter,
} from '../exposure/meter';
import { inField } from '../errors';
import { kept } from '../kept';
import { product, type Spectrum } from '../spectrum/grid';
import { BY_PATCHES, washFactor } from '../transport/room';
import { balancedTriple } from '../vivid/alone';
import { isWhiteLight, type Triple } from '../vivid/vividness';
import type { Light, Look, Point } from '../document/schema';
import { AMBIENT_ID, ambientLux } from './ambient';
import { cameraOf } from './camera';
import { ambientContributions, contributions, geometryOf } from './contributions';
import { FIGURES } from './figures';
import { figuresOf } from './probe-figures';
import {
  colourMovesWithLevel,
  fullLux,
  lampStops,
  lookupIn,
  resolveFilter,
  resolveSource,
  spectrumOfSource,
  type SpectrumLookup,
} from './resolve';
import { roomShare, setOf, type SetUp } from './set-up';
import { BESIDE, BESIDE_LIGHT } from './same-picture';
import { surfacesOf, type Surfaces } from './surfaces';
import { frameLitBy, NOTHING_LIT, veilOf } from './veil';

/** Spacing of the table over the power range for lights whose colour moves with level, stops. */
const KNOT_STOPS = 1 / 3;

/**
 * One light compiled for one look: what it brings to every probe at full power (times 2^powerStops at others). All
 * figures are relative exposures: a neutral reflectance rho under a meter reading of s stops has r = g = b = Y = rho 2^s.
 */
export interface SceneLight {
  readonly id: string;
  readonly name: string;
  /** Index in the look; -1 for ambient. */
  readonly index: number;
  /** Counts in the picture: on, not muted, and soloed if any light is. */
  readonly active: boolean;
  readonly powerStops: number;
  readonly zone: number;
  /** One block of probes x FIGURES at each knot, divided by 2^stops; a single block where colour does not move. */
  readonly knots: readonly { readonly stops: number; readonly figures: ArrayLike<number> }[];
  /** Source through gels without geometry at present power, 1 lx before filters. */
  readonly filtered: Spectrum;
  /** White to this camera. */
  readonly isWhite: boolean;
}

/** A probe's surface in this camera. */
export interface SceneProbe {
  readonly reflectance: Spectrum;
  /** Where it lies on its surface, m in the room. */
  readonly at: Point;
  /** Balanced values of the white-balance illuminant on the surface. */
  readonly white: Triple;
  /** Share of the light of the room that comes in and through the haze to the camera. */
  readonly open: number;
}

/** A look compiled for repeated evaluation at changing powers. */
export interface Scene {
  readonly look: Look;
  readonly camera: Camera;
  readonly probes: readonly SceneProbe[];
  /** The look's lights in order, then ambient. */
  readonly lights: readonly SceneLight[];
}

/** Compiles a look that has passed `parseLook`. @throws InputError where a reference or a figure cannot be used. */
export function compileScene(look: Look): Scene {
  const { camera, probes, ambient, litBy } = groundOf(look);
  const anySolo = look.lights.some((light) => light.on && light.solo);
  const lights = look.lights.map((light, index): SceneLight => {
    const { knots, at } = inField(`lights[${index}]`, () => litBy(light));
    return {
      id: light.id,
      name: light.name,
      index,
      active: light.on && !light.muted && (!anySolo || light.solo),
      powerStops: light.powerStops,
      zone: look.probes.findIndex(({ id }) => id === light.zone),
      knots,
      ...at(light.powerStops),
    };
  });
  return { look, camera, probes, lights: [...lights, { ...ambient, active: !anySolo && ambient.active }] };
}

/** What the lights of a look are worked out from, and what was worked out of them. */
interface Ground extends Pick<Scene, 'camera' | 'probes'> {
  readonly ambient: SceneLight;
  readonly litBy: (light: Light) => Lit;
}

/** What one light brings at every level. */
interface Lit extends Pick<SceneLight, 'knots'> {
  /** At a level, stops under full. */
  readonly at: (stops: number) => Pick<SceneLight, 'filtered' | 'isWhite'>;
}

/** Few: each holds the subject that it is about. */
const grounds = kept<Ground>(12);
const MOST_LIT = 64;
/** What of a light is told to a scene beside what it brings. */
const TOLD = ['id', 'powerStops', 'on', 'muted', 'solo', 'zone'] as const;

/** By all of a look that is not its lights, so that an edit of one light works out that light alone, and of its level none. */
function groundOf(given: Look): Ground {
  const key = JSON.stringify(without(given, [...BESIDE, 'lights']));
  return grounds(key, () => {
    const look = copied(given, key);
    const lookup = lookupIn(look.spectra);
    const camera = inField('camera', () => {
      checkExposureSettings(look.camera);
      return cameraOf(look);
    });
    const surfaces = surfacesOf(look, camera);
    const set = setOf(look, surfaces.reflectances, lookup);
    const lit = kept<Lit>(MOST_LIT);
    return {
      camera,
      probes: look.probes.map(({ surface }, p) => {
        const on = set.places[p]!;
        return { ...surfaces.probe(surface), at: on.place, open: roomShare(on) * set.fade[p]! };
      }),
      ambient: compileAmbient(look, surfaces, set, lookup),
      litBy: (light) => {
        const own = JSON.stringify(without(light, [...BESIDE_LIGHT, ...TOLD]));
        return lit(own, () => litOf(look, copied(light, own), surfaces, set, lookup));
      },
    };
  });
}

/** A copy of what a key was made of: whoever tries changes may write them into the look that was compiled. */
const copied = <T extends object>(given: T, key: string): T => ({ ...given, ...(JSON.parse(key) as Partial<T>) });

const without = <T extends object>(whole: T, keys: readonly (keyof T)[]): Partial<T> =>
  Object.fromEntries(Object.entries(whole).filter(([key]) => !keys.includes(key as keyof T))) as Partial<T>;

/** Relative exposure of 1 lx s at the camera's settings. */
function exposureOfLuxSecond(look: Look): number {
  return 2 ** stopsOverMeter(1, look.camera);
}

/**
 * Relative exposure that a light at full power brings per unit of `transfer`, its modifier's loss and all its pieces included. The loss has one meaning for
 * flash and continuous light alike: what is left on the axis at 1 m, with a face of its size.
 */
export function fullExposure(look: Look, light: Light, lookup: SpectrumLookup = lookupIn(look.spectra)): number {
  const { fixture, modifier } = light;
  const loss = 2 ** (light.unit.outputStops + lampStops(light) - modifier.lossStops);
  const atOneMetre =
    fixture.kind === 'flash'
      ? ((METER_CONSTANT_LXS * fixture.guideNumberM ** 2) / 100) * flashShutterShare(look.camera)
      : continuousLuxSeconds(fullLux(light, lookup), look.camera);
  return (
    (atOneMetre / nearFieldRatio(modifier.face, 1)) * loss * zoomGain(modifier.beam) * light.pieces * exposureOfLuxSecond(look)
  );
}

function litOf(look: Look, light: Light, surfaces: Surfaces, set: SetUp, lookup: SpectrumLookup): Lit {
  const full = fullExposure(look, light, lookup);
  const geometry = geometryOf(look, light, set);
  const washOf = (after: 0 | typeof BY_PATCHES) =>
    washFactor(look, geometry.landed, surfaces.reflectances.of('backdrop'), set.walls, after).map((v) => v * full);
  const wash = washOf(BY_PATCHES);
  const at = contributions(geometry, full, set);
  const veil = veilOf(look, frameLitBy(light, set), full, washOf(0), surfaces, set);
  const filter = resolveFilter(light, lookup);
  const spectrumAt = (stops: number) => product(resolveSource(light, stops, lookup), filter);
  const figures = (spectrum: Spectrum) => figuresOf(look, spectrum, at, wash, surfaces, set, veil(spectrum));
  const seen = (filtered: Spectrum) => ({
    filtered,
    isWhite: isWhiteLight(surfaces.camera, balancedTriple(surfaces.camera, filtered)),
  });
  if (!colourMovesWithLevel(light.fixture)) {
    const always = seen(spectrumAt(0));
    return { knots: [{ stops: 0, figures: figures(always.filtered) }], at: () => always };
  }
  return {
    knots: knotStops(light.fixture.minStops).map((stops) => ({ stops, figures: figures(spectrumAt(stops)) })),
    at: (stops) => seen(spectrumAt(stops)),
  };
}

function knotStops(minStops: number): number[] {
  // A lamp without a dimmer has one level, and one colour.
  if (minStops >= 0) return [0];
  const count = Math.max(1, Math.ceil(-minStops / KNOT_STOPS));
  return Array.from({ length: count + 1 }, (_, i) => minStops * (1 - i / count));
}

function compileAmbient(look: Look, surfaces: Surfaces, set: SetUp, lookup: SpectrumLookup): SceneLight {
  const spectrum = inField('ambient.source', () => spectrumOfSource(look.ambient.source, lookup));
  const exposure = continuousLuxSeconds(ambientLux(look.ambient), look.camera) * exposureOfLuxSecond(look);
  const none = new Float64Array(spectrum.length);
  const at = ambientContributions(look, exposure, set);
  const full = new Float64Array(spectrum.length).fill(exposure);
  const veil = veilOf(look, NOTHING_LIT, 0, full, surfaces, set)(spectrum);
  return {
    id: AMBIENT_ID,
    name: 'Ambient',
    index: -1,
    active: look.ambient.lux > 0,
    powerStops: 0,
    zone: -1,
    knots: [{ stops: 0, figures: figuresOf(look, spectrum, at, none, surfaces, set, veil) }],
    filtered: spectrum,
    isWhite: isWhiteLight(surfaces.camera, balancedTriple(surfaces.camera, spectrum)),
  };
}

/** Adds what a light brings to a probe at `stops` under full into `out` (FIGURES long). */
export function addFigures(out: Float64Array, light: SceneLight, probe: number, stops: number, sign = 1): void {
  addRange(out, light, probe * FIGURES, FIGURES, stops, sign);
}

/** The same at every probe at once; `out` is probes x FIGURES long. */
export function addAllFigures(out: Float64Array, light: SceneLight, stops: number): void {
  addRange(out, light, 0, out.length, stops, 1);
}

function addRange(out: Float64Array, { knots }: SceneLight, at: number, count: number, stops: number, sign: number): void {
  // Not `2 ** stops`, which is several times slower: a balance does this some hundred thousand times.
  const scale = sign * Math.exp(stops * Math.LN2);
  if (knots.length === 1) {
    const { figures } = knots[0]!;
    for (let c = 0; c < count; c++) out[c]! += scale * figures[at + c]!;
    return;
  }
  const last = knots.length - 1;
  const spacing = knots[1]!.stops - knots[0]!.stops;
  const place = Math.min(last, Math.max(0, (stops - knots[0]!.stops) / spacing));
  const i = Math.min(last - 1, Math.floor(place));
  const t = place - i;
  const low = knots[i]!.figures;
  const high = knots[i + 1]!.figures;
  for (let c = 0; c < count; c++) out[c]! += scale * (low[at + c]! * (1 - t) + high[at + c]! * t);
}

/** Whether the colour of a compiled light moves with its level. */
export function colourMoves(light: SceneLight): boolean {
  return light.knots.length > 1;
}

/** The sum of all active lights at a probe, FIGURES long; `powers` in stops by light, the look's own by default. */
export function totalFigures(scene: Scene, probe: number, powers?: ArrayLike<number>): Float64Array {
  const out = new Float64Array(FIGURES);
  scene.lights.forEach((light, l) => {
    if (light.active) addFigures(out, light, probe, powers ? powers[l]! : light.powerStops);
  });
  return out;
}
