import { baseCamera, sampledSensor, type SensorSamples } from '@fulgent/core/camera';
import type { KitCamera, KitEntry, KitFixture } from '@fulgent/core/catalogue';
import {
  learn,
  learnCamera,
  measurePatch,
  middleOfFrame,
  readChart,
  skinFromLab,
  skinFromPicture,
  skinFromReflectance,
  softFilterFrom,
  bookings,
  type Booked,
  type BookedDay,
  type SoftFilter,
  livePlan,
  plannedAt,
  runSheet,
  turnRange,
  type BracketPicture,
  type CameraLearned,
  type ChartCorners,
  type FramePoint,
  type Lessons,
  type MeterSettings,
  type PlannedShares,
  type LivePlan,
  type SkinFound,
  type TaughtFrame,
  type TaughtMeter,
  type TurnRange,
} from '@fulgent/core/day';
import { cameraOf, resolveSensor, spectrumOfSource } from '@fulgent/core/scene';
import type { ChartPatch, Cielab } from '@fulgent/core/surface';
import type { Cluster, Emitter, Light, Look, SourceRef, Unit } from '@fulgent/core/document';
import {
  channelFromPhotos,
  type ChannelPhotos,
  type Layout,
  type Match,
  type PhotographedChannel,
  type Translation,
} from '@fulgent/core/fixture';
import {
  type Remedy,
  type Remake,
  type Substitute,
  type BoardGain,
  type VeilCost,
  type BuildStep,
  type Cause,
  type EffectReading,
  type FaultWord,
  type Freedom,
  type Sensitivity,
  type VariantKind,
  type VariantOffer,
  type WhiteCost,
  type WideBalance,
  lightsAtWhites,
  whiteScale,
  type LightAtWhites,
  type CorrectionStudy,
  type Measured,
  type Correction,
  type CheckRemedy,
  type InGlasses,
  type MadePalette,
  type Means,
  type MeansInput,
  type PaletteReport,
  type Reach,
  type WarmingGel,
} from '@fulgent/core/planning';
import {
  balanceWide,
  boardGains,
  filterCost,
  inGlasses,
  hazeCost,
  buildRun,
  continuity,
  remake,
  remediesFor,
  causesOf,
  offerVariant,
  readEffects,
  sensitivities,
  whiteCosts,
  colourClusters,
  correctionForLight,
  correctionForWhite,
  inOtherModes,
  makePalette,
  matchLights,
  meansFor,
  checkRemedies,
  paletteChecks,
  reachWithKit,
  substitutes,
  unitOfLight,
  warmingGels,
} from '@fulgent/core/planning/search';
import { daylightSource } from '@fulgent/core/source';
import { dyedGel, type DyedGel, type GelLook } from '@fulgent/core/gel';
import { resample, WAVELENGTHS_NM, type SampleKind, type Spectrum } from '@fulgent/core/spectrum';
import {
  correctedByPhotos,
  gelFromPhotos,
  LIST_LAMPS,
  readEmitterFiles,
  readFixtureBundle,
  readKitCsv,
  readLayoutCsv,
  readZip,
  readGelList,
  readChartCsv,
  readLm63,
  readSensorCsv,
  readSpectrumCsv,
  readTm27,
  sheetCsv,
  type BundledFixture,
  type CorrectedGel,
  type GelList,
  type Given,
  type ReadBeam,
  type ReadEmitter,
  type ReadFace,
  type ReadSpectrum,
  type TextFile,
} from '@fulgent/core/files';
import { expose } from 'comlink';
import { withFigures } from '../figure/figures';
import { addedUp } from './added-up';
import { exactPixels, framePixels, middleOf, pixelsOf, STUDY_PX, THUMB_PX } from './pixels';

