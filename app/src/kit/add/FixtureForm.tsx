import { yupResolver } from '@hookform/resolvers/yup';
import { fixtureOf } from '@fulgent/core/catalogue';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button, Choice } from '../../ui/Button';
import { figure, name, pieces, readFile, TextField, type FormProps, type Spectrum } from './fields';
import { View } from 'react-native';
import * as yup from 'yup';
import { SPACE } from '../../theme/theme';

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

export function FixtureForm({ store, failed }: FormProps) {
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
