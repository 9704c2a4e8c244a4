import { Link, type Href } from 'expo-router';
import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed, TOUCH } from '../theme/theme';
import { Text } from './Text';

const useStyles = themed((t) => ({
  foot: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    paddingHorizontal: SPACE.m,
    paddingVertical: SPACE.s,
    borderTopWidth: 1,
    borderTopColor: t.line,
    backgroundColor: t.ground,
  },
  main: { flex: 1, minHeight: TOUCH, borderRadius: 3, justifyContent: 'center', alignItems: 'center', backgroundColor: t.fill },
  mainText: { color: t.onFill },
}));

/** What a step is there for, within reach wherever its page stands. */
export function Foot({ children }: { readonly children: ReactNode }) {
  return <View style={useStyles().foot}>{children}</View>;
}

/** The way to the next step of the work. */
export function FootLink({ href, label }: { readonly href: Href; readonly label: string }) {
  const styles = useStyles();
  return (
    <Link href={href} asChild>
      <Pressable style={styles.main} accessibilityRole="link">
        <Text weight="strong" style={styles.mainText}>
          {label}
        </Text>
      </Pressable>
    </Link>
  );
}
