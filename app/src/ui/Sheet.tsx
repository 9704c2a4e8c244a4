import type { ReactNode } from 'react';
import { Modal, Pressable, ScrollView, View } from 'react-native';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { IconButton } from './Button';
import { Text } from './Text';

const useStyles = themed((t) => ({
  veil: { position: 'absolute', inset: 0, backgroundColor: t.veil },
  place: { flex: 1, justifyContent: 'flex-end', pointerEvents: 'box-none' },
  placeWide: { justifyContent: 'center', alignItems: 'center' },
  sheet: { maxHeight: '86%', backgroundColor: t.ground, borderTopWidth: 1, borderColor: t.edge },
  sheetWide: { width: 620, maxHeight: '80%', borderWidth: 1, borderRadius: 4 },
  head: {
    flexDirection: 'row',
    alignItems: 'center',
    justifyContent: 'space-between',
    paddingLeft: SPACE.m,
    paddingRight: SPACE.xs,
    minHeight: 52,
  },
}));

interface Props {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A sheet over the page: from below on a phone, in the middle on a wide screen. Escape and the veil close it. */
export function Sheet({ title, onClose, children }: Props) {
  const styles = useStyles();
  const wide = useIsWide();
  return (
    <Modal transparent visible animationType="none" onRequestClose={onClose} aria-label={title}>
      <Pressable style={styles.veil} onPress={onClose} accessibilityLabel="Close" accessibilityRole="button" tabIndex={-1} />
      <View style={[styles.place, wide && styles.placeWide]}>
        <View style={[styles.sheet, wide && styles.sheetWide]}>
          <View style={styles.head}>
            <Text size="title" weight="strong" role="heading" aria-level={2}>
              {title}
            </Text>
            <IconButton icon="x" label="Close" onPress={onClose} />
          </View>
          <ScrollView contentContainerStyle={{ padding: SPACE.m, paddingTop: 0, gap: SPACE.m }}>{children}</ScrollView>
        </View>
      </View>
    </Modal>
  );
}
