import { makeCamera, type Camera } from '../camera/camera';
import { yBar } from '../colour/observer';
import { inField } from '../errors';
import { nearFieldRatio } from '../exposure/distance';
import { zoomGain } from '../exposure/beam';
import {
  checkExposureSettings,
  continuousLuxSeconds,
  flashShutterShare,
  METER_CONSTANT_LXS,
  stopsOverMeter,
} from '../exposure/meter';
import { dot, flat, product, type Spectrum } from '../spectrum/grid';
import { EYE_WHITE, skinReflectance } from '../surface/skin';
import { balancedTriple } from '../vivid/alone';
import type { Triple } from '../vivid/vividness';
import { flareOf, inScatter } from '../transport/air';
import { subjectForms } from '../transport/geometry';
import {
  colourMovesWithLevel,
  fullLux,
  lampStops,
  lookupIn,
  resolveFilter,
  resolveSensor,
  resolveSource,
  resolveSurface,
  spectrumOfSource,
  type SpectrumLookup,
} from './resolve';
import { bring, placed, reaching, stageOf, type Placed, type Stage } from '../transport/stage';
import { liquidAsSurface, tintOf, wallReflectance } from './reflectances';
import { landedFlux, washFactor } from '../transport/room';
import { viewOf, type View } from '../transport/view';
import type { Light, Look, Point, ProbeSurface } from './schema';

/** Numbers that each light brings to each probe: balanced r, g, b, reflected photopic Y, incident photopic E. */
export const FIGURES = 5;
const [R, Y, E] = [0, 3, 4];

/** The id under which ambient light appears among a look's lights. */
export const AMBIENT_ID = 'ambient';

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
  readonly knots: readonly { readonly stops: number; readonly figures: Float64Array }[];
  /** Source through gels without geometry at present power, 1 lx before filters. */
  readonly filtered: Spectrum;
}

/** A probe's surface in this camera. */
export interface SceneProbe {
  readonly reflectance: Spectrum;
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
  const lookup = lookupIn(look.spectra);
  const { camera: settings } = look;
  const camera = inField('camera', () => {
    checkExposureSettings(settings);
    return makeCamera({
      sensor: resolveSensor(settings, lookup),
      headroomStops: settings.headroomStops,
      curve: settings.curve,
      whiteK: settings.whiteK,
      tintDuv: settings.tintDuv,
    });
  });
  const surfaces = surfacesOf(look, camera, lookup);
  const set = setOf(look, lookup);
  const anySolo = look.lights.some((light) => light.on && light.solo);
  const lights = look.lights.map((light, index) =>
    inField(`lights[${index}]`, () =>
      compileLight(look, light, index, light.on && !light.muted && (!anySolo || light.solo), surfaces, set, lookup),
    ),
  );
  return {
    look,
    camera,
    probes: look.probes.map(({ surface }, p) => ({ ...surfaces[surface].probe, open: set.places[p]!.open * set.fade[p]! })),
    lights: [...lights, compileAmbient(look, surfaces, set, !anySolo, lookup)],
  };
}

/** What all lights of a look share: the subject and boards, the camera's view, each probe on its surface, and what haze takes on the way to it. */
interface SetUp {
  readonly stage: Stage;
  readonly view: View;
  readonly places: readonly Placed[];
  readonly fade: readonly number[];
  readonly walls: Spectrum;
  readonly tints: readonly Spectrum[];
}

function setOf(look: Look, lookup: SpectrumLookup): SetUp {
  const stage = stageOf(look);
  const view = viewOf(look, 3, 2);
  const places = look.probes.map((probe) => placed(stage, probe));
  const away = (from: Point, to: Point) => Math.hypot(from[0] - to[0], from[1] - to[1], from[2] - to[2]);
  return {
    stage,
    view,
    places,
    fade: places.map(({ place }) => Math.exp(-look.air.hazePerM * away(view.eye, place))),
    walls: wallReflectance(look, lookup),
    tints: look.boards.map((board, i) => tintOf(board, i, lookup)),
  };
}

