import { Link, type Href } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Icon } from './Icon';
import { Text } from './Text';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: 62,
    gap: SPACE.m,
    paddingVertical: SPACE.s,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  inset: { paddingHorizontal: SPACE.m },
}));

/** A row that leads to a page: its name, and in one line what stands there now. */
export function LinkRow({
  href,
  name,
  text,
  aside,
  inset = false,
}: {
  readonly href: Href;
  readonly name: string;
  readonly text: string;
  /** A short figure at the right. */
  readonly aside?: string;
  /** On pages without a margin of their own. */
  readonly inset?: boolean;
}) {
  const styles = useStyles();
  const theme = useTheme();
  return (
    <Link href={href} asChild>
      <Pressable style={StyleSheet.flatten([styles.row, inset && styles.inset])} accessibilityRole="link">
        <View style={{ flex: 1 }}>
          <Text size="strong" weight="strong">
            {name}
          </Text>
          <Text size="label" quiet>
            {text}
          </Text>
        </View>
        {aside ? (
          <Text size="strong" weight="strong" narrow>
            {aside}
          </Text>
        ) : null}
        <Icon name="chevron-right" size={18} color={theme.quiet} />
      </Pressable>
    </Link>
  );
}
