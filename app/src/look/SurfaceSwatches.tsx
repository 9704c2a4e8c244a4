import type { KitSurface } from '@fulgent/core/catalogue';
import { resample } from '@fulgent/core/spectrum';
import { useMemo } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';
import { surfaceHex } from './surface-colour';
import { kitOf, useKit } from '../kit/useKit';

const useStyles = themed((t) => ({
  swatch: { width: 76, gap: 3, borderWidth: 2, borderColor: 'transparent', borderRadius: 4, padding: 2 },
  on: { borderColor: t.text },
  colour: { height: 38, borderRadius: 2, borderWidth: 1, borderColor: t.line },
}));

interface Props {
  readonly label: string;
  /** What it is used as: the kit's surfaces of that use are offered. */
  readonly use: KitSurface['use'];
  /** Id of the kit entry. */
  readonly value: string | null;
  readonly onChange: (entry: KitSurface) => void;
}

/** Surfaces to choose from, in their own colours under daylight. */
export function SurfaceSwatches({ label, use, value, onChange }: Props) {
  const styles = useStyles();
  const { stored } = useKit();
  const surfaces = useMemo(
    () =>
      kitOf(stored, 'surface')
        .filter((entry) => entry.use === use)
        .map((entry) => ({ entry, hex: surfaceHex(entry, () => resample(entry.spectrum, 'reflectance')) })),
    [stored, use],
  );
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text size="small" quiet>
        {label}
      </Text>
      <View role="radiogroup" aria-label={label} style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xs }}>
        {surfaces.map(({ entry, hex }) => (
          <Pressable
            key={entry.id}
            role="radio"
            aria-checked={entry.id === value}
            aria-label={entry.name}
            onPress={() => onChange(entry)}
            style={[styles.swatch, entry.id === value && styles.on]}
          >
            <View testID="light-colour" style={[styles.colour, { backgroundColor: hex }]} />
            <Text size="small" narrow numberOfLines={2}>
              {entry.name}
            </Text>
          </Pressable>
        ))}
      </View>
    </View>
  );
}
