import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { SPACE } from '../src/theme/theme';
import { Button } from '../src/ui/Button';
import { Text } from '../src/ui/Text';

/** An address where nothing is. */
export default function NotFound() {
  const router = useRouter();
  return (
    <View role="main" style={{ padding: SPACE.l, gap: SPACE.m, alignItems: 'flex-start' }}>
      <Text size="title" weight="strong" role="heading" aria-level={1}>
        Nothing is at this address
      </Text>
      <Text>It may be an old link, or mistyped. Every look is found under Shoots.</Text>
      <Button label="Back to shoots" onPress={() => router.replace('/')} />
    </View>
  );
}
