import { Link } from 'expo-router';
import { Pressable, StyleSheet, View } from 'react-native';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Icon } from '../ui/Icon';
import { SectionFrame } from '../ui/SectionFrame';
import { Text } from '../ui/Text';
import { TOOLS } from './tools';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    minHeight: 62,
    gap: SPACE.m,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** Single questions, answered without a look. */
export function BenchPage() {
  const styles = useStyles();
  const theme = useTheme();
  return (
    <SectionFrame>
      <Text size="huge" weight="strong" role="heading" aria-level={1}>
        Bench
      </Text>
      <View>
        {TOOLS.map(({ id, name, text }) => (
          <Link key={id} href={`/bench/${id}`} asChild>
            <Pressable style={StyleSheet.flatten(styles.row)} accessibilityRole="link">
              <View style={{ flex: 1 }}>
                <Text size="strong" weight="strong">
                  {name}
                </Text>
                <Text size="label" quiet>
                  {text}
                </Text>
              </View>
              <Icon name="chevron-right" size={18} color={theme.quiet} />
            </Pressable>
          </Link>
        ))}
      </View>
    </SectionFrame>
  );
}
