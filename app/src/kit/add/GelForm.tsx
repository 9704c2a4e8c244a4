import { yupResolver } from '@hookform/resolvers/yup';
import { resample } from '@fulgent/core/spectrum';
import { useState } from 'react';
import { useForm, type UseFormHandleSubmit } from 'react-hook-form';
import { TransmissionCurve } from '../../charts/TransmissionCurve';
import { Button, Choice } from '../../ui/Button';
import { chooseFile } from '../../ui/files';
import { study } from '../../workers/study';
import { gelFacts, JUDGED_ON, type GelFacts } from '../gel-facts';
import { GelList } from './GelList';
import { GelByLook, GelBySheet } from './GelLook';
import { figure, name, pieces, readFile, TextField, type FormProps, type Spectrum, type Draft } from './fields';
import { View } from 'react-native';
import * as yup from 'yup';
import { SPACE } from '../../theme/theme';
import { Text } from '../../ui/Text';

const WAYS = [
  { id: 'look', name: 'By its look' },
  { id: 'sheet', name: 'From a maker’s sheet' },
  { id: 'file', name: 'From a file' },
  { id: 'photos', name: 'From two photographs' },
  { id: 'list', name: 'Many, from a list' },
] as const;
type Way = (typeof WAYS)[number]['id'];

const gelSchema = yup.object({
  name,
  count: pieces('Sheets'),
  widthCm: figure('Width', 1, 2000),
  heightCm: figure('Height', 1, 20_000),
});

/** A gel of one's own, in whatever way its colour is known; or many from a list. */
export function GelForm({ store, failed, done }: FormProps) {
  const [way, setWay] = useState<Way>('look');
  return (
    <View style={{ gap: SPACE.m }}>
      <Choice label="Where the colour comes from" options={WAYS} value={way} onChange={setWay} />
      {way === 'list' ? <GelList onTaken={done} failed={failed} /> : <OneGel key={way} way={way} store={store} failed={failed} />}
    </View>
  );
}

function OneGel({ way, store, failed }: Omit<FormProps, 'done'> & { readonly way: Exclude<Way, 'list'> }) {
  const { control, handleSubmit, setValue, getValues } = useForm<yup.InferType<typeof gelSchema>>({
    resolver: yupResolver(gelSchema) as never,
    defaultValues: { name: '', count: 1, widthCm: 50, heightCm: 60 },
  });
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
      {way === 'look' ? <GelByLook onSpectrum={setSpectrum} /> : null}
      {way === 'sheet' ? <GelBySheet onSpectrum={setSpectrum} /> : null}
      {way === 'file' ? (
        <>
          <Text size="label" quiet>
            Transmittance against wavelength: CSV, or spectral XML of IES TM-27-14.
          </Text>
          <Button label="Choose the file" icon="file-text" onPress={() => void take()} />
        </>
      ) : null}
      {way === 'photos' ? <TwoPhotographs photos={photos} photo={photo} /> : null}
      {filter && facts && width > 0 ? (
        <Preview filter={filter} facts={facts} width={width} notes={spectrum?.notes ?? []} />
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
      <AddGel handleSubmit={handleSubmit} spectrum={spectrum} facts={facts} failed={failed} store={store} type={type} />
    </View>
  );
}

function Preview({
  filter,
  facts,
  width,
  notes,
}: {
  readonly filter: Float64Array;
  readonly facts: GelFacts;
  readonly width: number;
  readonly notes: readonly string[];
}) {
  return (
    <View testID="preview">
      <TransmissionCurve transmittance={filter} colour={facts.hex} width={width} />
      <Text>
        {facts.stopsLost.toFixed(2)} stops lost in daylight, R {facts.channels[0].toFixed(1)} G {facts.channels[1].toFixed(1)} B{' '}
        {facts.channels[2].toFixed(1)}.
      </Text>
      {notes.map((line) => (
        <Text key={line} size="label" quiet>
          {line}
        </Text>
      ))}
    </View>
  );
}

function AddGel({
  handleSubmit,
  spectrum,
  facts,
  failed,
  store,
  type,
}: {
  readonly handleSubmit: UseFormHandleSubmit<yup.InferType<typeof gelSchema>>;
  readonly spectrum: Spectrum | null;
  readonly facts: GelFacts | null;
  readonly failed: (error: unknown) => void;
  readonly store: (draft: Draft, count: number) => Promise<void>;
  readonly type: 'effect' | 'correction';
}) {
  return (
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
              hours: 0,
              spectrum: spectrum.samples,
            },
            sheets,
          );
        })()
      }
    />
  );
}

function TwoPhotographs({
  photos,
  photo,
}: {
  readonly photos: { without?: File; through?: File };
  readonly photo: (which: 'without' | 'through') => Promise<void>;
}) {
  return (
    <>
      <Text size="label" quiet>
        The same white in the same daylight or flash at 5600 K, once without the gel and once through it, same exposure, nothing
        clipped. The middle third of each is read.
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
  );
}
