import type { Material } from '@fulgent/core';
import { Pressable, View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Text } from '../ui/Text';
import { materialHex } from './surface-colour';

const useStyles = themed((t) => ({
  swatch: { width: 76, gap: 3, borderWidth: 2, borderColor: 'transparent', borderRadius: 4, padding: 2 },
  on: { borderColor: t.text },
  colour: { height: 38, borderRadius: 2, borderWidth: 1, borderColor: t.line },
}));

interface Props {
  readonly label: string;
  readonly materials: readonly Material[];
  readonly value: string | null;
  readonly onChange: (id: string) => void;
}

/** Surfaces to choose from, in their own colours under daylight. */
export function SurfaceSwatches({ label, materials, value, onChange }: Props) {
  const styles = useStyles();
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text size="small" quiet>
        {label}
      </Text>
      <View role="radiogroup" aria-label={label} style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.xs }}>
        {materials.map((material) => (
          <Pressable
            key={material.id}
            role="radio"
            aria-checked={material.id === value}
            aria-label={material.name}
            onPress={() => onChange(material.id)}
            style={[styles.swatch, material.id === value && styles.on]}
          >
            <View testID="light-colour" style={[styles.colour, { backgroundColor: materialHex(material) }]} />
            <Text size="small" narrow numberOfLines={2}>
              {material.name}
            </Text>
          </Pressable>
        ))}
      </View>
    </View>
  );
}
