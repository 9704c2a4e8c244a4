import { inField } from '../errors';
import { continuousLuxSeconds, stopsOverMeter } from '../exposure/meter';
import type { Camera } from '../camera/camera';
import { cameraOf } from '../scene/camera';
import { liquidSteps, MATERIAL_COUNT } from '../figure/materials';
import { reflectancesOf, sendersOf } from '../scene/reflectances';
import { colourMovesWithLevel, lookupIn, resolveFilter, resolveSource, spectrumOfSource } from '../scene/resolve';
import { ambientLux } from '../scene/ambient';
import { fullExposure } from '../scene/compile';
import { frameLitBy, type FrameView } from '../scene/veil';
import { frameOpen, frameSamples, overMaterials, type FrameAmounts } from '../scene/frame-light';
import { stageOf } from '../transport/stage';
import { viewOf } from '../transport/view';
import type { Light, Look } from '../document/schema';
import { dot, product, type Spectrum } from '../spectrum/grid';
import { excitation, GLOW } from '../surface/brightener';
import { subjectForms } from '../transport/geometry';
import { BY_PATCHES, landedFlux, washFactor } from '../transport/room';
import { balancedTriple } from '../vivid/alone';
import { lightKey } from './light-term';

const M = MATERIAL_COUNT;

/** Light on materials, straight and once from skin or cloth before: balanced r, g, b for every material. */
export interface OnMaterials {
  readonly plain: Float64Array;
  readonly fromSkin: Float64Array;
  readonly fromCloth: Float64Array;
}

/** The spectral work of one light, done. */
export interface LightTriples {
  readonly id: string;
  /** Counts in the picture. */
  readonly active: boolean;
  /** It is over before the shutter closes. */
  readonly flash: boolean;
  /** Direct light, per unit of the light's term. */
  readonly direct: OnMaterials;
  /** Light by way of the room. */
  readonly wash: OnMaterials;
  /** What is mirrored or hangs in the air: the light itself. */
  readonly white: Float64Array;
  /** By way of everything that sends on coloured light, by its name. */
  readonly sent: ReadonlyMap<string, Float64Array>;
  /** The veil that the lens lays over all of the picture: r, g, b. */
  readonly veil: Float64Array;
  /** The light itself through each step of a liquid; empty without a bottle. */
  readonly through: Float64Array;
}

/** All spectral work of a picture: done anew for power, gel, white and exposure, and costs no pixel. */
export interface FrameTriples {
  readonly camera: Camera;
  /** The look's lights in order; ambient last, which has no term and comes from everywhere. */
  readonly lights: readonly LightTriples[];
}

/** What stays from one picture to the next: the triples of lights that did not change, and what else is long to find. */
export interface TriplesCache {
  /** Wash of each light by what decides it: tracing the room's light is most of the work of its triples. */
  readonly washes: Map<string, Washes>;
  /** All of the look but its lights and its exposure, and the lights' triples by what they are. */
  setting: string;
  lights: ReadonlyMap<string, Kept>;
}

/** The triples of a light for an exposure of 1, and as they were last. */
interface Kept {
  readonly unit: OfLight;
  readonly exposure: number;
  readonly exposed: OfLight;
}

export const emptyTriples = (): TriplesCache => ({ washes: new Map(), setting: '', lights: new Map() });

/** Whether a light counts is told by the others too. */
type OfLight = Omit<LightTriples, 'active'>;

/** Light by way of the room: all of it, and what has been sent on more often than by patches. */
interface Washes {
  readonly all: Spectrum;
  readonly late: Spectrum;
}

const sumOf = (spectrum: Spectrum) => spectrum.reduce((sum, value, k) => sum + value * (k + 1), 0);

function washOf(
  look: Look,
  light: Look['lights'][number],
  backdrop: Spectrum,
  walls: Spectrum,
  cache: TriplesCache['washes'],
): Washes {
  const make = (): Washes => {
    const landed = landedFlux(look, light, subjectForms(look));
    const after = (times: 0 | typeof BY_PATCHES) => washFactor(look, landed, backdrop, walls, times);
    return { all: after(0), late: after(BY_PATCHES) };
  };
  const { faceHeightM, form } = look.subject;
  const key = JSON.stringify([lightKey(light), look.room, look.backdrop, faceHeightM, form, sumOf(backdrop), sumOf(walls)]);
  let found = cache.get(key);
  if (!found) {
    if (cache.size > 64) cache.clear();
    cache.set(key, (found = make()));
  }
  return found;
}

