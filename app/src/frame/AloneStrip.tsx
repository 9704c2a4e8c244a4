import type { Look } from '@fulgent/core/document';
import type { Readings } from '@fulgent/core/scene';
import { verdictWords } from '@fulgent/words';
import { Pressable, View } from 'react-native';
import { chooseLight } from '../look/ui-state';
import { Text } from '../ui/Text';
import { FrameCanvas } from './FrameCanvas';

const GAP = 8;
const WIDEST = 118;

/** Each light alone, as it would be recorded where it stands. */
export function AloneStrip({
  look,
  readings,
  width,
}: {
  readonly look: Look;
  readonly readings: Readings;
  readonly width: number;
}) {
  const each = Math.floor(Math.min(WIDEST, (width - GAP * (look.lights.length - 1)) / Math.max(1, look.lights.length)));
  return (
    <View style={{ flexDirection: 'row', gap: GAP }}>
      {readings.lights.map(({ id, name, verdict }) => (
        <Pressable
          key={id}
          onPress={() => chooseLight(id)}
          accessibilityRole="button"
          accessibilityLabel={`${name} alone. ${verdictWords(verdict)}`}
          style={{ width: each, gap: 3 }}
        >
          <FrameCanvas small look={look} only={id} width={each} height={Math.round(each * 0.74)} label={`${name} alone`} />
          <Text size="small" narrow quiet numberOfLines={1}>
            {name}
          </Text>
        </Pressable>
      ))}
    </View>
  );
}
