import type { ReactNode } from 'react';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Text } from './Text';

const useStyles = themed((t) => ({
  section: {
    paddingHorizontal: SPACE.m,
    paddingVertical: SPACE.m,
    gap: SPACE.s + 2,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: SPACE.s },
}));

/** A part of a page under a heading; `aside` stands at the right of the heading. */
export function Section({
  title,
  aside,
  flush = false,
  children,
}: {
  readonly title: string;
  readonly aside?: string;
  /** On pages that have their own margin. */
  readonly flush?: boolean;
  readonly children: ReactNode;
}) {
  const styles = useStyles();
  return (
    <View style={[styles.section, flush && { paddingHorizontal: 0 }]}>
      <View style={styles.head}>
        <Text size="strong" weight="strong" role="heading" aria-level={2}>
          {title}
        </Text>
        {aside ? (
          <Text size="label" quiet narrow>
            {aside}
          </Text>
        ) : null}
      </View>
      {children}
    </View>
  );
}
