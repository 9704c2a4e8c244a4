import { useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../../theme/theme';
import { Choice } from '../../ui/Button';
import { ColourForm } from './ColourForm';
import type { FormProps } from './fields';
import { FromFiles } from './FromFiles';
import { LampForm } from './LampForm';

const KINDS = [
  { id: 'flash', name: 'Flash' },
  { id: 'continuous', name: 'Continuous' },
  { id: 'colour', name: 'Full colour' },
  { id: 'file', name: 'From files' },
] as const;

/** A fixture of one's own: by its figures, by its channels, or from an open description. */
export function FixtureForm(props: FormProps) {
  const [kind, setKind] = useState<(typeof KINDS)[number]['id']>('continuous');
  return (
    <View style={{ gap: SPACE.m }}>
      <Choice label="Kind of fixture" options={KINDS} value={kind} onChange={setKind} />
      {kind === 'colour' ? <ColourForm {...props} /> : null}
      {kind === 'file' ? <FromFiles {...props} /> : null}
      {kind === 'flash' || kind === 'continuous' ? <LampForm key={kind} kind={kind} {...props} /> : null}
    </View>
  );
}
