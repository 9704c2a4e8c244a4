import type { ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 54,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** Gels that could hang before a light: what they make of it, what they cost, and the way to take them. */
export function GelOffer({
  swatch,
  name,
  spoken = name,
  text,
  stopsLost,
  onTake,
  testID,
}: {
  readonly swatch: ReactNode;
  readonly name: string;
  /** The name for screen readers. */
  readonly spoken?: string;
  readonly text: string;
  readonly stopsLost: number;
  readonly onTake: () => void;
  readonly testID?: string;
}) {
  const styles = useStyles();
  return (
    <View style={styles.row} testID={testID}>
      {swatch}
      <View style={{ flex: 1 }}>
        <Text weight="medium">{name}</Text>
        <Text size="label" quiet narrow>
          {text}
        </Text>
      </View>
      <Text weight="strong" narrow>
        {stopsLost.toFixed(1)} lost
      </Text>
      <Button label="Take" tight accessibilityLabel={`Take ${spoken}`} onPress={onTake} />
    </View>
  );
}
