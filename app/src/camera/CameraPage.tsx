import type { Look } from '@fulgent/core';
import { useRouter } from 'expo-router';
import type { ComponentType } from 'react';
import { ScrollView, View } from 'react-native';
import { useOpenLook } from '../look/store';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Text } from '../ui/Text';
import { BlackFramePage } from './BlackFramePage';
import { MixedPage } from './MixedPage';
import { MotionPage } from './MotionPage';
import { NightPage } from './NightPage';
import { TradeOffPage } from './TradeOffPage';
import { WhitePage } from './WhitePage';

const PAGES: Readonly<Record<string, { readonly title: string; readonly Page: ComponentType<{ readonly look: Look }> }>> = {
  'black-frame': { title: 'Ambient and black frame', Page: BlackFramePage },
  white: { title: 'White balance', Page: WhitePage },
  mixed: { title: 'Flash with continuous light', Page: MixedPage },
  'trade-off': { title: 'What a stop costs', Page: TradeOffPage },
  motion: { title: 'Moving subject', Page: MotionPage },
  night: { title: 'Day for night, ND', Page: NightPage },
};

const useStyles = themed(() => ({
  head: { flexDirection: 'row', alignItems: 'center', minHeight: 50, paddingHorizontal: SPACE.m },
  wideHead: { paddingLeft: SPACE.xs },
}));

/** One question about the camera, in full. */
export function CameraPage({ page }: { readonly page: string }) {
  const styles = useStyles();
  const wide = useIsWide();
  const router = useRouter();
  const look = useOpenLook((state) => state.look);
  const id = useOpenLook((state) => state.id);
  if (!look) return null;
  const back = () => router.navigate(`/looks/${id}/camera`);
  const found = Object.hasOwn(PAGES, page) ? PAGES[page] : undefined;
  if (!found) {
    return (
      <View style={{ padding: SPACE.l, gap: SPACE.m, alignItems: 'flex-start' }}>
        <Text>There is no such page.</Text>
        <Button label="Back to the camera" onPress={back} />
      </View>
    );
  }
  const { title, Page } = found;
  return (
    <ScrollView key={page}>
      <View style={[styles.head, wide && styles.wideHead]}>
        {wide ? <IconButton icon="chevron-left" label="Back to the camera" onPress={back} /> : null}
        <Text size="title" weight="strong" role="heading" aria-level={2}>
          {title}
        </Text>
      </View>
      <Page look={look} />
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}
