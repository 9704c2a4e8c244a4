import type { ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button } from './Button';
import { Text } from './Text';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 54,
    paddingVertical: SPACE.xs,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  swatch: { width: 36, height: 40, borderRadius: 2 },
}));

/** The colour that an offer makes, as it is recorded; empty where it makes none. */
export function OfferSwatch({ hex }: { readonly hex: string | null }) {
  const styles = useStyles();
  return hex === null ? (
    <View style={{ width: 36 }} />
  ) : (
    <View testID="light-colour" style={[styles.swatch, { backgroundColor: hex }]} />
  );
}

/** Something that could be taken: what it makes, what it costs, and the button that takes it. */
export function OfferRow({
  swatch = null,
  title,
  text,
  figure = null,
  unit = '',
  take = null,
  testID,
}: {
  readonly swatch?: ReactNode;
  readonly title: ReactNode;
  readonly text: string;
  readonly figure?: string | null;
  /** Under the figure. */
  readonly unit?: string;
  /** `spoken`: its name for screen readers. */
  readonly take?: {
    readonly label: string;
    readonly spoken: string;
    readonly on?: boolean;
    readonly onPress: () => void;
  } | null;
  readonly testID?: string;
}) {
  const styles = useStyles();
  return (
    <View style={styles.row} testID={testID}>
      {swatch}
      <View style={{ flex: 1 }}>
        <Text weight="medium" numberOfLines={2}>
          {title}
        </Text>
        <Text size="label" quiet narrow numberOfLines={2}>
          {text}
        </Text>
      </View>
      {figure === null ? null : (
        <View style={{ alignItems: 'flex-end' }}>
          <Text weight="strong" narrow>
            {figure}
          </Text>
          {unit ? (
            <Text size="small" quiet narrow>
              {unit}
            </Text>
          ) : null}
        </View>
      )}
      {take ? (
        <Button label={take.label} on={take.on ?? false} tight accessibilityLabel={take.spoken} onPress={take.onPress} />
      ) : null}
    </View>
  );
}
