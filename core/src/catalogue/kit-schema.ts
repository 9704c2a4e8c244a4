import '../document/messages';
import * as yup from 'yup';
import { ValidationError } from 'yup';
import { inField, InputError } from '../errors';
import { LookError } from '../scene/parse';
import { withCameraDefaults, withFixtureDefaults, withModifierDefaults } from '../document/upgrade';
import { cameraSchema, fixtureSchema, LIMITS, modifierSchema } from '../document/schema';
import { resample } from '../spectrum/samples';
import { checkLearned } from '../camera/learned';
import { sampledSensor } from '../camera/sensor';
import { checkLayout } from '../fixture/layout';
import { checkWheel } from '../fixture/wheel';
import { sampledSource } from '../source/source';

/** Things that a kit is made of. */
export const KIT_KINDS = ['gel', 'fixture', 'modifier', 'camera', 'surface'] as const;
export type KitKind = (typeof KIT_KINDS)[number];

export const CONDITIONS = ['new', 'used', 'worn'] as const;
/** Where a figure comes from: it decides how far it is trusted. */
export const PROVENANCES = ['stand-in', 'maker', 'measured', 'guessed'] as const;

const numbers = () => yup.array(yup.number().required()).required().max(LIMITS.points);
const object = <S extends yup.ObjectShape>(shape: S) => yup.object(shape).noUnknown().required();
const text = (max: number) => yup.string().defined().max(max);

const shared = {
  id: yup
    .string()
    .required()
    .matches(/^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/, '${path} must be 1 to 64 letters, digits, dots, dashes or underscores'),
  name: yup.string().trim().required().max(LIMITS.nameLength),
  note: text(LIMITS.noteLength),
  /** How many there are. */
  count: yup.number().required().integer('${path} must be a whole number').min(0).max(10_000),
  provenance: yup.string().required().oneOf(PROVENANCES),
  archived: yup.boolean().required(),
};

/** A spectrum that an entry brings along, for its source, emitters or sensor. */
const ownSpectrum = object({ wavelengthsNm: numbers(), values: numbers() });

const gelSchema = object({
  ...shared,
  kind: yup.string<'gel'>().required().oneOf(['gel']),
  type: yup
    .string()
    .required()
    .oneOf(['effect', 'correction'] as const),
  /** Nominal, of a correction gel; null for others. */
  shiftMired: yup.number().nullable().defined().min(-500).max(500),
  widthCm: yup.number().required().min(1).max(2000),
  heightCm: yup.number().required().min(1).max(20_000),
  condition: yup.string().required().oneOf(CONDITIONS),
  /** Hours that it has hung before a light. */
  hours: yup.number().required().min(0).max(100_000),
  spectrum: ownSpectrum,
});

/** Figures for the quality of white light, and whose they are; null where nobody gave one. None of them describes coloured modes. */
const qualitySchema = object({
  cri: yup.number().nullable().defined().min(0).max(100),
  tlci: yup.number().nullable().defined().min(0).max(100),
  rf: yup.number().nullable().defined().min(0).max(100),
  rg: yup.number().nullable().defined().min(40).max(200),
  source: yup
    .string()
    .required()
    .oneOf(['maker', 'measured', 'guessed'] as const),
});

type NullOrModifier = yup.Lazy<yup.InferType<typeof modifierSchema> | null>;

const fixtureEntry = object({
  ...shared,
  kind: yup.string<'fixture'>().required().oneOf(['fixture']),
  fixture: fixtureSchema,
  /** The spectrum that `fixture.source` of kind `spectrum` refers to as "own"; null where it has none. */
  spectrum: ownSpectrum.nullable().defined(),
  /** Spectra that its emitters refer to by their ids. */
  spectra: yup
    .array(object({ id: shared.id, wavelengthsNm: numbers(), values: numbers() }))
    .required()
    .max(LIMITS.emitters),
  quality: qualitySchema,
  /** What it is built with, or was measured with: it goes before a light with the fixture. Null where modifiers are chosen apart. */
  beam: yup.lazy((value: unknown) =>
    value === null ? yup.mixed<never>().nullable().defined() : modifierSchema,
  ) as unknown as NullOrModifier,
});