interface CompiledSurface {
  readonly probe: Omit<SceneProbe, 'open'>;
  /** Sensitivities times reflectance over white response (r, g, b), then ybar times reflectance. */
  readonly weights: readonly Spectrum[];
}

type Surfaces = Record<ProbeSurface, CompiledSurface> & {
  /** A perfect white: what haze and flare look like. */
  readonly white: CompiledSurface;
};

function surfacesOf(look: Look, camera: Camera, lookup: SpectrumLookup): Surfaces {
  const compile = (reflectance: Spectrum): CompiledSurface => ({
    probe: { reflectance, white: balancedTriple(camera, product(camera.white, reflectance)) },
    weights: [
      ...camera.sensor.map((s, c) => product(s, reflectance).map((v) => v / camera.whiteResponse[c]!)),
      product(yBar, reflectance),
    ],
  });
  return {
    skin: compile(skinReflectance(look.subject.skinDepth)),
    hair: compile(inField('subject.hair', () => resolveSurface(look.subject.hair, lookup))),
    wardrobe: compile(inField('subject.wardrobe', () => resolveSurface(look.subject.wardrobe, lookup))),
    backdrop: compile(inField('backdrop.surface', () => resolveSurface(look.backdrop.surface, lookup))),
    'eye-white': compile(EYE_WHITE),
    label: compile(inField('subject.label', () => resolveSurface(look.subject.label, lookup))),
    liquid: compile(liquidAsSurface(look)),
    table: compile(inField('subject.wardrobe', () => resolveSurface(look.subject.wardrobe, lookup))),
    white: compile(flat(1)),
  };
}

/** Relative exposure of 1 lx s at the camera's settings. */
function exposureOfLuxSecond(look: Look): number {
  return 2 ** stopsOverMeter(1, look.camera);
}

/** Relative exposure that a light at full power brings per unit of `transfer`, its modifier's loss and all its pieces included. */
export function fullExposure(look: Look, light: Light, lookup: SpectrumLookup = lookupIn(look.spectra)): number {
  const { fixture, modifier } = light;
  const loss = 2 ** (light.unit.outputStops + lampStops(light) - modifier.lossStops);
  const luxSeconds =
    fixture.kind === 'flash'
      ? ((METER_CONSTANT_LXS * fixture.guideNumberM ** 2) / 100) * flashShutterShare(look.camera)
      : continuousLuxSeconds(fullLux(light, lookup) / nearFieldRatio(modifier.face, 1), look.camera);
  return luxSeconds * loss * zoomGain(modifier.beam) * light.pieces * exposureOfLuxSecond(look);
}

function compileLight(
  look: Look,
  light: Light,
  index: number,
  active: boolean,
  surfaces: Surfaces,
  set: SetUp,
  lookup: SpectrumLookup,
): SceneLight {
  const full = fullExposure(look, light, lookup);
  const landed = landedFlux(look, light, subjectForms(look));
  const wash = washFactor(look, landed, surfaces.backdrop.probe.reflectance, set.walls).map((v) => v * full);
  const at = contributions(look, light, full, set);
  const filter = resolveFilter(light, lookup);
  const spectrumAt = (stops: number) => product(resolveSource(light, stops, lookup), filter);
  const filtered = spectrumAt(light.powerStops);
  const figures = (spectrum: Spectrum) => figuresOf(look, spectrum, at, wash, surfaces, set);
  const knots = colourMovesWithLevel(light.fixture)
    ? knotStops(light.fixture.minStops).map((stops) => ({ stops, figures: figures(spectrumAt(stops)) }))
    : [{ stops: 0, figures: figures(filtered) }];
  return {
    id: light.id,
    name: light.name,
    index,
    active,
    powerStops: light.powerStops,
    zone: look.probes.findIndex(({ id }) => id === light.zone),
    knots,
    filtered,
  };
}

function knotStops(minStops: number): number[] {
  const count = Math.max(1, Math.ceil(-minStops / KNOT_STOPS));
  return Array.from({ length: count + 1 }, (_, i) => minStops * (1 - i / count));
}

