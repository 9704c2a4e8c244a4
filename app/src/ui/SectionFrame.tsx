import { Link, usePathname } from 'expo-router';
import type { ReactNode } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { SPACE, themed, TOUCH, useIsWide } from '../theme/theme';
import { Text } from './Text';

const SECTIONS = [
  { href: '/', name: 'Shoots', of: ['', 'looks', 'new'] },
  { href: '/bench', name: 'Bench', of: ['bench'] },
  { href: '/practice', name: 'Practice', of: ['practice'] },
  { href: '/kit', name: 'Kit', of: ['kit'] },
  { href: '/log', name: 'Log', of: ['log'] },
] as const;

export const RAIL_WIDTH = 168;

const useStyles = themed((t) => ({
  page: { flex: 1, backgroundColor: t.ground },
  wide: { flex: 1, flexDirection: 'row', backgroundColor: t.ground },
  rail: { width: RAIL_WIDTH, borderRightWidth: 1, borderRightColor: t.line, paddingVertical: SPACE.m },
  railItem: { minHeight: 48, justifyContent: 'center', paddingLeft: SPACE.l },
  bar: { flexDirection: 'row', borderTopWidth: 1, borderTopColor: t.line, backgroundColor: t.ground },
  barItem: { flex: 1, minHeight: TOUCH + 4, alignItems: 'center', justifyContent: 'center' },
  inner: { width: '100%', maxWidth: 1000, padding: SPACE.m, paddingBottom: 72, gap: SPACE.m },
}));

/** The sections of the application, as a bar below on a phone or as entries of the rail on a wide screen. */
export function SectionLinks({ rail = false }: { readonly rail?: boolean }) {
  const styles = useStyles();
  const first = usePathname().split('/')[1] ?? '';
  return (
    <View style={rail ? undefined : styles.bar} role="navigation" aria-label="Sections">
      {SECTIONS.map(({ href, name, of }) => {
        const on = (of as readonly string[]).includes(first);
        return (
          <Link key={href} href={href} asChild>
            <Pressable
              style={StyleSheet.flatten([rail ? styles.railItem : styles.barItem])}
              accessibilityRole="link"
              aria-current={on ? 'page' : undefined}
            >
              <Text weight={on ? 'strong' : 'medium'} quiet={!on}>
                {name}
              </Text>
            </Pressable>
          </Link>
        );
      })}
    </View>
  );
}

/** The frame of a section's pages: what is in it scrolls, the sections stay in reach. */
export function SectionFrame({ children }: { readonly children: ReactNode }) {
  const styles = useStyles();
  const wide = useIsWide();
  const content = (
    <ScrollView style={{ flex: 1 }} contentContainerStyle={wide ? { paddingHorizontal: SPACE.l } : undefined}>
      <View style={styles.inner} role="main">
        {children}
      </View>
    </ScrollView>
  );
  if (!wide) {
    return (
      <View style={styles.page}>
        {content}
        <SectionLinks />
      </View>
    );
  }
  return (
    <View style={styles.wide}>
      <View style={styles.rail}>
        <View role="banner">
          <Text size="big" weight="strong" style={{ paddingLeft: SPACE.l, paddingVertical: SPACE.s }}>
            Fulgent
          </Text>
        </View>
        <View style={{ height: SPACE.m }} />
        <SectionLinks rail />
      </View>
      {content}
    </View>
  );
}