/** Longer studies and reading of files, apart from the worker that answers while something is dragged. */
export interface StudyApi {
  palette(look: Look, kit: readonly KitEntry[]): PaletteReport;
  /** What would answer a check of the palette. */
  checkRemedies(look: Look, id: string, kit: readonly KitEntry[]): readonly CheckRemedy[];
  /** What the kit can make, or with `lightId` what that light can, with the kit's gels or by itself. */
  reach(look: Look, kit: readonly KitEntry[], lightId?: string): Reach;
  means(input: MeansInput): Means;
  makePalette(look: Look, kit: readonly KitEntry[]): MadePalette;
  match(look: Look, leaderId: string, followerId: string, kit: readonly KitEntry[]): Match;
  /** What a light is set to now, said in each mode of its fixture. */
  inOtherModes(look: Look, lightId: string, kit: readonly KitEntry[]): readonly Translation[];
  unit(look: Look, light: Light, measured: Measured): Pick<Unit, 'miredShift' | 'green'>;
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
  /** A gel that is known, corrected by a pair of frames at the same power: without and through it. */
  measuredGel(film: Spectrum, without: Blob, through: Blob, sourceK: number): Promise<CorrectedGel>;
  greyFrame(picture: Blob): Promise<readonly [number, number, number]>;
  whites(look: Look): WhiteStudy;
  causes(look: Look, word: FaultWord, kit: readonly KitEntry[]): readonly Cause[];
  remedies(look: Look, kit: readonly KitEntry[]): readonly Remedy[];
  wide(look: Look, freedom: Freedom, kit: readonly KitEntry[]): WideBalance;
  turnRange(look: Look): TurnRange;
  sensitivities(look: Look): { readonly list: readonly Sensitivity[]; readonly whites: readonly WhiteCost[] };
  run(look: Look): readonly BuildStep[];
  effects(look: Look): readonly EffectReading[];
  /** With and without each flag, card and silk. */
  boardGains(look: Look): readonly BoardGain[];
  /** What a moving picture of this size is read by. */
  livePlan(look: Look, width: number, height: number): LivePlan;
  /** What a meter at a place is planned to receive, of all lights or of one alone. */
  plannedAt(look: Look, probe: string, light: string, set: MeterSettings): PlannedShares;
  hazeCost(look: Look): VeilCost | null;
  filterCost(look: Look): VeilCost | null;
  /** Lights that show in dark glasses. */
  inGlasses(look: Look): readonly InGlasses[];
  /** A version as it would be, with its figures. */
  offer(look: Look, kind: VariantKind): VariantOffer;
  /** What else of a kit could do a light's work. */
  substitutes(look: Look, lightId: string, kit: readonly KitEntry[]): readonly Substitute[];
  /** What a filter does, from a frame without and one with it, as this look's camera records. */
  softFilter(look: Look, without: Blob, through: Blob): Promise<SoftFilter>;
  sheetCsv(look: Look): string;
  /** A plausible film of this look under one of the lamps that lists are judged on. */
  dyed(
    look: GelLook,
    stops: number,
    lamp: keyof typeof LIST_LAMPS,
  ): { readonly samples: { readonly wavelengthsNm: number[]; readonly values: number[] }; readonly film: DyedGel };
  readGelList(text: string): GelList;
  readEmitters(files: readonly TextFile[]): readonly ReadEmitter[];
  /** A channel of a fixture from two pictures of a grey card at one exposure, in a steady light and with the channel besides. */
  channelFromPhotos(
    without: Blob,
    withIt: Blob,
    exposure: ChannelPhotos['exposure'],
    channel: Emitter['channel'],
  ): Promise<PhotographedChannel>;
  readZip(bytes: Uint8Array): readonly TextFile[];
  readBundle(files: readonly TextFile[], given: Given): readonly BundledFixture[];
  readLayout(text: string): Layout;
  readKitTable(text: string): readonly KitEntry[];
  bookings(looks: readonly Booked[], kit: readonly KitEntry[]): readonly BookedDay[];
  learn(frames: readonly TaughtFrame[], meters: readonly TaughtMeter[]): Lessons;
  continuity(first: Look, second: Look): ReturnType<typeof continuity>;
  /** Light-alone frames added up at other powers, stops by frame. */
  reweigh(pictures: readonly Blob[], stops: readonly number[], black: Blob | null): Promise<ImageData>;
  remake(look: Look, fixtures: Readonly<Record<string, KitFixture>>, kit: readonly KitEntry[]): Remake;
  readSpectrum(text: string, kind: SampleKind, unit?: 'fraction' | 'percent'): ReadSpectrum;
  readBeam(text: string): ReadBeam & { readonly face: ReadFace };
  readSensor(text: string): SensorSamples;
  readChart(text: string): readonly ChartPatch[];
  /** Skin from a picture with a grey patch in it, at two places. */
  skinFromPicture(look: Look, picture: SkinPicture): Promise<SkinFound>;
  skinFromLab(lab: Cielab): SkinFound;
  /** The same from a table of its reflectance. */
  skinFromTable(text: string): SkinFound;
  warmingGels(look: Look, light: Light, kit: readonly KitEntry[]): readonly WarmingGel[];
  learnCamera(entry: KitCamera, pictures: LessonPictures): Promise<CameraLearned>;
}

/** A picture of somebody with a grey patch, and where both are. */
export interface SkinPicture {
  readonly png: Blob;
  readonly skin: FramePoint;
  readonly grey: FramePoint;
  readonly greyReflectance: number;
  readonly source: SourceRef;
}

/** Pictures to learn a camera from, and what light card and chart were taken in. */
export interface LessonPictures {
  readonly bracket: readonly { readonly png: Blob; readonly stops: number }[];
  readonly greyFrame: number | null;
  readonly card: Blob | null;
  readonly chart: { readonly png: Blob; readonly corners: ChartCorners; readonly patches: readonly ChartPatch[] } | null;
  readonly source: SourceRef;
  readonly whiteK: number;
  readonly tintDuv: number;
}

