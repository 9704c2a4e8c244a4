import type { Adaptation } from '@fulgent/core/vivid';
import { View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { useOpenLook } from '../look/store';
import { SPACE } from '../theme/theme';
import { Text } from '../ui/Text';

/** The picture twice: as it is recorded, and as an eye sees it that has looked at it for a minute. */
export function AdaptedPreview({ adaptation, width }: { readonly adaptation: Adaptation; readonly width: number }) {
  const look = useOpenLook((state) => state.look)!;
  const each = Math.floor((width - 2 * SPACE.m - SPACE.s) / 2);
  if (each <= 0) return null;
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.s }}>
      {(
        [
          ['As recorded', undefined],
          ['After a minute of looking', adaptation],
        ] as const
      ).map(([name, used]) => (
        <View key={name} style={{ gap: 3 }}>
          <FrameCanvas small look={look} width={each} height={Math.round(each * 0.72)} adaptation={used} label={name} />
          <Text size="small" quiet>
            {name}
          </Text>
        </View>
      ))}
    </View>
  );
}
