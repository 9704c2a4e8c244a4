import { yupResolver } from '@hookform/resolvers/yup';
import {
  cameraOf,
  fixtureOf,
  LARGEST_SPECTRUM_FILE,
  modifierOf,
  resample,
  type KitEntry,
  type KitKind,
  type SensorSamples,
} from '@fulgent/core';
import { useState } from 'react';
import { Controller, useForm, type Control, type FieldValues, type Path } from 'react-hook-form';
import { View } from 'react-native';
import * as yup from 'yup';
import { api } from '../api/client';
import { TransmissionCurve } from '../charts/TransmissionCurve';
import { SPACE } from '../theme/theme';
import { Button, Choice } from '../ui/Button';
import { Field } from '../ui/Field';
import { chooseFile, textOf } from '../ui/files';
import { problemLines } from '../ui/problems';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { gelFacts, JUDGED_ON } from './gel-facts';

interface Props {
  readonly kind: KitKind;
  readonly onClose: () => void;
  readonly onAdded: () => void;
}

type WithoutShared<Entry> = Entry extends KitEntry ? Omit<Entry, 'id' | 'note' | 'archived' | 'count'> : never;
/** An entry before the kit has given it an id. */
type Draft = WithoutShared<KitEntry>;
const PLACEHOLDER_ID = 'new';

const TITLES: Record<KitKind, string> = {
  gel: 'Add a gel',
  fixture: 'Add a fixture',
  modifier: 'Add a modifier',
  camera: 'Add a camera',
  surface: 'Add a surface',
};

/** Adds something of one's own: from a file, from measurements, or by hand. Everything is checked before anything is stored. */
export function AddEntry({ kind, onClose, onAdded }: Props) {
  const [problems, setProblems] = useState<readonly string[]>([]);
  const store = async (draft: Draft, count: number) => {
    setProblems([]);
    try {
      const { entry } = await api.createEntry({ id: PLACEHOLDER_ID, note: '', archived: false, count, ...draft } as KitEntry);
      onAdded();
      onClose();
      say(`${entry.name} added.`);
    } catch (error) {
      setProblems(problemLines(error));
    }
  };
  const failed = (error: unknown) => setProblems(problemLines(error));
  const form = { store, failed };
  return (
    <Sheet title={TITLES[kind]} onClose={onClose}>
      {kind === 'gel' ? <GelForm {...form} /> : null}
      {kind === 'surface' ? <SurfaceForm {...form} /> : null}
      {kind === 'fixture' ? <FixtureForm {...form} /> : null}
      {kind === 'modifier' ? <ModifierForm {...form} /> : null}
      {kind === 'camera' ? <CameraForm {...form} /> : null}
      {problems.length ? (
        <View role="alert" style={{ gap: SPACE.xs }}>
          {problems.map((line) => (
            <Text key={line} weight="strong">
              {line}
            </Text>
          ))}
          <Text quiet>Nothing was stored.</Text>
        </View>
      ) : null}
    </Sheet>
  );
}

interface FormProps {
  readonly store: (draft: Draft, count: number) => Promise<void>;
  readonly failed: (error: unknown) => void;
}

const name = yup.string().trim().required('Name is missing.').max(120, 'Name may have 120 characters at most.');
const figure = (label: string, low: number, high: number) =>
  yup
    .number()
    .transform((_: number, original: unknown) => Number(String(original).replace(',', '.')))
    .typeError(`${label} must be a number.`)
    .required(`${label} is missing.`)
    .min(low, `${label} must be from ${low} to ${high}.`)
    .max(high, `${label} must be from ${low} to ${high}.`);
const pieces = (label: string) => figure(label, 0, 10_000).integer(`${label} must be a whole number.`);

function TextField<Values extends FieldValues>({
  control,
  id,
  label,
}: {
  readonly control: Control<Values, unknown, Values>;
  readonly id: Path<Values>;
  readonly label: string;
}) {
  return (
    <Controller
      control={control}
      name={id}
      render={({ field, fieldState }) => (
        <Field
          label={label}
          value={String(field.value ?? '')}
          onChange={field.onChange}
          onBlur={field.onBlur}
          error={fieldState.error?.message}
        />
      )}
    />
  );
}

interface Spectrum {
  readonly samples: { readonly wavelengthsNm: number[]; readonly values: number[] };
  readonly notes: readonly string[];
  readonly provenance: 'measured' | 'maker';
}

/** Lets the user choose a file of spectral data and reads it in the worker. */
async function readFile(kind: 'transmittance' | 'reflectance' | 'source'): Promise<(Spectrum & { name: string }) | null> {
  const file = await chooseFile('.csv,.txt,.tsv,.xml,.spdx,text/csv,text/xml,application/xml');
  if (!file) return null;
  const read = await study().readSpectrum(await textOf(file, LARGEST_SPECTRUM_FILE), kind);
  return { samples: read.samples, notes: read.notes, provenance: 'maker', name: read.name || file.name.replace(/\.[^.]*$/, '') };
}

