import { yupResolver } from '@hookform/resolvers/yup';
import type { SensorSamples } from '@fulgent/core/camera';
import { kitCamera } from '@fulgent/core/catalogue';
import { LARGEST_SPECTRUM_FILE } from '@fulgent/core/files';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { CURVE_NAMES } from '../../look/words';
import { Button, Choice } from '../../ui/Button';
import { chooseFile, textOf } from '../../ui/files';
import { study } from '../../workers/study';
import { figure, maybe, name, TextField, type FormProps } from './fields';
import { View } from 'react-native';
import * as yup from 'yup';
import { SPACE } from '../../theme/theme';
import { Text } from '../../ui/Text';

const cameraSchema = yup.object({
  name,
  headroom: figure('Headroom', 1, 10),
  sync: figure('Flash sync', 1, 10_000),
  widthMm: figure('Width of its sensor', 3, 120),
  heightMm: figure('Height of its sensor', 2, 120),
  thread: maybe('Thread of its lens', 10, 200),
});

const PAIRS = [
  [
    ['sync', 'Flash sync, 1 over'],
    ['thread', 'Thread of its lens, mm'],
  ],
  [
    ['widthMm', 'Sensor width, mm'],
    ['heightMm', 'Sensor height, mm'],
  ],
] as const;

export function CameraForm({ store, failed }: FormProps) {
  const { control, handleSubmit } = useForm<yup.InferType<typeof cameraSchema>>({
    resolver: yupResolver(cameraSchema) as never,
    defaultValues: { name: '', headroom: 3.25, sync: 200, widthMm: 36, heightMm: 24, thread: '' as never },
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
      {PAIRS.map((pair) => (
        <View key={pair[0][0]} style={{ flexDirection: 'row', gap: SPACE.s }}>
          {pair.map(([id, label]) => (
            <View key={id} style={{ flex: 1 }}>
              <TextField control={control} id={id} label={label} />
            </View>
          ))}
        </View>
      ))}
      <Choice label="Curve" options={CURVE_NAMES} value={curve} onChange={setCurve} />
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
          void handleSubmit(async ({ name: called, headroom, sync, widthMm, heightMm, thread }) => {
            const own = sensor
              ? { wavelengthsNm: [...sensor.wavelengthsNm], r: [...sensor.r], g: [...sensor.g], b: [...sensor.b] }
              : null;
            const camera = {
              ...kitCamera('stills'),
              name: called,
              headroomStops: headroom,
              curve,
              syncS: 1 / sync,
              sensorWidthMm: widthMm,
              sensorHeightMm: heightMm,
              lensThreadMm: thread,
              ...(own ? { sensor: { kind: 'spectrum', id: 'own' } as const } : {}),
            };
            await store({ kind: 'camera', name: called, provenance: own ? 'measured' : 'guessed', camera, sensor: own }, 1);
          })()
        }
      />
    </View>
  );
}
