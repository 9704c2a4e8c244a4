import { yupResolver } from '@hookform/resolvers/yup';
import { modifierOf } from '@fulgent/core/catalogue';
import { LARGEST_SPECTRUM_FILE } from '@fulgent/core/files';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '../../ui/Button';
import { chooseFile, textOf } from '../../ui/files';
import { study } from '../../workers/study';
import { figure, name, pieces, TextField, type FormProps } from './fields';
import { View } from 'react-native';
import * as yup from 'yup';
import { SPACE } from '../../theme/theme';
import { Text } from '../../ui/Text';

interface ReadLight {
  readonly name: string;
  readonly beam: { readonly kind: 'table'; readonly anglesDeg: readonly number[]; readonly relative: readonly number[] };
  readonly face: { readonly widthM: number; readonly lengthM: number };
  readonly beamDeg: number | null;
  readonly fieldDeg: number | null;
  readonly axisCandela: number;
}

const modifierSchema = yup.object({ name, count: pieces('Count'), loss: figure('Loss', -3, 8) });

export function ModifierForm({ store, failed }: FormProps) {
  const { control, handleSubmit, getValues, setValue } = useForm<yup.InferType<typeof modifierSchema>>({
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
      if (!getValues('name')) setValue('name', found.name || file.name.replace(/\.[^.]*$/, ''));
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
