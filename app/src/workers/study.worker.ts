import {
  balanceWide,
  buildRun,
  compareFrame,
  evenness,
  foundMarks,
  leakIn,
  learn,
  lookAtMarks,
  measurePatch,
  planMarks,
  remake,
  reweighed,
  summarise,
  withOnly,
  type Fixture,
  type FrameComparison,
  type FramePixels,
  type FrameSummary,
  type LeakEstimate,
  type Lessons,
  type Mark,
  type Patch,
  type PatchParts,
  type Remake,
  type TaughtFrame,
  causesOf,
  makeVariant,
  readEffects,
  runSheet,
  sensitivities,
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
import { makeStudio } from '@fulgent/core/frame';
import { expose } from 'comlink';

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
  sensitivities(look: Look): { readonly list: readonly Sensitivity[]; readonly whites: readonly WhiteCost[] };
  run(look: Look): readonly BuildStep[];
  effects(look: Look): readonly EffectReading[];
  variant(look: Look, kind: VariantKind, id: string): Variant;
  sheetCsv(look: Look): string;
  /** Reads a test frame: at these marks, or where they are found. */
  testFrame(picture: Blob, look: Look, aloneId: string | null, marks: readonly Mark[] | null): Promise<FrameStudy>;
  learn(frames: readonly TaughtFrame[]): Lessons;
  /** Light-alone frames added up at other powers, stops by frame. */
  reweigh(pictures: readonly Blob[], stops: readonly number[], black: Blob | null): Promise<ImageData>;
  remake(look: Look, fixtures: Readonly<Record<string, Fixture>>): Remake;
  readSpectrum(text: string, kind: SampleKind, unit?: 'fraction' | 'percent'): ReadSpectrum;
  readBeam(text: string): ReadBeam & { readonly face: ReadFace };
  readSensor(text: string): SensorSamples;
}

/** What a test frame says. */
export interface FrameStudy {
  readonly width: number;
  readonly height: number;
  readonly marks: readonly Mark[];
  readonly patches: readonly Patch[];
  /** What the plan brings to the same places. */
  readonly parts: readonly PatchParts[];
  readonly summary: FrameSummary;
  /** Null for a black frame. */
  readonly comparison: FrameComparison | null;
  readonly leak: LeakEstimate | null;
  /** Over the backdrop, stops. */
  readonly unevenStops: number | null;
  /** The black frame's verdict is another page's; here its floor and mean are enough. */
  readonly look: Look;
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

const STUDY_PX = 96;
/** Large enough that a lamp in a corner keeps its brightness. */
const FRAME_PX = 1600;
const THUMB_PX = 160;
const LARGEST_PICTURE = 40_000_000;

/** Decodes a picture to at most `px` on its longer side. @throws InputError with the remedy. */
async function pixelsOf(picture: Blob, px: number): Promise<{ data: ImageData; canvas: OffscreenCanvas }> {
  if (picture.size > LARGEST_PICTURE) throw new InputError('picture', 'The picture is larger than 40 MB; export a smaller copy.');
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(picture);
  } catch {
    throw new InputError('picture', 'This picture cannot be read. Choose a JPEG or PNG.');
  }
  const scale = Math.min(1, px / Math.max(bitmap.width, bitmap.height));
  const width = Math.max(1, Math.round(bitmap.width * scale));
  const height = Math.max(1, Math.round(bitmap.height * scale));
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { data: context.getImageData(0, 0, width, height), canvas };
}

/** A picture as it is, pixel by pixel: nothing is mixed, so that what clips goes on clipping. */
async function exactPixels(picture: Blob): Promise<ImageData> {
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(picture, { colorSpaceConversion: 'none' });
  } catch {
    throw new InputError('picture', 'This frame cannot be read. Load it again.');
  }
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return context.getImageData(0, 0, canvas.width, canvas.height);
}

/** The plan's picture for a frame is drawn this large, on its longer side. */
const PLAN_PX = 480;
const studio = makeStudio();

const framePixels = ({ data, width, height }: ImageData): FramePixels => ({ rgba: data, width, height });

const linear = (byte: number) => {
  const v = byte / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
};

/** Mean linear colour of the middle third of a picture. */
async function middleOf(picture: Blob): Promise<[number, number, number]> {
  const { data } = await pixelsOf(picture, STUDY_PX);
  const sum: [number, number, number] = [0, 0, 0];
  let n = 0;
  for (let y = Math.floor(data.height / 3); y < Math.ceil((2 * data.height) / 3); y++) {
    for (let x = Math.floor(data.width / 3); x < Math.ceil((2 * data.width) / 3); x++) {
      const at = 4 * (y * data.width + x);
      for (const c of [0, 1, 2] as const) sum[c] += linear(data.data[at + c]!);
      n += 1;
    }
  }
  return [sum[0] / n, sum[1] / n, sum[2] / n];
}

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
  sensitivities: (look) => ({ list: sensitivities(look).slice(0, 14), whites: whiteCosts(look) }),
  run: buildRun,
  effects: readEffects,
  variant: makeVariant,
  sheetCsv: (look) => sheetCsv(runSheet(look)),

  async testFrame(picture, look, aloneId, given) {
    const frame = framePixels(await exactPixels(picture));
    const { width, height } = frame;
    const lit = aloneId === null ? look : withOnly(look, [aloneId]);
    const marks = given ?? foundMarks(lit, frame);
    const patches = marks.map((mark) => measurePatch(frame, mark));
    const plan = planMarks(lit, marks, width, height);
    const at = lookAtMarks(lit, plan, width, height);
    // The plan's own picture, at the same places: edges and texture are in it as they are in the frame.
    const small = Math.min(1, PLAN_PX / Math.max(width, height));
    const parts = studio.patches(
      {
        look: lit,
        width: Math.round(width * small),
        height: Math.round(height * small),
        fineness: 2,
        only: aloneId ?? undefined,
      },
      plan,
    );
    return {
      width,
      height,
      marks,
      patches,
      parts,
      summary: summarise(frame),
      comparison: patches.length ? compareFrame(at, patches, parts) : null,
      leak: aloneId === null ? null : leakIn(lookAtMarks(look, plan, width, height), aloneId, patches, parts),
      unevenStops: evenness(
        patches,
        look.probes.filter(({ surface }) => surface === 'backdrop').map(({ id }) => id),
      ),
      look: at,
    };
  },

  learn,

  async reweigh(pictures, stops, black) {
    const frames = (await Promise.all(pictures.map(exactPixels))).map(framePixels);
    const floor = black ? framePixels(await exactPixels(black)) : null;
    const sum = reweighed(frames, stops, floor);
    return new ImageData(sum, frames[0]!.width, frames[0]!.height);
  },

  remake,

  readSpectrum: (text, kind, unit) =>
    /^\s*(?:\uFEFF)?\s*</.test(text) ? readTm27(text, kind) : readSpectrumCsv(text, kind, unit),
  readBeam: readLm63,
  readSensor: readSensorCsv,
};

expose(api);