/** Steps of the drawn scale from 2500 to 10 000 K. */
const SCALE_STEPS = 25;

export interface WhiteStudy {
  /** The drawn scale, K, and every light along it. */
  readonly scaleK: readonly number[];
  readonly alongScale: readonly LightAtWhites[];
  readonly present: readonly LightAtWhites[];
}

export interface PictureStudy {
  readonly clusters: readonly Cluster[];
  readonly thumbnail: string;
}

const api: StudyApi = {
  palette: paletteChecks,
  checkRemedies,
  reach: reachWithKit,
  means: meansFor,
  makePalette,
  match: matchLights,
  inOtherModes,
  unit: unitOfLight,
  correction: correctionForLight,
  whiteMatch: correctionForWhite,

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
    const found = gelFromPhotos({ without: bare, through: gelled, source: daylightSource(sourceK), camera: baseCamera() });
    return {
      wavelengthsNm: Array.from(found, (_, i) => 380 + 5 * i),
      values: Array.from(found, (value) => Number(value.toPrecision(6))),
    };
  },

  async measuredGel(film, without, through, sourceK) {
    const [bare, gelled] = [await middleOf(without), await middleOf(through)];
    return correctedByPhotos(film, { without: bare, through: gelled, source: daylightSource(sourceK), camera: baseCamera() });
  },

  async softFilter(look, without, through) {
    const frame = async (picture: Blob) => framePixels((await pixelsOf(picture, STUDY_PX)).data);
    return softFilterFrom(await frame(without), await frame(through), cameraOf(look));
  },

  greyFrame: middleOf,

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

  substitutes,
  causes: (look, word, kit) => causesOf(word, look, kit),
  remedies: remediesFor,
  wide: (look, freedom, kit) => balanceWide(look, freedom, kit),
  turnRange,
  sensitivities: (look) => ({ list: sensitivities(look), whites: whiteCosts(look) }),
  run: buildRun,
  effects: readEffects,
  boardGains,
  livePlan,
  plannedAt,
  filterCost,
  inGlasses,
  hazeCost,
  offer: (look, kind) => offerVariant(look, kind, 'offer'),
  sheetCsv: (look) => sheetCsv(runSheet(look)),

  dyed(look, stops, lamp) {
    const film = dyedGel(LIST_LAMPS[lamp], stops, look);
    return { samples: { wavelengthsNm: [...WAVELENGTHS_NM], values: [...film.transmittance] }, film };
  },
  readGelList,
  readEmitters: readEmitterFiles,
  async channelFromPhotos(without, withIt, exposure, channel) {
    const pictures = { without: await middleOf(without), withIt: await middleOf(withIt) };
    return channelFromPhotos({ ...pictures, exposure, camera: baseCamera() }, channel);
  },
  readZip,
  readBundle: readFixtureBundle,
  readLayout: readLayoutCsv,
  readKitTable: readKitCsv,
  bookings,
  learn,

  reweigh: addedUp,

  remake,

  readSpectrum: (text, kind, unit) =>
    /^\s*(?:\uFEFF)?\s*</.test(text) ? readTm27(text, kind) : readSpectrumCsv(text, kind, unit),
  readBeam: readLm63,
  readSensor: readSensorCsv,
  readChart: readChartCsv,

  async skinFromPicture(look, { png, skin, grey, greyReflectance, source }) {
    const pixels = framePixels(await exactPixels(png));
    const at = ([x, y]: FramePoint) => measurePatch(pixels, { probe: '', x, y }).linear;
    return skinFromPicture(at(skin), at(grey), greyReflectance, cameraOf(look), spectrumOfSource(source));
  },
  skinFromLab,
  skinFromTable: (text) => skinFromReflectance(resample(api.readSpectrum(text, 'reflectance').samples, 'reflectance')),
  warmingGels,

  async learnCamera({ camera, sensor }, { bracket, greyFrame, card, chart, source, whiteK, tintDuv }) {
    const frames: BracketPicture[] = [];
    for (const { png, stops } of bracket) frames.push({ stops, pixels: framePixels(await exactPixels(png)) });
    const taken = { whiteK, tintDuv, source: spectrumOfSource(source) };
    const { headroomStops, curve, gamut, learned } = camera;
    const own = sensor ? sampledSensor(sensor) : resolveSensor(camera);
    return learnCamera({ sensor: own, headroomStops, curve, gamut }, sensor !== null, learned, {
      bracket: frames,
      greyFrame,
      card: card && { ...taken, linear: middleOfFrame(framePixels(await exactPixels(card))) },
      chart: chart && {
        ...taken,
        patches: chart.patches,
        readings: readChart(framePixels(await exactPixels(chart.png)), chart.corners),
      },
    });
  },

  continuity,
};

expose(withFigures(api));
