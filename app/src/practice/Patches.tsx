import type { Patch } from '@fulgent/core/practice';
import { patchWords } from '@fulgent/words';
import { Pressable, View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  patches: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
  patch: { borderWidth: 3, borderColor: 'transparent', borderRadius: 3, padding: 2, gap: 3 },
  on: { borderColor: t.text },
  right: { borderColor: t.text, borderStyle: 'dashed' },
  colour: { height: 64, borderRadius: 2 },
}));

/** Patches of colour of which one is chosen; under their own names where these are no part of the question. */
export function Patches({
  patches,
  value,
  truth,
  onChange,
  named,
  coloured,
}: {
  readonly patches: readonly Patch[];
  readonly value: string | null;
  readonly truth: string | null;
  readonly onChange?: (id: string) => void;
  readonly named: boolean;
  readonly coloured: boolean;
}) {
  const styles = useStyles();
  return (
    <View style={styles.patches} role="radiogroup" aria-label="Which">
      {patches.map((patch, i) => (
        <Pressable
          key={patch.id}
          role="radio"
          aria-checked={patch.id === value}
          aria-label={named ? patchWords(patch) : `Patch ${i + 1}`}
          disabled={!onChange || truth !== null}
          onPress={() => onChange?.(patch.id)}
          style={[
            styles.patch,
            { width: coloured ? 108 : '100%' },
            patch.id === value && styles.on,
            patch.id === truth && styles.right,
          ]}
        >
          {coloured ? <View testID="light-colour" style={[styles.colour, { backgroundColor: patch.hex }]} /> : null}
          {named ? (
            <Text size={coloured ? 'small' : 'body'} numberOfLines={3}>
              {patchWords(patch)}
            </Text>
          ) : null}
          {truth === null ? null : (
            <Text size="small" quiet>
              takes {patch.stopsLost.toFixed(1)} stops
            </Text>
          )}
        </Pressable>
      ))}
    </View>
  );
}