const modifierEntry = object({
  ...shared,
  kind: yup.string<'modifier'>().required().oneOf(['modifier']),
  modifier: modifierSchema,
});

const cameraEntry = object({
  ...shared,
  kind: yup.string<'camera'>().required().oneOf(['camera']),
  camera: cameraSchema,
  sensor: object({ wavelengthsNm: numbers(), r: numbers(), g: numbers(), b: numbers() }).nullable().defined(),
});

const surfaceEntry = object({
  ...shared,
  kind: yup.string<'surface'>().required().oneOf(['surface']),
  use: yup
    .string()
    .required()
    .oneOf(['backdrop', 'cloth', 'hair'] as const),
  spectrum: ownSpectrum,
});

const entries = { gel: gelSchema, fixture: fixtureEntry, modifier: modifierEntry, camera: cameraEntry, surface: surfaceEntry };

export type KitGel = yup.InferType<typeof gelSchema>;
export type KitFixture = yup.InferType<typeof fixtureEntry>;
export type KitModifier = yup.InferType<typeof modifierEntry>;
export type KitCamera = yup.InferType<typeof cameraEntry>;
export type KitSurface = yup.InferType<typeof surfaceEntry>;
/** One entry of the kit: a stand-in or the user's own. */
export type KitEntry = KitGel | KitFixture | KitModifier | KitCamera | KitSurface;

/** Nobody has said anything of a fixture's white. */
export const NO_QUALITY: KitFixture['quality'] = { cri: null, tlci: null, rf: null, rg: null, source: 'maker' };

export const KIT_FORMAT = 'fulgent-kit';
export const KIT_VERSION = 1;

/** The id under which a kit entry's own spectrum is referred to inside it. */
export const OWN_SPECTRUM = 'own';

/** A kit entry as it was written before cameras had a lens and modifiers blades, brought to the present form. Nothing is checked here. */
export function upgradeKitEntry(value: unknown): unknown {
  if (value === null || typeof value !== 'object') return value;
  const entry = value as { kind?: unknown; camera?: unknown; modifier?: unknown; fixture?: unknown };
  if (entry.kind === 'gel') return { hours: 0, ...entry };
  if (entry.kind === 'fixture')
    return { spectra: [], quality: NO_QUALITY, beam: null, ...entry, fixture: withFixtureDefaults(entry.fixture) };
  if (entry.kind === 'modifier') return { ...entry, modifier: withModifierDefaults(entry.modifier) };
  return entry.kind === 'camera' ? { ...entry, camera: withCameraDefaults(entry.camera) } : value;
}

/**
 * Validates a value as a kit entry, imported numbers included. Returns it unchanged but for what `upgradeKitEntry` adds.
 * @throws LookError naming every field that is wrong.
 */
export function parseKitEntry(written: unknown): KitEntry {
  const value = upgradeKitEntry(written);
  const kind = value !== null && typeof value === 'object' ? (value as { kind?: unknown }).kind : undefined;
  if (typeof kind !== 'string' || !Object.hasOwn(entries, kind)) {
    throw new LookError([{ field: 'kind', message: `kind must be one of: ${KIT_KINDS.join(', ')}` }]);
  }
  let entry: KitEntry;
  try {
    entry = entries[kind as KitKind].validateSync(value, { strict: true, abortEarly: false }) as KitEntry;
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    const inner = error.inner.length ? error.inner : [error];
    throw new LookError(inner.map((one) => ({ field: one.path ?? '', message: one.errors[0] ?? one.message })));
  }
  try {
    checkNumbers(entry);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw new LookError([{ field: error.field, message: error.message }]);
  }
  return entry;
}

