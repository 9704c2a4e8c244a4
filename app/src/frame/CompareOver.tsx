import { useMemo } from 'react';
import { Image, Pressable, View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import { useOpenLook } from '../look/store';
import { SPACE, themed, TOUCH } from '../theme/theme';
import { Text } from '../ui/Text';
import { endComparison, holdComparison, splitAt, useComparison, type Against } from './comparison';
import { FrameCanvas } from './FrameCanvas';

const useStyles = themed(() => ({
  over: { position: 'absolute', left: 0, top: 0, overflow: 'hidden' },
  grip: { position: 'absolute', top: 0, width: TOUCH, alignItems: 'center' },
  line: { width: 2, flex: 1, backgroundColor: '#ffffff', boxShadow: '0 0 0 1px #000000' },
  knob: {
    position: 'absolute',
    top: '50%',
    width: 30,
    height: 30,
    marginTop: -15,
    borderRadius: 15,
    borderWidth: 2,
    borderColor: '#000000',
    backgroundColor: '#ffffff',
  },
  names: { position: 'absolute', left: SPACE.s, bottom: SPACE.s, gap: SPACE.xs, alignItems: 'flex-start' },
  name: {
    paddingHorizontal: 11,
    minHeight: TOUCH,
    justifyContent: 'center',
    backgroundColor: 'rgba(16,16,16,0.86)',
    borderRadius: 3,
  },
}));

const STEP = 0.05;

/** Another picture over this one, uncovered by a line that is dragged or moved by arrow keys; whole while it is held. */
export function CompareOver({ width, height }: { readonly width: number; readonly height: number }) {
  const styles = useStyles();
  const { against, split, held } = useComparison();
  const opened = useOpenLook((state) => state.opened);
  // Held without anything chosen: against the look as it was opened.
  const shown: Against | null = against ?? (held && opened ? { kind: 'look', name: AS_OPENED, look: opened } : null);
  if (!shown) return null;
  const cut = held ? width : Math.round(split * width);
  return (
    <>
      <View style={[styles.over, { width: cut, height }]} testID="compared" pointerEvents="none">
        {shown.kind === 'look' ? (
          <FrameCanvas look={shown.look} width={width} height={height} label={`For comparison: ${shown.name}`} over />
        ) : (
          <Image
            source={{ uri: shown.url }}
            style={{ width, height }}
            resizeMode="cover"
            accessibilityLabel={`For comparison: ${shown.name}`}
          />
        )}
      </View>
      {against ? <Grip width={width} height={height} split={split} name={against.name} /> : null}
      {against ? (
        <View style={styles.names}>
          <Pressable
            style={styles.name}
            accessibilityRole="button"
            accessibilityLabel={`Hold to see ${against.name} alone`}
            onPressIn={() => holdComparison(true)}
            onPressOut={() => holdComparison(false)}
          >
            <Text size="label" weight="medium" narrow style={{ color: '#f2f2f2' }} numberOfLines={1}>
              {held ? against.name : `Left: ${against.name}`}
            </Text>
          </Pressable>
          <Pressable style={styles.name} accessibilityRole="button" onPress={endComparison}>
            <Text size="label" weight="medium" narrow style={{ color: '#f2f2f2' }}>
              End comparing
            </Text>
          </Pressable>
        </View>
      ) : null}
    </>
  );
}

export const AS_OPENED = 'as it was opened';

function gripGesture(width: number) {
  let from = 0;
  return Gesture.Pan()
    .runOnJS(true)
    .onStart(() => {
      from = useComparison.getState().split;
    })
    .onUpdate(({ translationX }) => splitAt(from + translationX / width));
}

/** The line between the two, to take hold of. */
function Grip({
  width,
  height,
  split,
  name,
}: {
  readonly width: number;
  readonly height: number;
  readonly split: number;
  readonly name: string;
}) {
  const styles = useStyles();
  const gesture = useMemo(() => gripGesture(width), [width]);
  const keys = {
    onKeyDown: (event: { key: string; preventDefault: () => void }) => {
      const by = event.key === 'ArrowLeft' ? -STEP : event.key === 'ArrowRight' ? STEP : 0;
      if (!by) return;
      event.preventDefault();
      splitAt(split + by);
    },
  };
  return (
    <GestureDetector gesture={gesture} touchAction="none" userSelect="none">
      <View
        style={[styles.grip, { left: split * width - TOUCH / 2, height }]}
        tabIndex={0}
        role="slider"
        aria-label={`Uncovers ${name}`}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * split)}
        aria-valuetext={`${Math.round(100 * split)} % of the picture`}
        testID="compare-grip"
        {...keys}
      >
        <View style={styles.line} />
        <View style={styles.knob} />
      </View>
    </GestureDetector>
  );
}