/** Light of a spectrum on all materials: `balancedTriple` as sums over weights that are made once a picture. */
type Weigh = (spectrum: Spectrum, over: readonly Float64Array[]) => Float64Array;

function weighingOf(camera: Camera, glow: readonly number[]): Weigh {
  const sensitivity = camera.sensor.map((s, c) => s.map((v) => v / camera.whiteResponse[c]!));
  return (spectrum, over) => {
    const out = new Float64Array(3 * M);
    const seen = sensitivity.map((s) => product(s, spectrum));
    over.forEach((rho, m) => {
      for (let c = 0; c < 3; c++) {
        const s = seen[c]!;
        let sum = 0;
        for (let k = 0; k < rho.length; k++) sum += s[k]! * rho[k]!;
        out[3 * m + c] = sum;
      }
    });
    const u = glow.some((strength) => strength > 0) ? excitation(spectrum) : 0;
    if (u > 0)
      for (let c = 0; c < 3; c++) {
        const sum = u * dot(seen[c]!, GLOW);
        glow.forEach((strength, m) => (out[3 * m + c]! += strength * sum));
      }
    return out;
  };
}

function frameOf(look: Look): FrameView {
  const [stage, view] = [stageOf(look), viewOf(look, 3, 2)];
  return { stage, view, samples: frameSamples(look, stage, view) };
}

/** The veil of a light: by what its lamp lights of the frame, and what all of the room's light does. */
function veilWith({ camera: { glare } }: Look, samples: FrameView['samples'], weigh: Weigh, all: readonly Spectrum[]) {
  const open = frameOpen(samples);
  return (lit: FrameAmounts, { plain }: OnMaterials, washed: Spectrum): Float64Array => {
    if (glare === 0) return new Float64Array(3);
    const byRoom = weigh(washed, all);
    return Float64Array.from(
      [0, 1, 2],
      (c) => glare * (overMaterials(lit, (m) => plain[3 * m + c]!) + overMaterials(open, (m) => byRoom[3 * m + c]!)),
    );
  };
}

/** What finds the triples of a look's lights, and of the light that is there anyway, for an exposure of 1. */
function workOn(look: Look, camera: Camera, washes: TriplesCache['washes']) {
  const lookup = lookupIn(look.spectra);
  const { all, of, glow } = reflectancesOf(look);
  const [backdrop, walls] = [of('backdrop'), of('wall')];
  const senders = [...sendersOf(look, { of })];
  const passes = look.subject.form === 'bottle' ? liquidSteps(look.subject) : [];
  const weigh = weighingOf(camera, glow);
  const onMaterials = (spectrum: Spectrum): OnMaterials => ({
    plain: weigh(spectrum, all),
    fromSkin: weigh(product(spectrum, of('skin')), all),
    fromCloth: weigh(product(spectrum, of('wardrobe')), all),
  });
  const frame = frameOf(look);
  const veilOf = veilWith(look, frame.samples, weigh, all);
  const ofLight = (light: Light): OfLight => {
    const spectrum = product(resolveSource(light, light.powerStops, lookup), resolveFilter(light, lookup));
    const wash = washOf(look, light, backdrop, walls, washes);
    const direct = onMaterials(spectrum);
    return {
      id: light.id,
      flash: light.fixture.kind === 'flash',
      direct,
      wash: onMaterials(product(spectrum, wash.late)),
      veil: veilOf(frameLitBy(light, frame), direct, product(spectrum, wash.all)),
      white: Float64Array.from(balancedTriple(camera, spectrum)),
      sent: new Map(senders.map(([name, colour]) => [name, weigh(product(spectrum, colour), all)])),
      through: Float64Array.from(passes.flatMap((share) => [...balancedTriple(camera, product(spectrum, share))])),
    };
  };
  const ofAmbient = (): OfLight => {
    const ambient = spectrumOfSource(look.ambient.source, lookup);
    const none: OnMaterials = {
      plain: new Float64Array(3 * M),
      fromSkin: new Float64Array(3 * M),
      fromCloth: new Float64Array(3 * M),
    };
    return {
      id: 'ambient',
      flash: false,
      direct: none,
      wash: onMaterials(ambient),
      white: new Float64Array(3),
      veil: veilOf(new Map(), none, ambient),
      sent: new Map(),
      through: new Float64Array(0),
    };
  };
  return { ofLight, ofAmbient };
}

const timesAll = ({ plain, fromSkin, fromCloth }: OnMaterials, by: number): OnMaterials => ({
  plain: plain.map((v) => by * v),
  fromSkin: fromSkin.map((v) => by * v),
  fromCloth: fromCloth.map((v) => by * v),
});

