import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { AMBIENT_PRESETS } from '@fulgent/core/planning';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { useComputed } from '../workers/useComputed';
import { changeAmbientLight } from './edits';
import { underText } from './words';

const useStyles = themed((t) => ({
  row: { flexDirection: 'row', gap: SPACE.m, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  swatch: { width: 26, height: 26, borderRadius: 3, marginTop: 2 },
}));

/** Stops over ambient that a coloured light wants to keep its colour. */
const ENOUGH_STOPS = 3;

/** The places that the look could be shot in: by how much the planned lights beat what is there. */
export function PlacesSection({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const places = useComputed('comparePlaces', look) ?? [];
  const [adding, setAdding] = useState(false);
  return (
    <Section title="Places compared" aside="planned lights against ambient">
      {places.map(({ id, name, lux, hex, highestStops, weakest }) => (
        <View key={id || 'here'} style={styles.row} testID={`place-${id || 'here'}`}>
          <View style={[styles.swatch, { backgroundColor: hex }]} testID="light-colour" />
          <View style={{ flex: 1 }}>
            <Text weight="medium">
              {name}, {Number(lux.toPrecision(3))} lx
            </Text>
            <Text size="label" quiet>
              Ambient {underText(highestStops)} working white.{' '}
              {weakest
                ? `${weakest.name} is the weakest: ${formatStops(weakest.nowStops)} over ambient now, ${formatStops(weakest.fullStops)} at full power${weakest.fullStops < ENOUGH_STOPS ? ', too little for its colour' : ''}.`
                : 'No light is planned yet.'}
            </Text>
          </View>
          {id ? (
            <Button
              label="Remove"
              accessibilityLabel={`Remove ${name}`}
              onPress={() =>
                changeAmbientLight(`places.remove.${id}`, { places: look.ambient.places.filter((one) => one.id !== id) })
              }
            />
          ) : null}
        </View>
      ))}
      <Button label="Add a place" icon="plus" disabled={look.ambient.places.length >= 12} onPress={() => setAdding(true)} />
      {adding ? <AddPlace look={look} onClose={() => setAdding(false)} /> : null}
    </Section>
  );
}

function AddPlace({ look, onClose }: { readonly look: Look; readonly onClose: () => void }) {
  const [name, setName] = useState('');
  const [preset, setPreset] = useState(AMBIENT_PRESETS[0]!);
  const [lux, setLux] = useState(preset.lux);
  const [error, setError] = useState<string | null>(null);
  const add = () => {
    const title = name.trim();
    if (!title) return setError('Name is missing.');
    if (title.length > 120) return setError('Name may have 120 characters at most.');
    const { places } = look.ambient;
    let n = places.length + 1;
    while (places.some(({ id }) => id === `place-${n}`)) n++;
    changeAmbientLight('places.add', { places: [...places, { id: `place-${n}`, name: title, lux, source: preset.source }] });
    onClose();
  };
  return (
    <Sheet title="Add a place" onClose={onClose}>
      <Field label="Name" value={name} onChange={setName} onSubmit={add} error={error} autoFocus />
      <Pick
        label="Light"
        current={preset.name}
        options={AMBIENT_PRESETS}
        onPick={(id) => {
          const found = AMBIENT_PRESETS.find((one) => one.id === id)!;
          setPreset(found);
          setLux(found.lux);
        }}
      />
      <Dial label="On the subject" value={lux} onChange={setLux} low={0} high={200_000} step={10} unit="lx" />
      <Button label="Add" filled onPress={add} />
    </Sheet>
  );
}
