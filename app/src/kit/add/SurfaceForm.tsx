import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button, Choice } from '../../ui/Button';
import { name, readFile, TextField, type FormProps, type Spectrum } from './fields';
import { View } from 'react-native';
import * as yup from 'yup';
import { SPACE } from '../../theme/theme';
import { Text } from '../../ui/Text';

const USES = [
  { id: 'backdrop', name: 'Backdrop' },
  { id: 'cloth', name: 'Cloth' },
  { id: 'hair', name: 'Hair' },
] as const;

const surfaceSchema = yup.object({ name });

export function SurfaceForm({ store, failed }: FormProps) {
  const { control, handleSubmit, getValues, setValue } = useForm({
    resolver: yupResolver(surfaceSchema),
    defaultValues: { name: '' },
  });
  const [use, setUse] = useState<'backdrop' | 'cloth' | 'hair'>('backdrop');
  const [spectrum, setSpectrum] = useState<Spectrum | null>(null);
  const take = async () => {
    try {
      const read = await readFile('reflectance');
      if (!read) return;
      setSpectrum(read);
      if (!getValues('name')) setValue('name', read.name);
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
