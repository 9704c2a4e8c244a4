import type { ComponentType } from 'react';
import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Button, IconButton } from '../ui/Button';
import { SectionFrame } from '../ui/SectionFrame';
import { Text } from '../ui/Text';
import { BackupPage } from './BackupPage';
import { ContinuityPage } from './ContinuityPage';
import { LearnedPage } from './LearnedPage';
import { PhonePage } from './PhonePage';
import { RemakePage } from './RemakePage';

const PAGES: Readonly<Record<string, { readonly title: string; readonly Page: ComponentType }>> = {
  learned: { title: 'Kit calibration', Page: LearnedPage },
  continuity: { title: 'Continuity', Page: ContinuityPage },
  remake: { title: 'Recreate with other kit', Page: RemakePage },
  backup: { title: 'Back-up', Page: BackupPage },
  phone: { title: 'Phone on set', Page: PhonePage },
};

/** One page of the log, with the way back. */
export function LogSubPage({ page }: { readonly page: string }) {
  const router = useRouter();
  const found = Object.hasOwn(PAGES, page) ? PAGES[page] : undefined;
  const back = () => router.navigate('/log');
  return (
    <SectionFrame>
      <View style={{ flexDirection: 'row', alignItems: 'center' }}>
        <IconButton icon="chevron-left" label="Back to the log" onPress={back} />
        <Text size="title" weight="strong" role="heading" aria-level={1}>
          {found?.title ?? 'There is no such page'}
        </Text>
      </View>
      {found ? <found.Page /> : <Button label="Back to the log" onPress={back} />}
    </SectionFrame>
  );
}
