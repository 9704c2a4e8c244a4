import type { Look } from '@fulgent/core/document';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { FrameCanvas } from '../frame/FrameCanvas';
import { Text } from '../ui/Text';

const styles = StyleSheet.create({
  over: { position: 'absolute', left: 0, top: 0 },
});

/** A change as a picture: as it would be, and held down, as it is now. */
export function ComparedPicture({ before, after }: { readonly before: Look; readonly after: Look }) {
  const [width, setWidth] = useState(0);
  const [isHeld, setHeld] = useState(false);
  const { sensorWidthMm, sensorHeightMm } = before.camera;
  const height = Math.round((width * sensorHeightMm) / sensorWidthMm);
  return (
    <View onLayout={({ nativeEvent }) => setWidth(Math.min(420, nativeEvent.layout.width))}>
      {width > 0 ? (
        <Pressable
          accessibilityRole="button"
          accessibilityLabel="Hold to see it as it is now"
          aria-pressed={isHeld}
          onPressIn={() => setHeld(true)}
          onPressOut={() => setHeld(false)}
        >
          <FrameCanvas small look={after} width={width} height={height} label="Then" />
          <View style={[styles.over, { opacity: isHeld ? 1 : 0 }]}>
            <FrameCanvas small look={before} width={width} height={height} label="Now" />
          </View>
          <Text size="small" narrow quiet>
            {isHeld ? 'As it is now' : 'With it. Hold to see it as it is now.'}
          </Text>
        </Pressable>
      ) : null}
    </View>
  );
}
