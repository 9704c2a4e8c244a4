import type { Camera } from '../camera/camera';
import { FIGURE, FIGURES } from './figures';
import { cameraOf } from './camera';
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
import { dot, product, type Spectrum } from '../spectrum/grid';
import type { Reflectances } from './reflectances';
import { balancedTriple } from '../vivid/alone';
import { isWhiteLight, type Triple } from '../vivid/vividness';
import { flareOf, inScatter } from '../transport/air';
import { subjectForms } from '../transport/geometry';
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
import { emittingKey } from '../transport/emission';
import { reaching } from '../transport/reach';
import { stageOf, type Stage } from '../transport/stage';
import { bring, placed, STRAND_ROOM, type Brought, type Placed } from '../transport/zone-light';
import { ownHollow } from '../transport/bounce';
import { frameSamples } from './frame-light';
import { surfacesOf, type Surfaces } from './surfaces';
import { spreadShare } from './soft-filter';
import { frameLitBy, NOTHING_LIT, veilOf } from './veil';
import { figuresOn, type Weights } from './surfaces';
import { cardName, paintsOf, sendersOf, wallReflectance } from './reflectances';
import { SENDERS } from '../transport/surround';
import type { Paints } from '../transport/paints';
import { sentBy } from '../transport/surround-light';
import { BY_PATCHES, landedFlux, washFactor } from '../transport/room';
import { viewOf, type View } from '../transport/view';
import type { Light, Look, Point, ProbeSurface } from '../document/schema';
import { AMBIENT_ID, ambientLux } from './ambient';

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

/** Share of the room's light that comes to a place, of hair what its strands let to each other. */
const roomShare = ({ open, on }: Placed): number => open * (on?.strands.length ? STRAND_ROOM : 1);

/** Compiles a look that has passed `parseLook`. @throws InputError where a reference or a figure cannot be used. */
export function compileScene(look: Look): Scene {
  const lookup = lookupIn(look.spectra);
  const { camera: settings } = look;
  const camera = inField('camera', () => {
    checkExposureSettings(settings);
    return cameraOf(look);
  });
  const surfaces = surfacesOf(look, camera);
  const set = setOf(look, surfaces.reflectances, lookup);
  const anySolo = look.lights.some((light) => light.on && light.solo);
  const lights = look.lights.map((light, index) =>
    inField(`lights[${index}]`, () =>
      compileLight(look, light, index, light.on && !light.muted && (!anySolo || light.solo), surfaces, set, lookup),
    ),
  );
  return {
    look,
    camera,
    probes: look.probes.map(({ surface }, p) => {
      const on = set.places[p]!;
      return { ...surfaces.probe(surface), at: on.place, open: roomShare(on) * set.fade[p]! };
    }),
    lights: [...lights, compileAmbient(look, surfaces, set, !anySolo, lookup)],
  };
}

/** What all lights of a look share: the subject and boards, the camera's view, each probe on its surface, and what haze takes on the way to it. */
interface SetUp {
  readonly stage: Stage;
  readonly view: View;
  readonly places: readonly Placed[];
  readonly fade: readonly number[];
  readonly samples: ReturnType<typeof frameSamples>;
  readonly walls: Spectrum;
  /** Colours of what sends on light, by name. */
  readonly senders: ReadonlyMap<string, Spectrum>;
  readonly paints: Paints;
}

function setOf(look: Look, reflectances: Reflectances, lookup: SpectrumLookup): SetUp {
  const stage = stageOf(look);
  const view = viewOf(look, 3, 2);
  const places = look.probes.map((probe) => placed(stage, probe));
  const away = (from: Point, to: Point) => Math.hypot(from[0] - to[0], from[1] - to[1], from[2] - to[2]);
  return {
    stage,
    view,
    places,
    fade: places.map(({ place }) => Math.exp(-look.air.hazePerM * away(view.eye, place))),
    samples: frameSamples(look, stage, view),
    walls: wallReflectance(look, lookup),
    senders: sendersOf(look, reflectances),
    paints: paintsOf(look, reflectances),
  };
}

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
  const washOf = (after: 0 | typeof BY_PATCHES) =>
    washFactor(look, landed, surfaces.reflectances.of('backdrop'), set.walls, after).map((v) => v * full);
  const wash = washOf(BY_PATCHES);
  const at = contributions(look, light, full, set);
  const veil = veilOf(look, frameLitBy(light, set), full, washOf(0), surfaces, set);
  const filter = resolveFilter(light, lookup);
  const spectrumAt = (stops: number) => product(resolveSource(light, stops, lookup), filter);
  const filtered = spectrumAt(light.powerStops);
  const figures = (spectrum: Spectrum) => figuresOf(look, spectrum, at, wash, surfaces, set, veil(spectrum));
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
    isWhite: isWhiteLight(surfaces.camera, balancedTriple(surfaces.camera, filtered)),
  };
}

