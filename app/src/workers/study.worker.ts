import {
  balanceWide,
  buildRun,
  continuity,
  learn,
  remake,
  type Fixture,
  type Lessons,
  type Mark,
  type Remake,
  type TaughtFrame,
  causesOf,
  makeVariant,
  readEffects,
  runSheet,
  sensitivities,
  turnRange,
  type TurnRange,
  whiteCosts,
  type BuildStep,
  type Cause,
  type EffectReading,
  type FaultWord,
  type Freedom,
  type Sensitivity,
  type Variant,
  type VariantKind,
  type WhiteCost,
  type WideBalance,
  colourClusters,
  lightsAtWhites,
  measureFrame,
  whiteScale,
  type FrameMeasure,
  type LightAtWhites,
  correctionFor,
  fixtureLookup,
  gelOptions,
  InputError,
  lookupIn,
  makeCamera,
  matchFixture,
  meansFor,
  paletteChecks,
  product,
  reachOf,
  resolveFilter,
  resolveSource,
  settingXy,
  translate,
  goalOfSpectrum,
  hexOfPoint,
  planeOfSpectrum,
  skinReflectance,
  targetOf,
  unitFrom,
  modelSource,
  warmUpAfterwards,
  whiteIlluminant,
  withKitGels,
  daylightSource,
  type Cluster,
  type Correction,
  type KitEntry,
  type Light,
  type Look,
  type Match,
  type Means,
  type MeansInput,
  type PaletteReport,
  type Reach,
  type SampleKind,
  type SensorSamples,
  type Translation,
  type Unit,
  type WarmUp,
} from '@fulgent/core';
import {
  gelFromPhotos,
  readLm63,
  readSensorCsv,
  readSpectrumCsv,
  readTm27,
  sheetCsv,
  type ReadBeam,
  type ReadFace,
  type ReadSpectrum,
} from '@fulgent/core/files';
import { expose } from 'comlink';
import { withFigures } from '../figure/figures';
import { addedUp, studyFrame, type FrameStudy } from './frame-study';
import { FRAME_PX, middleOf, pixelsOf, STUDY_PX, THUMB_PX } from './pixels';

/** Longer studies and reading of files, apart from the worker that answers while something is dragged. */
export interface StudyApi {
  palette(look: Look, kit: readonly KitEntry[]): PaletteReport;
  /** What the kit can make, or with `lightId` what that light can, with the kit's gels or by itself. */
  reach(look: Look, kit: readonly KitEntry[], lightId?: string): Reach;
  means(input: MeansInput): Means;
  match(look: Look, leaderId: string, followerId: string, kit: readonly KitEntry[]): Match;
  /** What a light is set to now, said in each mode of its fixture. */
  inOtherModes(look: Look, lightId: string, kit: readonly KitEntry[]): readonly Translation[];
  unit(look: Look, light: Light, measured: MeterReading): Pick<Unit, 'miredShift' | 'green'>;
  correction(
    look: Look,
    light: Light,
    kit: readonly KitEntry[],
    toK: number,
    toDuv: number,
    leaveWarmMired: number,
  ): CorrectionStudy;
  whiteMatch(fromK: number, fromDuv: number, toK: number, kit: readonly KitEntry[]): Correction;
  clusters(picture: Blob, count: number): Promise<PictureStudy>;
  photoGel(without: Blob, through: Blob, sourceK: number): Promise<{ wavelengthsNm: number[]; values: number[] }>;
  greyFrame(picture: Blob): Promise<[number, number, number]>;
  /** Mean and 99.9th percentile of each channel of a frame, as encoded. */
  blackFrame(picture: Blob): Promise<FrameMeasure>;
  whites(look: Look): WhiteStudy;
  causes(look: Look, word: FaultWord): readonly Cause[];
  wide(look: Look, freedom: Freedom): WideBalance;
  turnRange(look: Look): TurnRange;
  sensitivities(look: Look): { readonly list: readonly Sensitivity[]; readonly whites: readonly WhiteCost[] };
  run(look: Look): readonly BuildStep[];
  effects(look: Look): readonly EffectReading[];
  variant(look: Look, kind: VariantKind, id: string): Variant;
  sheetCsv(look: Look): string;
  /** Reads a test frame: at these marks, or where they are found. */
  testFrame(picture: Blob, look: Look, aloneId: string | null, marks: readonly Mark[] | null): Promise<FrameStudy>;
  learn(frames: readonly TaughtFrame[]): Lessons;
  continuity(first: Look, second: Look): ReturnType<typeof continuity>;
  /** Light-alone frames added up at other powers, stops by frame. */
  reweigh(pictures: readonly Blob[], stops: readonly number[], black: Blob | null): Promise<ImageData>;
  remake(look: Look, fixtures: Readonly<Record<string, Fixture>>): Remake;
  readSpectrum(text: string, kind: SampleKind, unit?: 'fraction' | 'percent'): ReadSpectrum;
  readBeam(text: string): ReadBeam & { readonly face: ReadFace };
  readSensor(text: string): SensorSamples;
}

