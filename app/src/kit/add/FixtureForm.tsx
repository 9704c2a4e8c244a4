import { LARGEST_SPECTRUM_FILE, readFixtureFile } from '@fulgent/core/files';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../../theme/theme';
import { Button, Choice } from '../../ui/Button';
import { chooseFile, textOf } from '../../ui/files';
import { Text } from '../../ui/Text';
import { ColourForm } from './ColourForm';
import type { FormProps } from './fields';
import { LampForm } from './LampForm';

const KINDS = [
  { id: 'flash', name: 'Flash' },
  { id: 'continuous', name: 'Continuous' },
  { id: 'colour', name: 'Full colour' },
  { id: 'file', name: 'From a fixture file' },
] as const;

/** A fixture of one's own: by its figures, by its channels, or from an open description. */
export function FixtureForm(props: FormProps) {
  const [kind, setKind] = useState<(typeof KINDS)[number]['id']>('continuous');
  return (
    <View style={{ gap: SPACE.m }}>
      <Choice label="Kind of fixture" options={KINDS} value={kind} onChange={setKind} />
      {kind === 'colour' ? <ColourForm {...props} /> : null}
      {kind === 'file' ? <FromFile {...props} /> : null}
      {kind === 'flash' || kind === 'continuous' ? <LampForm key={kind} kind={kind} {...props} /> : null}
    </View>
  );
}

function FromFile({ store, failed }: FormProps) {
  const take = async () => {
    const file = await chooseFile('.json,application/json');
    if (!file) return;
    try {
      const { note: _note, ...described } = readFixtureFile(await textOf(file, LARGEST_SPECTRUM_FILE));
      await store({ kind: 'fixture', ...described }, 1);
    } catch (error) {
      failed(error);
    }
  };
  return (
    <>
      <Text size="label" quiet>
        One fixture as JSON, with its emitters and their spectra, as this application writes it.
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <Button label="Choose the fixture file" icon="file-text" filled onPress={() => void take()} />
      </View>
    </>
  );
}
