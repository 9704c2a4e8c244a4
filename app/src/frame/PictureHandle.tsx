import { useMemo } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import { create } from 'zustand';
import { themed } from '../theme/theme';

/** How much of a phone the picture has: a strip, its usual part, or most of the screen. */
export const PICTURE_SIZES = ['strip', 'usual', 'large'] as const;
export type PictureSize = (typeof PICTURE_SIZES)[number];

const NAMES: Readonly<Record<PictureSize, string>> = { strip: 'a strip', usual: 'its usual size', large: 'most of the screen' };
/** A drag of so many px is a step from one size to the next. */
const STEP_PX = 70;

export const usePictureSize = create<{ readonly size: PictureSize }>(() => ({ size: 'usual' }));

const at = (index: number): PictureSize => PICTURE_SIZES[Math.min(PICTURE_SIZES.length - 1, Math.max(0, index))]!;
const resize = (from: PictureSize, by: number): void => usePictureSize.setState({ size: at(PICTURE_SIZES.indexOf(from) + by) });

const useStyles = themed((t) => ({
  bar: { height: 24, alignItems: 'center', justifyContent: 'center', borderBottomWidth: 1, borderBottomColor: t.line },
  grip: { width: 44, height: 4, borderRadius: 2, backgroundColor: t.edge },
}));

function handleGesture() {
  let from: PictureSize = 'usual';
  const pan = Gesture.Pan()
    .runOnJS(true)
    .minDistance(6)
    .onStart(() => {
      from = usePictureSize.getState().size;
    })
    .onUpdate(({ translationY }) => resize(from, Math.round(translationY / STEP_PX)));
  const tap = Gesture.Tap()
    .runOnJS(true)
    .onEnd(() => {
      const now = usePictureSize.getState().size;
      usePictureSize.setState({ size: now === 'usual' ? 'large' : 'usual' });
    });
  return Gesture.Race(pan, tap);
}

/** The lower edge of the picture: dragged down it shows more of it, up it makes room; touched, from one size to the next. */
export function PictureHandle() {
  const styles = useStyles();
  const { size } = usePictureSize();
  const gesture = useMemo(() => handleGesture(), []);
  const keys = {
    onKeyDown: (event: { key: string; preventDefault: () => void }) => {
      const by = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0;
      if (!by) return;
      event.preventDefault();
      resize(size, by);
    },
  };
  return (
    <GestureDetector gesture={gesture} touchAction="none" userSelect="none">
      <View
        style={styles.bar}
        tabIndex={0}
        role="slider"
        aria-label="Size of the picture"
        aria-valuemin={0}
        aria-valuemax={PICTURE_SIZES.length - 1}
        aria-valuenow={PICTURE_SIZES.indexOf(size)}
        aria-valuetext={NAMES[size]}
        testID="picture-handle"
        {...keys}
      >
        <View style={styles.grip} />
      </View>
    </GestureDetector>
  );
}
