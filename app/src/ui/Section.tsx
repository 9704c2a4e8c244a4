import type { WhatIs as Words } from '@fulgent/words';
import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed, useTheme } from '../theme/theme';
import { Button } from './Button';
import { Icon } from './Icon';
import { Text } from './Text';
import { WhatIs } from './WhatIs';
import { openAllTopics, toggleTopic, useTopicOpen, useTopics } from './topics';

const useStyles = themed((t) => ({
  section: {
    paddingHorizontal: SPACE.m,
    paddingVertical: SPACE.m,
    gap: SPACE.s + 2,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  topic: { borderBottomWidth: 1, borderBottomColor: t.line },
  content: { paddingHorizontal: SPACE.m, paddingBottom: SPACE.m, gap: SPACE.s + 2 },
  head: { flexDirection: 'row', justifyContent: 'space-between', alignItems: 'baseline', gap: SPACE.s },
  beside: { flexDirection: 'row', alignItems: 'center', flexShrink: 1, gap: SPACE.xs },
  // As high as the heading's line, whatever can be touched.
  what: { marginVertical: -14, marginRight: -10 },
  fold: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 58,
    paddingHorizontal: SPACE.m,
    paddingVertical: 6,
  },
  patches: { flexDirection: 'row', borderRadius: 2, overflow: 'hidden' },
  patch: { width: 22, height: 34 },
}));

interface SectionProps {
  readonly title: string;
  readonly aside?: string;
  /** What it shows is explained behind a question mark. */
  readonly what?: Words | null;
  /** On pages that have their own margin. */
  readonly flush?: boolean;
  readonly children: ReactNode;
}

/** A part of a page under a heading; `aside` stands at the right of the heading. */
export function Section({ title, aside, what, flush = false, children }: SectionProps) {
  const styles = useStyles();
  return (
    <View style={[styles.section, flush && { paddingHorizontal: 0 }]}>
      <View style={styles.head}>
        <Text size="strong" weight="strong" role="heading" aria-level={2}>
          {title}
        </Text>
        <View style={styles.beside}>
          {aside ? (
            <Text size="label" quiet narrow>
              {aside}
            </Text>
          ) : null}
          {what ? (
            <View style={styles.what}>
              <WhatIs words={what} />
            </View>
          ) : null}
        </View>
      </View>
      {children}
    </View>
  );
}

/** A part of a page that is one line until it is wanted: its name, what stands there now in words or as patches of light, and the rest when it is touched. */
export function Topic({
  id,
  title,
  now,
  patches = [],
  children,
}: {
  /** Of this topic on all pages like this one. */
  readonly id: string;
  readonly title: string;
  readonly now: string;
  /** Computed colours, as #rrggbb. */
  readonly patches?: readonly string[];
  readonly children: ReactNode;
}) {
  const styles = useStyles();
  const theme = useTheme();
  const open = useTopicOpen(id);
  return (
    <View style={styles.topic}>
      <View role="heading" aria-level={2}>
        <Pressable
          style={styles.fold}
          onPress={() => toggleTopic(id)}
          accessibilityRole="button"
          aria-expanded={open}
          testID={`topic-${id}`}
        >
          <View style={{ flex: 1 }}>
            <Text size="strong" weight="strong">
              {title}
            </Text>
            {now ? (
              <Text size="label" quiet numberOfLines={2}>
                {now}
              </Text>
            ) : null}
          </View>
          {patches.length ? (
            <View style={styles.patches} testID="light-colour">
              {patches.map((colour, i) => (
                <View key={i} style={[styles.patch, { backgroundColor: colour }]} />
              ))}
            </View>
          ) : null}
          <Icon name={open ? 'chevron-up' : 'chevron-down'} size={18} color={theme.quiet} />
        </Pressable>
      </View>
      {open ? <View style={styles.content}>{children}</View> : null}
    </View>
  );
}

/** At the end of a page: all of it at once, for who would rather scroll than touch. */
export function TopicsSwitch() {
  const all = useTopics((state) => state.all);
  return (
    <View style={{ flexDirection: 'row', padding: SPACE.m, paddingBottom: SPACE.xl }}>
      <Button label={all ? 'One line each' : 'Open everything'} onPress={() => openAllTopics(!all)} />
    </View>
  );
}
