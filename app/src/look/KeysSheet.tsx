import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Section } from '../ui/Section';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { areFirstKeys, firstKeys, giveKey, isKey, KEY_ACTS, keyName, useKeyNames } from './key-acts';

/** Keys that stay: what a browser and its readers of the screen use as well. */
const FIXED: readonly (readonly [keys: string, does: string])[] = [
  ['Ctrl Z', 'Undo'],
  ['Ctrl Y', 'Redo'],
  ['Tab', 'To the next control; Enter or Space presses it'],
  [
    'Arrows',
    'On a light’s strip: left and right by its steps, up and down to the next light; in a choice: the next and the one before',
  ],
  ['Page up, down', 'On a light’s strip: a whole stop; Home and End: its ends'],
  ['Esc', 'Closes what lies over the page'],
];

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    paddingVertical: SPACE.xs,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  key: { width: 96 },
}));

/** What keys do, and keys of one's own in their place. */
export function KeysSheet({ onClose }: { readonly onClose: () => void }) {
  const styles = useStyles();
  const { keys } = useKeyNames();
  const [asked, setAsked] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  useEffect(() => {
    if (!asked) return undefined;
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Tab') return setAsked(null);
      if (event.key !== 'Escape' && !isKey(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      setAsked(null);
      if (event.key === 'Escape') return;
      const other = giveKey(asked, event.key);
      setSaid(other ? `Exchanged with: ${other}.` : null);
    };
    // Before the sheet, which closes by a key.
    window.addEventListener('keydown', onKey, true);
    return () => window.removeEventListener('keydown', onKey, true);
  }, [asked]);
  return (
    <Sheet title="Keys" onClose={onClose}>
      <Text size="label" quiet>
        Touch a key to have another one for it.
      </Text>
      {said ? (
        <Text size="label" role="status">
          {said}
        </Text>
      ) : null}
      <View role="list">
        {KEY_ACTS.map(({ id, name }) => (
          <View key={id} style={styles.row} role="listitem">
            <View style={styles.key}>
              <Button
                label={asked === id ? 'Press one' : keyName(keys[id]!)}
                accessibilityLabel={
                  asked === id ? `${name}: press a key, or Escape` : `${name}: ${keyName(keys[id]!)}, change it`
                }
                on={asked === id}
                onPress={() => setAsked(asked === id ? null : id)}
              />
            </View>
            <Text style={{ flex: 1 }}>{name}</Text>
          </View>
        ))}
      </View>
      {areFirstKeys(keys) ? null : (
        <View style={{ flexDirection: 'row' }}>
          <Button label="As they were at first" onPress={firstKeys} />
        </View>
      )}
      <Section title="Always" flush>
        <View role="list">
          {FIXED.map(([name, does]) => (
            <View key={name} style={styles.row} role="listitem">
              <Text weight="strong" style={styles.key}>
                {name}
              </Text>
              <Text style={{ flex: 1 }}>{does}</Text>
            </View>
          ))}
        </View>
      </Section>
    </Sheet>
  );
}