function knotStops(minStops: number): number[] {
  // A lamp without a dimmer has one level, and one colour.
  if (minStops >= 0) return [0];
  const count = Math.max(1, Math.ceil(-minStops / KNOT_STOPS));
  return Array.from({ length: count + 1 }, (_, i) => minStops * (1 - i / count));
}

/** What comes to a probe by way of something with a colour, before that: on its surface, and once through strands. */
interface Sent {
  readonly by: string;
  readonly value: number;
  readonly through: number;
}

/** What one light brings to one probe by geometry alone. */
interface Geometric extends Brought {
  /** Share of the room's light that comes in, and of what its hollow makes of it once more. */
  readonly open: number;
  readonly hollow: number;
  /** Haze in the line of sight and flare over it. */
  readonly air: number;
}

/** The same at full power, before any colour: what grey surfaces send on is in it, what coloured ones do stands apart. */
type Contribution = Omit<Geometric, 'cards' | 'sent' | 'sentThrough'> & { readonly sent: readonly Sent[] };

const MOST_GEOMETRIES = 256;
/** What lights bring, by what decides it: neither power nor gel does, so a change of those asks for no shadow again. */
const geometries = new Map<string, readonly Geometric[]>();

/** What a light brings to every probe per unit of its intensity. */
function geometryOf(look: Look, light: Light, set: SetUp): readonly Geometric[] {
  const { stage, view, places } = set;
  const key = JSON.stringify([
    emittingKey(light),
    [stage.key, set.paints, view.eye, view.forward],
    look.probes.map(({ surface, body, position: at, normal }) => [surface, body, at, normal]),
  ]);
  let found = geometries.get(key);
  if (found) geometries.delete(key);
  else {
    const reach = reaching(light, stage, set.paints);
    const { veil } = flareOf(reach, stage, view.eye, view.forward);
    found = places.map((at) => ({
      ...bring(reach, at, view.eye),
      open: roomShare(at),
      hollow: at.on ? at.open * ownHollow(at.on.surface, at.open) : 0,
      air: veil + inScatter(reach, stage, stage.hazePerM, view.eye, at.place),
    }));
  }
  geometries.set(key, found);
  if (geometries.size > MOST_GEOMETRIES) geometries.delete(geometries.keys().next().value!);
  return found;
}

function contributions(look: Look, light: Light, full: number, set: SetUp): Contribution[] {
  return geometryOf(look, light, set).map((one, p) => {
    const dim = full * set.fade[p]!;
    const plain = dim * one.sent[0]!;
    const [r, g, b] = one.direct;
    const coloured = SENDERS.flatMap((by, s): Sent[] =>
      set.paints.greys[s] === null ? [{ by, value: dim * one.sent[sentBy(s)]!, through: dim * one.sentThrough[sentBy(s)]! }] : [],
    );
    return {
      direct: [dim * r + plain, dim * g + plain, dim * b + plain],
      through: dim * (one.through + one.sentThrough[0]!),
      mirrored: dim * one.mirrored,
      fromCloth: dim * one.fromCloth,
      fromSkin: dim * one.fromSkin,
      sent: [...one.cards.map(({ board, value }) => ({ by: cardName(board), value: dim * value, through: 0 })), ...coloured],
      open: one.open * set.fade[p]!,
      hollow: one.hollow * set.fade[p]!,
      air: full * one.air,
    };
  });
}

/** Which of its own kind a probe's hollow takes colour from. */
const HOLLOW_OF: Partial<Record<ProbeSurface, 'skin' | 'wardrobe'>> = { skin: 'skin', wardrobe: 'wardrobe' };