/** All is linear in a light. */
const exposedBy = (unit: OfLight, by: number): OfLight => ({
  ...unit,
  direct: timesAll(unit.direct, by),
  wash: timesAll(unit.wash, by),
  veil: unit.veil.map((v) => by * v),
  white: unit.white.map((v) => by * v),
  sent: new Map([...unit.sent].map(([name, figures]) => [name, figures.map((v) => by * v)])),
  through: unit.through.map((v) => by * v),
});

/** What of a look decides its triples for an exposure of 1. */
function settingOf(look: Look): string {
  const exposure = { iso: 0, aperture: 0, shutterS: 0, ndStops: 0 };
  return JSON.stringify({ ...look, lights: [], camera: { ...look.camera, ...exposure } });
}

/** The same of a light: its power counts where its colour moves with it. */
const lightSetting = (light: Light): string =>
  JSON.stringify(colourMovesWithLevel(light.fixture) ? light : { ...light, powerStops: 0 });

/**
 * Computes the triples of a look, but for those that `cache` has from its last picture. `only` keeps one light, by id, for pictures of a
 * light alone.
 */
export function frameTriples(look: Look, only?: string, cache: TriplesCache = emptyTriples()): FrameTriples {
  const camera = cameraOf(look);
  const lookup = lookupIn(look.spectra);
  let work: ReturnType<typeof workOn> | null = null;
  const worker = () => (work ??= workOn(look, camera, cache.washes));
  const setting = settingOf(look);
  const before: TriplesCache['lights'] = cache.setting === setting ? cache.lights : new Map();
  const kept = new Map<string, Kept>();
  const exposed = (key: string, exposure: number, make: () => OfLight): OfLight => {
    const last = before.get(key);
    const unit = last?.unit ?? make();
    const now = last?.exposure === exposure ? last : { unit, exposure, exposed: exposedBy(unit, exposure) };
    kept.set(key, now);
    return now.exposed;
  };
  const anySolo = look.lights.some(({ on, solo }) => on && solo);
  const isActive = (id: string, counts: boolean) => (only === undefined ? counts : id === only);
  const lights = look.lights.map((light, i): LightTriples => {
    const counts = light.on && !light.muted && (!anySolo || light.solo);
    const found = inField(`lights[${i}]`, () =>
      exposed(lightSetting(light), fullExposure(look, light, lookup) * 2 ** light.powerStops, () => worker().ofLight(light)),
    );
    return { ...found, active: isActive(light.id, counts) };
  });
  const lux = ambientLux(look.ambient);
  const exposure = continuousLuxSeconds(lux, look.camera) * 2 ** stopsOverMeter(1, look.camera);
  const ambient = exposed('ambient', exposure, () => worker().ofAmbient());
  cache.setting = setting;
  cache.lights = kept;
  return { camera, lights: [...lights, { ...ambient, active: isActive('ambient', !anySolo && lux > 0) }] };
}

/** Figures are the same up to this share of the largest: rounding apart. */
const SAME = 1e-9;

/**
 * By which factors a light's figures grew in each channel, where all grew alike: it was dimmed, or exposed or white-balanced otherwise.
 * Null where its colour changed.
 */
export function scaleBetween(was: LightTriples, now: LightTriples): readonly [number, number, number] | null {
  if (was.direct === now.direct) return [1, 1, 1];
  if (was.id !== now.id || was.sent.size !== now.sent.size || was.through.length !== now.through.length) return null;
  const lists = ({ direct, wash, white, veil, sent, through }: LightTriples) => [
    ...[direct, wash].flatMap(({ plain, fromSkin, fromCloth }) => [plain, fromSkin, fromCloth]),
    white,
    veil,
    ...sent.values(),
    through,
  ];
  const [before, after] = [lists(was), lists(now)];
  const scale: [number, number, number] = [1, 1, 1];
  for (let c = 0; c < 3; c++) {
    let most = 0;
    before.forEach((list, k) => {
      for (let i = c; i < list.length; i += 3)
        if (Math.abs(list[i]!) > most) {
          most = Math.abs(list[i]!);
          scale[c] = after[k]![i]! / list[i]!;
        }
    });
    if (most === 0) return null;
    const differs = before.some((list, k) => {
      for (let i = c; i < list.length; i += 3)
        if (Math.abs(after[k]![i]! - scale[c]! * list[i]!) > SAME * scale[c]! * most) return true;
      return false;
    });
    if (differs || !Number.isFinite(scale[c]!)) return null;
  }
  return scale;
}