/** What one light brings to one probe, at full power and before any colour. */
interface Contribution {
  /** On the surface, straight and by way of white cards. */
  readonly direct: number;
  /** Share of the room's light that comes in. */
  readonly open: number;
  readonly cards: readonly { readonly board: number; readonly value: number }[];
  /** Haze in the line of sight and flare over it. */
  readonly air: number;
}

function contributions(look: Look, light: Light, full: number, { stage, view, places, fade }: SetUp): Contribution[] {
  const { hazePerM } = look.air;
  const reach = reaching(light, stage);
  const { veil } = flareOf(reach, stage, view.eye, view.forward);
  return places.map((at, p) => {
    const [x, y, z] = at.place;
    const [lx, ly, lz] = light.position;
    const dim = full * fade[p]! * (hazePerM > 0 ? Math.exp(-hazePerM * Math.hypot(lx - x, ly - y, lz - z)) : 1);
    const { direct, cards } = bring(reach, at, stage);
    return {
      direct: dim * direct,
      open: at.open * fade[p]!,
      cards: cards.map(({ board, value }) => ({ board, value: dim * value })),
      air: full * (veil + inScatter(reach, stage, hazePerM, view.eye, at.place)),
    };
  });
}

function figuresOf(
  look: Look,
  spectrum: Spectrum,
  at: readonly Contribution[],
  wash: Spectrum,
  surfaces: Surfaces,
  { tints }: Pick<SetUp, 'tints'>,
): Float64Array {
  const washed = product(spectrum, wash);
  const weigh = (light: Spectrum, surface: ProbeSurface | 'white') => surfaces[surface].weights.map((w) => dot(light, w));
  const known = new Map<string, number[]>();
  const onSurface = (key: string, make: () => number[]) => {
    let found = known.get(key);
    if (!found) known.set(key, (found = make()));
    return found;
  };
  const luminous = dot(spectrum, yBar);
  const washLuminous = dot(washed, yBar);
  const out = new Float64Array(look.probes.length * FIGURES);
  look.probes.forEach(({ surface }, p) => {
    const { direct, open, cards, air } = at[p]!;
    const add = (times: number, terms: readonly number[]) => {
      if (times !== 0) for (let c = R; c <= Y; c++) out[p * FIGURES + c]! += times * terms[c]!;
    };
    add(
      direct,
      onSurface(surface, () => weigh(spectrum, surface)),
    );
    add(
      open,
      onSurface(`${surface} wash`, () => weigh(washed, surface)),
    );
    add(
      air,
      onSurface('white', () => weigh(spectrum, 'white')),
    );
    let incident = direct * luminous + open * washLuminous;
    for (const { board, value } of cards) {
      const tinted = () => product(spectrum, tints[board]!);
      add(
        value,
        onSurface(`${surface} ${board}`, () => weigh(tinted(), surface)),
      );
      incident += value * onSurface(`card ${board}`, () => [dot(tinted(), yBar)])[0]!;
    }
    out[p * FIGURES + E] = incident;
  });
  return out;
}

/** Illuminance of ambient light once blackout has taken its part, lx. */
export function ambientLux({ lux, blackoutStops }: Look['ambient']): number {
  return lux * 2 ** -blackoutStops;
}

function compileAmbient(look: Look, surfaces: Surfaces, set: SetUp, active: boolean, lookup: SpectrumLookup): SceneLight {
  const spectrum = inField('ambient.source', () => spectrumOfSource(look.ambient.source, lookup));
  const exposure = continuousLuxSeconds(ambientLux(look.ambient), look.camera) * exposureOfLuxSecond(look);
  const none = new Float64Array(spectrum.length);
  const at = set.places.map(({ open }, p): Contribution => ({
    direct: exposure * open * set.fade[p]!,
    open: 0,
    cards: [],
    air: 0,
  }));
  return {
    id: AMBIENT_ID,
    name: 'Ambient',
    index: -1,
    active: active && look.ambient.lux > 0,
    powerStops: 0,
    zone: -1,
    knots: [{ stops: 0, figures: figuresOf(look, spectrum, at, none, surfaces, set) }],
    filtered: spectrum,
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