function figuresOf(
  look: Look,
  spectrum: Spectrum,
  at: readonly Contribution[],
  wash: Spectrum,
  surfaces: Surfaces,
  { senders }: Pick<SetUp, 'senders'>,
  veil: readonly number[],
): Float64Array {
  const washed = product(spectrum, wash);
  const known = new Map<string, readonly number[]>();
  const terms = (key: string, light: () => Spectrum, weights: () => Weights) => {
    let found = known.get(key);
    if (!found) {
      const own = light();
      known.set(key, (found = figuresOn(own, weights())));
    }
    return found;
  };
  const sentOn = new Map<string, Spectrum>();
  const coloured = (name: string) => {
    let found = sentOn.get(name);
    if (!found) sentOn.set(name, (found = product(spectrum, senders.get(name)!)));
    return found;
  };
  const kept = 1 - spreadShare(look.camera);
  const luminous = dot(spectrum, yBar);
  const washLuminous = dot(washed, yBar);
  const out = new Float64Array(look.probes.length * FIGURES);
  look.probes.forEach(({ surface }, p) => {
    const { direct, through, mirrored, fromCloth, fromSkin, open, hollow, sent, air } = at[p]!;
    const own = terms(
      surface,
      () => spectrum,
      () => surfaces.weights(surface),
    );
    for (let c = 0; c < 3; c++) out[p * FIGURES + c]! += direct[c]! * own[c]!;
    out[p * FIGURES + FIGURE.luminance]! += direct[1]! * own[FIGURE.luminance]!;
    const add = (times: number, figures: () => readonly number[]) => {
      if (times === 0) return;
      const own = figures();
      for (let c = FIGURE.r; c <= FIGURE.luminance; c++) out[p * FIGURES + c]! += times * own[c]!;
    };
    const by =
      (light: Spectrum, name: string, ...of: Parameters<Surfaces['weights']>) =>
      () =>
        terms(
          `${name} ${of.join(' ')}`,
          () => light,
          () => surfaces.weights(...of),
        );
    const kind = HOLLOW_OF[surface];
    add(open, by(washed, 'wash', surface));
    if (kind) add(hollow, by(washed, 'wash', surface, kind));
    add(through, by(spectrum, 'light', 'hair-through'));
    add(mirrored + air, by(spectrum, 'light', 'white'));
    add(fromCloth, by(spectrum, 'light', surface, 'wardrobe'));
    add(fromSkin, by(spectrum, 'light', surface, 'skin'));
    let incident = (direct[1]! + through + mirrored) * luminous + open * washLuminous;
    for (const { by: name, value, through: once } of sent) {
      if (value === 0 && once === 0) continue;
      const own = coloured(name);
      add(value, by(own, name, surface));
      add(once, by(own, name, 'hair-through'));
      incident += (value + once) * dot(own, yBar);
    }
    for (let c = FIGURE.r; c <= FIGURE.luminance; c++) {
      const i = p * FIGURES + c;
      out[i] = kept * out[i]! + veil[c]!;
    }
    out[p * FIGURES + FIGURE.incident] = incident;
  });
  return out;
}

function compileAmbient(look: Look, surfaces: Surfaces, set: SetUp, active: boolean, lookup: SpectrumLookup): SceneLight {
  const spectrum = inField('ambient.source', () => spectrumOfSource(look.ambient.source, lookup));
  const exposure = continuousLuxSeconds(ambientLux(look.ambient), look.camera) * exposureOfLuxSecond(look);
  const none = new Float64Array(spectrum.length);
  const at = set.places.map(({ open, on }, p): Contribution => {
    const level = exposure * roomShare(set.places[p]!) * set.fade[p]!;
    const again = on ? exposure * open * set.fade[p]! * ownHollow(on.surface, open) : 0;
    const kind = HOLLOW_OF[look.probes[p]!.surface];
    return {
      direct: [level, level, level],
      through: 0,
      mirrored: 0,
      fromCloth: kind === 'wardrobe' ? again : 0,
      fromSkin: kind === 'skin' ? again : 0,
      open: 0,
      hollow: 0,
      sent: [],
      air: 0,
    };
  });
  const full = new Float64Array(spectrum.length).fill(exposure);
  const veil = veilOf(look, NOTHING_LIT, 0, full, surfaces, set)(spectrum);
  return {
    id: AMBIENT_ID,
    name: 'Ambient',
    index: -1,
    active: active && look.ambient.lux > 0,
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