const WAYS = [
  { id: 'file', name: 'From a file' },
  { id: 'photos', name: 'From two photographs' },
] as const;

const gelSchema = yup.object({
  name,
  count: pieces('Sheets'),
  widthCm: figure('Width', 1, 2000),
  heightCm: figure('Height', 1, 20_000),
});

function GelForm({ store, failed }: FormProps) {
  const { control, handleSubmit, setValue, getValues } = useForm<yup.InferType<typeof gelSchema>>({
    resolver: yupResolver(gelSchema) as never,
    defaultValues: { name: '', count: 1, widthCm: 50, heightCm: 60 },
  });
  const [way, setWay] = useState<'file' | 'photos'>('file');
  const [type, setType] = useState<'effect' | 'correction'>('effect');
  const [spectrum, setSpectrum] = useState<Spectrum | null>(null);
  const [photos, setPhotos] = useState<{ without?: File; through?: File }>({});
  const [width, setWidth] = useState(0);
  const take = async () => {
    try {
      const read = await readFile('transmittance');
      if (!read) return;
      setSpectrum(read);
      if (!getValues('name')) setValue('name', read.name);
    } catch (error) {
      failed(error);
    }
  };
  const photo = async (which: 'without' | 'through') => {
    const file = await chooseFile('image/*');
    if (!file) return;
    const both = { ...photos, [which]: file };
    setPhotos(both);
    if (!both.without || !both.through) return;
    try {
      const samples = await study().photoGel(both.without, both.through, 5600);
      setSpectrum({
        samples,
        notes: ['Three channels only: right for this camera and light, rough for others.'],
        provenance: 'measured',
      });
    } catch (error) {
      failed(error);
    }
  };
  const filter = spectrum ? resample(spectrum.samples, 'transmittance') : null;
  const facts = filter ? gelFacts(filter, JUDGED_ON[0]) : null;
  return (
    <View style={{ gap: SPACE.m }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      <Choice label="Where the colour comes from" options={WAYS} value={way} onChange={setWay} />
      {way === 'file' ? (
        <>
          <Text size="label" quiet>
            Transmittance against wavelength: CSV, or spectral XML of IES TM-27-14.
          </Text>
          <Button label="Choose the file" icon="file-text" onPress={() => void take()} />
        </>
      ) : (
        <>
          <Text size="label" quiet>
            The same white in the same daylight or flash at 5600 K, once without the gel and once through it, same exposure,
            nothing clipped. The middle third of each is read.
          </Text>
          <Button
            label={photos.without ? `Without: ${photos.without.name}` : 'Without the gel'}
            icon="image"
            onPress={() => void photo('without')}
          />
          <Button
            label={photos.through ? `Through: ${photos.through.name}` : 'Through the gel'}
            icon="image"
            onPress={() => void photo('through')}
          />
        </>
      )}
      {filter && facts && width > 0 ? (
        <View testID="preview">
          <TransmissionCurve transmittance={filter} colour={facts.hex} width={width} />
          <Text>
            {facts.stopsLost.toFixed(2)} stops lost in daylight, R {facts.channels[0].toFixed(1)} G {facts.channels[1].toFixed(1)}{' '}
            B {facts.channels[2].toFixed(1)}.
          </Text>
          {spectrum!.notes.map((line) => (
            <Text key={line} size="label" quiet>
              {line}
            </Text>
          ))}
        </View>
      ) : null}
      <TextField control={control} id="name" label="Name" />
      <Choice
        label="Kind of gel"
        options={[
          { id: 'effect', name: 'Effect' },
          { id: 'correction', name: 'Correction' },
        ]}
        value={type}
        onChange={setType}
      />
      <TextField control={control} id="count" label="Sheets" />
      <TextField control={control} id="widthCm" label="Width, cm" />
      <TextField control={control} id="heightCm" label="Height, cm" />
      <Button
        label="Add to the kit"
        filled
        onPress={() =>
          void handleSubmit(async ({ name: called, count: sheets, widthCm, heightCm }) => {
            if (!spectrum || !facts) {
              failed(new Error('There is no colour yet: choose a file, or take both photographs.'));
              return;
            }
            await store(
              {
                kind: 'gel',
                name: called,
                provenance: spectrum.provenance,
                type,
                shiftMired: type === 'correction' && facts.shiftMired !== null ? Math.round(facts.shiftMired) : null,
                widthCm,
                heightCm,
                condition: 'new',
                spectrum: spectrum.samples,
              },
              sheets,
            );
          })()
        }
      />
    </View>
  );
}

const USES = [
  { id: 'backdrop', name: 'Backdrop' },
  { id: 'cloth', name: 'Cloth' },
  { id: 'hair', name: 'Hair' },
] as const;

const surfaceSchema = yup.object({ name });

function SurfaceForm({ store, failed }: FormProps) {
  const { control, handleSubmit, setValue } = useForm({ resolver: yupResolver(surfaceSchema), defaultValues: { name: '' } });
  const [use, setUse] = useState<'backdrop' | 'cloth' | 'hair'>('backdrop');
  const [spectrum, setSpectrum] = useState<Spectrum | null>(null);
  const take = async () => {
    try {
      const read = await readFile('reflectance');
      if (!read) return;
      setSpectrum(read);
      setValue('name', read.name);
    } catch (error) {
      failed(error);
    }
  };
  return (
    <View style={{ gap: SPACE.m }}>
      <Text size="label" quiet>
        Reflectance against wavelength: CSV, or spectral XML of IES TM-27-14.
      </Text>
      <Button label={spectrum ? 'Another file' : 'Choose the file'} icon="file-text" onPress={() => void take()} />
      {spectrum ? <Text testID="preview">{spectrum.samples.wavelengthsNm.length} wavelengths read.</Text> : null}
      <TextField control={control} id="name" label="Name" />
      <Choice label="Used as" options={USES} value={use} onChange={setUse} />
      <Button
        label="Add to the kit"
        filled
        onPress={() =>
          void handleSubmit(async ({ name: called }) => {
            if (!spectrum) failed(new Error('There are no figures yet: choose a file.'));
            else
              await store({ kind: 'surface', name: called, provenance: spectrum.provenance, use, spectrum: spectrum.samples }, 1);
          })()
        }
      />
    </View>
  );
}

const FIXTURE_KINDS = [
  { id: 'flash', name: 'Flash' },
  { id: 'continuous', name: 'Continuous' },
] as const;

const fixtureSchema = yup.object({
  name,
  count: pieces('Count'),
  output: figure('Output', 0.1, 10_000_000),
  cctK: figure('Colour temperature', 1900, 12_000),
  duv: figure('Duv', -0.03, 0.03),
});

function FixtureForm({ store, failed }: FormProps) {
  const { control, handleSubmit } = useForm<yup.InferType<typeof fixtureSchema>>({
    resolver: yupResolver(fixtureSchema) as never,
    defaultValues: { name: '', count: 1, output: '' as unknown as number, cctK: 5600, duv: 0 },
  });
  const [kind, setKind] = useState<'flash' | 'continuous'>('continuous');
  const [spectrum, setSpectrum] = useState<Spectrum | null>(null);
  const take = async () => {
    try {
      setSpectrum(await readFile('source'));
    } catch (error) {
      failed(error);
    }
  };
  return (
    <View style={{ gap: SPACE.m }}>
      <Choice label="Kind of fixture" options={FIXTURE_KINDS} value={kind} onChange={setKind} />
      <TextField control={control} id="name" label="Name" />
      <TextField control={control} id="count" label="Count" />
      <TextField
        control={control}
        id="output"
        label={kind === 'flash' ? 'Guide number at ISO 100, m' : 'Measured at 1 m on the axis, full output, lx'}
      />
      <TextField control={control} id="cctK" label="Colour temperature, K" />
      <TextField control={control} id="duv" label="Duv, positive is green" />
      <Button
        label={spectrum ? 'Spectrum read; another file' : 'Spectrum from a file (optional)'}
        icon="file-text"
        onPress={() => void take()}
      />
      <Button
        label="Add to the kit"
        filled
        onPress={() =>
          void handleSubmit(async ({ name: called, count: many, output, cctK, duv }) => {
            const measured = spectrum ? ({ kind: 'spectrum', id: 'own' } as const) : null;
            const fixture =
              kind === 'flash'
                ? {
                    ...(fixtureOf('flash-200') as Extract<ReturnType<typeof fixtureOf>, { kind: 'flash' }>),
                    name: called,
                    guideNumberM: output,
                    source: measured ?? ({ kind: 'daylight', cctK: Math.max(4000, cctK) } as const),
                  }
                : {
                    ...(fixtureOf('led-panel') as Extract<ReturnType<typeof fixtureOf>, { kind: 'continuous' }>),
                    name: called,
                    luxAt1m: output,
                    source: measured ?? ({ kind: 'led', cctK, duv } as const),
                  };
            await store(
              { kind: 'fixture', name: called, provenance: 'measured', fixture, spectrum: spectrum?.samples ?? null },
              many,
            );
          })()
        }
      />
    </View>
  );
}

interface ReadLight {
  readonly name: string;
  readonly beam: { readonly kind: 'table'; readonly anglesDeg: readonly number[]; readonly relative: readonly number[] };
  readonly face: { readonly widthM: number; readonly lengthM: number };
  readonly beamDeg: number | null;
  readonly fieldDeg: number | null;
  readonly axisCandela: number;
}

const modifierSchema = yup.object({ name, count: pieces('Count'), loss: figure('Loss', -3, 8) });

function ModifierForm({ store, failed }: FormProps) {
  const { control, handleSubmit, setValue } = useForm<yup.InferType<typeof modifierSchema>>({
    resolver: yupResolver(modifierSchema) as never,
    defaultValues: { name: '', count: 1, loss: 0 },
  });
  const [read, setRead] = useState<ReadLight | null>(null);
  const take = async () => {
    try {
      const file = await chooseFile('.ies,.txt,text/plain');
      if (!file) return;
      const found = (await study().readBeam(await textOf(file, LARGEST_SPECTRUM_FILE))) as ReadLight;
      setRead(found);
      setValue('name', found.name || file.name.replace(/\.[^.]*$/, ''));
    } catch (error) {
      failed(error);
    }
  };
  return (
    <View style={{ gap: SPACE.m }}>
      <Text size="label" quiet>
        A photometric file of IES LM-63: its beam is averaged round the axis.
      </Text>
      <Button label={read ? 'Another file' : 'Choose the file'} icon="file-text" onPress={() => void take()} />
      {read ? (
        <Text testID="preview">
          {Math.round(read.axisCandela)} cd on the axis (that many lx at 1 m, far off), beam {read.beamDeg ?? 'over 360'}°, field{' '}
          {read.fieldDeg ?? 'over 360'}°.
        </Text>
      ) : null}
      <TextField control={control} id="name" label="Name" />
      <TextField control={control} id="count" label="Count" />
      <TextField control={control} id="loss" label="Stops lost on the axis against the bare figure" />
      <Button
        label="Add to the kit"
        filled
        onPress={() =>
          void handleSubmit(async ({ name: called, count: many, loss }) => {
            if (!read) {
              failed(new Error('There is no beam yet: choose a file.'));
              return;
            }
            const radiusM = Math.max(0.01, Math.sqrt((read.face.widthM * read.face.lengthM) / Math.PI) || 0.05);
            await store(
              {
                kind: 'modifier',
                name: called,
                provenance: 'maker',
                modifier: {
                  ...modifierOf('reflector'),
                  name: called,
                  face: { kind: 'disc', radiusM },
                  beam: { kind: 'table', anglesDeg: [...read.beam.anglesDeg], relative: [...read.beam.relative] },
                  lossStops: loss,
                },
              },
              many,
            );
          })()
        }
      />
    </View>
  );
}

const CURVES = [
  { id: 'rendered', name: 'Rendered' },
  { id: 'film-like', name: 'Film-like' },
  { id: 'log', name: 'Log' },
] as const;

const cameraSchema = yup.object({ name, headroom: figure('Headroom', 1, 10) });

function CameraForm({ store, failed }: FormProps) {
  const { control, handleSubmit } = useForm<yup.InferType<typeof cameraSchema>>({
    resolver: yupResolver(cameraSchema) as never,
    defaultValues: { name: '', headroom: 3.25 },
  });
  const [curve, setCurve] = useState<'rendered' | 'film-like' | 'log'>('rendered');
  const [sensor, setSensor] = useState<SensorSamples | null>(null);
  const take = async () => {
    try {
      const file = await chooseFile('.csv,.txt,.tsv,text/csv');
      if (file) setSensor(await study().readSensor(await textOf(file, LARGEST_SPECTRUM_FILE)));
    } catch (error) {
      failed(error);
    }
  };
  return (
    <View style={{ gap: SPACE.m }}>
      <TextField control={control} id="name" label="Name" />
      <TextField control={control} id="headroom" label="Stops over mid-grey before the sensor clips" />
      <Choice label="Curve" options={CURVES} value={curve} onChange={setCurve} />
      <Text size="label" quiet>
        Sensitivities, if you have them: a table of wavelength, red, green, blue. Without them it sees like the stand-in.
      </Text>
      <Button
        label={sensor ? 'Sensitivities read; another file' : 'Sensitivities from a file (optional)'}
        icon="file-text"
        onPress={() => void take()}
      />
      <Button
        label="Add to the kit"
        filled
        onPress={() =>
          void handleSubmit(async ({ name: called, headroom }) => {
            const own = sensor
              ? { wavelengthsNm: [...sensor.wavelengthsNm], r: [...sensor.r], g: [...sensor.g], b: [...sensor.b] }
              : null;
            const camera = {
              ...cameraOf('stills'),
              name: called,
              headroomStops: headroom,
              curve,
              ...(own ? { sensor: { kind: 'spectrum', id: 'own' } as const } : {}),
            };
            await store({ kind: 'camera', name: called, provenance: own ? 'measured' : 'guessed', camera, sensor: own }, 1);
          })()
        }
      />
    </View>
  );
}
