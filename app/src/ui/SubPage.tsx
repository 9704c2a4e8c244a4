import type { ComponentType } from 'react';
import type { Look } from '@fulgent/core/document';
import { useRouter, type Href } from 'expo-router';
import { ScrollView, View } from 'react-native';
import { useOpenLook } from '../look/store';
import { SPACE, themed, useIsWide } from '../theme/theme';
import { Button, IconButton } from './Button';
import { Text } from './Text';

export type SubPages = Readonly<
  Record<string, { readonly title: string; readonly Page: ComponentType<{ readonly look: Look }> }>
>;

const useStyles = themed(() => ({
  head: { flexDirection: 'row', alignItems: 'center', minHeight: 50, paddingHorizontal: SPACE.m },
  wideHead: { paddingLeft: SPACE.xs },
}));

/** One question of a step, in full: its heading, a way back, and the page. */
export function SubPage({
  pages,
  page,
  home,
  backTo,
}: {
  readonly pages: SubPages;
  readonly page: string;
  /** The step that it belongs to, as in the address. */
  readonly home: string;
  readonly backTo: string;
}) {
  const styles = useStyles();
  const wide = useIsWide();
  const router = useRouter();
  const look = useOpenLook((state) => state.look);
  const id = useOpenLook((state) => state.id);
  if (!look) return null;
  const back = () => router.navigate(`/looks/${id}/${home}` as Href);
  const found = Object.hasOwn(pages, page) ? pages[page] : undefined;
  if (!found) {
    return (
      <View style={{ padding: SPACE.l, gap: SPACE.m, alignItems: 'flex-start' }}>
        <Text>There is no such page.</Text>
        <Button label={backTo} onPress={back} />
      </View>
    );
  }
  const { title, Page } = found;
  return (
    <ScrollView key={page} tabIndex={0}>
      <View style={[styles.head, wide && styles.wideHead]}>
        {wide ? <IconButton icon="chevron-left" label={backTo} onPress={back} /> : null}
        <Text size="title" weight="strong" role="heading" aria-level={2}>
          {title}
        </Text>
      </View>
      <Page look={look} />
      <View style={{ height: SPACE.xl }} />
    </ScrollView>
  );
}