export type MeterReading =
  | { readonly kind: 'meter'; readonly cctK: number; readonly duv: number }
  | { readonly kind: 'grey-frame'; readonly rgb: readonly [number, number, number] };

export interface CorrectionStudy {
  readonly correction: Correction;
  readonly warmUp: readonly WarmUp[];
  /** This look's skin under each fit, at its white balance. */
  readonly skin: readonly SkinUnder[];
}

/** Steps of the drawn scale from 2500 to 10 000 K. */
const SCALE_STEPS = 25;

export interface WhiteStudy {
  /** The drawn scale, K, and every light along it. */
  readonly scaleK: readonly number[];
  readonly alongScale: readonly LightAtWhites[];
  readonly present: readonly LightAtWhites[];
}

export interface SkinUnder {
  readonly hex: string;
  readonly hueDeg: number;
  /** Turn of hue from its own in white light; positive is towards yellow. */
  readonly offDeg: number;
}

export interface PictureStudy {
  readonly clusters: readonly Cluster[];
  readonly thumbnail: string;
}

const cameraOf = (look: Look) => makeCamera({ whiteK: look.camera.whiteK, tintDuv: look.camera.tintDuv });
const lookupFor = (look: Look, kit: readonly KitEntry[]) => withKitGels(lookupIn(look.spectra), kit);
const lightOf = (look: Look, id: string) => {
  const light = look.lights.find((one) => one.id === id);
  if (!light) throw new InputError('light', 'This light is no longer in the look.');
  return light;
};

const correctionGels = (kit: readonly KitEntry[]) =>
  gelOptions(kit.filter((entry) => entry.kind === 'gel' && entry.type === 'correction'));