function checkNumbers(entry: KitEntry): void {
  switch (entry.kind) {
    case 'gel':
      resample(entry.spectrum, 'transmittance');
      return;
    case 'surface':
      resample(entry.spectrum, 'reflectance');
      return;
    case 'camera':
      if (entry.sensor) sampledSensor(entry.sensor);
      inField('camera.learned', () => entry.camera.learned && checkLearned(entry.camera.learned));
      if (entry.camera.sensor.kind === 'spectrum' && !entry.sensor)
        throw new InputError('sensor', 'This camera refers to imported sensitivities; give them as sensor.');
      return;
    case 'fixture': {
      if (entry.spectrum) sampledSource(entry.spectrum);
      entry.spectra.forEach((one, i) => inField(`spectra[${i}]`, () => sampledSource(one)));
      const there = new Set([...(entry.spectrum ? [OWN_SPECTRUM] : []), ...entry.spectra.map(({ id }) => id)]);
      const { fixture } = entry;
      if (fixture.kind !== 'flash') inField('fixture', () => checkLayout(fixture.layout));
      if (fixture.kind === 'colour') inField('fixture', () => checkWheel(fixture.wheel));
      const wanted =
        fixture.kind === 'colour'
          ? fixture.emitters.flatMap((emitter) => (emitter.kind === 'spectrum' ? [emitter.id] : []))
          : fixture.source.kind === 'spectrum'
            ? [fixture.source.id]
            : [];
      const missing = wanted.find((id) => !there.has(id));
      if (missing !== undefined)
        throw new InputError(
          'spectrum',
          `This fixture refers to the imported spectrum "${missing}"; give it as spectrum ("${OWN_SPECTRUM}") or in spectra.`,
        );
      return;
    }
    case 'modifier':
      return;
  }
}

/** A kit file: everything in it, stand-ins that were changed included. */
export interface KitFile {
  readonly format: typeof KIT_FORMAT;
  readonly version: typeof KIT_VERSION;
  readonly entries: readonly KitEntry[];
}

export const LARGEST_KIT_FILE = 4_000_000;

/** Reads the text of a kit file in full, or not at all. @throws LookError naming entry and field. */
export function readKitFile(source: string): KitFile {
  if (source.length > LARGEST_KIT_FILE)
    throw new LookError([{ field: '', message: 'The file is larger than 4 MB; a kit file is far smaller.' }]);
  let value: unknown;
  try {
    value = JSON.parse(source);
  } catch {
    throw new LookError([{ field: '', message: 'The file is not JSON. Choose a kit file exported by this application.' }]);
  }
  return parseKitFile(value);
}

export function parseKitFile(value: unknown): KitFile {
  const file = (value ?? {}) as { format?: unknown; version?: unknown; entries?: unknown };
  if (typeof value !== 'object' || file.format !== KIT_FORMAT)
    throw new LookError([{ field: 'format', message: `format must be "${KIT_FORMAT}": this is not a kit file.` }]);
  if (file.version !== KIT_VERSION)
    throw new LookError([{ field: 'version', message: `This application reads kit files of version ${KIT_VERSION}.` }]);
  if (!Array.isArray(file.entries) || file.entries.length > 2000)
    throw new LookError([{ field: 'entries', message: 'entries must be a list of 2000 at most.' }]);
  const read = file.entries.map((entry, i) => {
    try {
      return parseKitEntry(entry);
    } catch (error) {
      if (!(error instanceof LookError)) throw error;
      throw new LookError(error.problems.map((problem) => ({ ...problem, field: `entries[${i}].${problem.field}` })));
    }
  });
  const seen = new Set<string>();
  read.forEach(({ id }, i) => {
    if (seen.has(id))
      throw new LookError([{ field: `entries[${i}].id`, message: `The id "${id}" stands twice; give each its own.` }]);
    seen.add(id);
  });
  return { format: KIT_FORMAT, version: KIT_VERSION, entries: read };
}
