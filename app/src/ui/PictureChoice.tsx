import type { Look } from '@fulgent/core/document';
import { Image, Pressable, View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { themed } from '../theme/theme';
import { Text } from './Text';

const [WIDE, HIGH] = [104, 130] as const;

const useStyles = themed((t) => ({
  choice: { width: WIDE + 4, gap: 3, borderWidth: 2, borderColor: 'transparent', borderRadius: 3 },
  on: { borderColor: t.text },
  picture: { width: WIDE, height: HIGH, backgroundColor: t.raised },
}));

/** One of several, chosen by its picture: a look that is drawn small, or a picture that there is. */
export function PictureChoice({
  name,
  look,
  url,
  on,
  onPress,
}: {
  readonly name: string;
  readonly look?: Look;
  readonly url?: string;
  readonly on?: boolean;
  readonly onPress: () => void;
}) {
  const styles = useStyles();
  return (
    <Pressable
      accessibilityRole="button"
      accessibilityLabel={name}
      aria-pressed={on}
      onPress={onPress}
      style={[styles.choice, on && styles.on]}
    >
      <View style={styles.picture}>
        {look ? (
          <FrameCanvas small look={look} width={WIDE} height={HIGH} label={name} />
        ) : url ? (
          <Image source={{ uri: url }} style={styles.picture} resizeMode="cover" accessibilityLabel="" />
        ) : null}
      </View>
      <Text size="small" narrow numberOfLines={2}>
        {name}
      </Text>
    </Pressable>
  );
}