const api: StudyApi = {
  palette(look, kit) {
    const counts = new Map(gelOptions(kit).map(({ id, count }) => [id, count]));
    return paletteChecks(look, (gel) => counts.get(gel) ?? (kit.length ? 0 : Infinity));
  },

  reach(look, kit, lightId) {
    const light = look.lights.find(({ id }) => id === lightId);
    if (light) {
      const lookup = lookupFor(look, kit);
      const mixes = light.fixture.kind === 'colour' ? [light.fixture] : [];
      return reachOf({
        camera: cameraOf(look),
        sources: mixes.length ? [] : [resolveSource(light, light.powerStops, lookup)],
        gels: gelOptions(kit).filter(({ count }) => count > 0),
        fixtures: mixes,
        lookup: fixtureLookup(lookup),
      });
    }
    const sources = new Map<string, Float64Array>();
    for (const entry of kit) {
      if (entry.kind !== 'fixture' || entry.archived || entry.fixture.kind === 'colour') continue;
      const { fixture } = entry;
      if (fixture.source.kind === 'spectrum') continue;
      const key = JSON.stringify(fixture.source);
      if (!sources.has(key))
        sources.set(key, resolveSource({ fixture, setting: null, unit: { outputStops: 0, miredShift: 0, green: 0 } }, 0));
    }
    return reachOf({
      camera: cameraOf(look),
      sources: [...sources.values()],
      gels: gelOptions(kit).filter(({ count }) => count > 0),
      fixtures: kit.flatMap((entry) =>
        entry.kind === 'fixture' && !entry.archived && entry.fixture.kind === 'colour' && !entry.spectrum ? [entry.fixture] : [],
      ),
      lookup: fixtureLookup(lookupFor(look, kit)),
    });
  },

  means: meansFor,

  match(look, leaderId, followerId, kit) {
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
      {
        unit: follower.unit,
        gels: gelOptions(kit).map(({ id }) => id),
      },
    );
  },

  inOtherModes(look, lightId, kit) {
    const lookup = lookupFor(look, kit);
    const light = lightOf(look, lightId);
    if (light.fixture.kind !== 'colour' || light.setting === null) return [];
    const camera = cameraOf(look);
    const goal = goalOfSpectrum(camera, resolveSource(light, 0, lookup));
    return translate(light.fixture, goal, camera, fixtureLookup(lookup), {
      unit: light.unit,
      gels: gelOptions(kit).map(({ id }) => id),
      starts: [settingXy(light.fixture, light.setting, fixtureLookup(lookup))],
    }).ways;
  },

  unit(look, light, measured) {
    const model = modelSource(light, 0, lookupIn(look.spectra));
    return unitFrom(model, measured.kind === 'meter' ? measured : { ...measured, camera: cameraOf(look) });
  },

  correction(look, light, kit, toK, toDuv, leaveWarmMired) {
    const lookup = lookupFor(look, kit);
    const source = resolveSource(light, light.powerStops, lookup);
    const gels = correctionGels(kit);
    const correction = correctionFor(source, toK, toDuv, gels, leaveWarmMired);
    const best = correction.fits[0];
    const filter = best
      ? best.gels
          .map((id) => gels.find((gel) => gel.id === id)!.transmittance)
          .reduce(
            (a, b) => product(a, b),
            source.map(() => 1),
          )
      : source.map(() => 1);
    const camera = cameraOf(look);
    const skin = skinReflectance(look.subject.skinDepth);
    const own = targetOf(planeOfSpectrum(camera, product(camera.white, skin)));
    return {
      correction,
      warmUp: warmUpAfterwards(source, filter, toK, look.camera.whiteK),
      skin: correction.fits.map((fit): SkinUnder => {
        const gelled = fit.gels
          .map((id) => gels.find((gel) => gel.id === id)!.transmittance)
          .reduce((a, b) => product(a, b), source);
        const point = planeOfSpectrum(camera, product(gelled, skin));
        const { hueDeg } = targetOf(point);
        return { hex: hexOfPoint(point, 0.62), hueDeg, offDeg: ((hueDeg - own.hueDeg + 540) % 360) - 180 };
      }),
    };
  },

  whiteMatch: (fromK, fromDuv, toK, kit) => correctionFor(whiteIlluminant(fromK, fromDuv), toK, 0, correctionGels(kit)),

  async clusters(picture, count) {
    const { data } = await pixelsOf(picture, STUDY_PX);
    const { canvas } = await pixelsOf(picture, THUMB_PX);
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.72 });
    const bytes = new Uint8Array(await blob.arrayBuffer());
    const thumbnail = `data:image/jpeg;base64,${btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))}`;
    return { clusters: colourClusters(data.data, count), thumbnail };
  },

  async photoGel(without, through, sourceK) {
    const [bare, gelled] = [await middleOf(without), await middleOf(through)];
    const found = gelFromPhotos({ without: bare, through: gelled, source: daylightSource(sourceK) });
    return {
      wavelengthsNm: Array.from(found, (_, i) => 380 + 5 * i),
      values: Array.from(found, (value) => Number(value.toPrecision(6))),
    };
  },

  greyFrame: middleOf,

  async blackFrame(picture) {
    const { data } = await pixelsOf(picture, FRAME_PX);
    return measureFrame(data.data, data.width, data.height);
  },

  whites(look) {
    const scaleK = whiteScale(SCALE_STEPS);
    const at = (whiteK: number, tintDuv: number) => ({ whiteK, tintDuv });
    const { camera } = look;
    return {
      scaleK,
      alongScale: lightsAtWhites(
        look,
        scaleK.map((whiteK) => at(whiteK, camera.tintDuv)),
      ),
      present: lightsAtWhites(look, [camera]),
    };
  },

  causes: (look, word) => causesOf(word, look),
  wide: balanceWide,
  turnRange,
  sensitivities: (look) => ({ list: sensitivities(look).slice(0, 14), whites: whiteCosts(look) }),
  run: buildRun,
  effects: readEffects,
  variant: makeVariant,
  sheetCsv: (look) => sheetCsv(runSheet(look)),

  testFrame: studyFrame,

  learn,

  reweigh: addedUp,

  remake,

  readSpectrum: (text, kind, unit) =>
    /^\s*(?:\uFEFF)?\s*</.test(text) ? readTm27(text, kind) : readSpectrumCsv(text, kind, unit),
  readBeam: readLm63,
  readSensor: readSensorCsv,
  continuity,
};

expose(withFigures(api));
