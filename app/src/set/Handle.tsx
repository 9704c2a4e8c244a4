import type { Point } from '@fulgent/core/document';
import { memo, useMemo } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import { setHeld } from '../ui/held';
import type { Layout } from './layout';

const HANDLE_PX = 44;

/** What everything that can be taken hold of lies on. */
export interface OnPlan {
  readonly layout: Layout;
  /** The plan stands still while something is held. */
  readonly hold: (held: boolean) => void;
}

interface HandleProps<T> extends OnPlan {
  readonly name: string;
  readonly testID?: string;
  readonly at: Point;
  readonly onStart: () => T;
  readonly onMove: (from: T, dx: number, dy: number, gesture: number) => void;
  readonly onTap?: () => void;
}

/** Its callbacks read the look from the store, so one made at the start of a drag serves all of it. */
function handleGesture<T>({ hold, onStart, onMove, onTap }: Pick<HandleProps<T>, 'hold' | 'onStart' | 'onMove' | 'onTap'>) {
  let grabbed: { from: T; gesture: number } | null = null;
  const pan = Gesture.Pan()
    .runOnJS(true)
    .minDistance(3)
    .onStart(() => {
      hold(true);
      setHeld(true);
      grabbed = { from: onStart(), gesture: Date.now() };
    })
    .onUpdate(({ translationX, translationY }) => {
      if (grabbed) onMove(grabbed.from, translationX, translationY, grabbed.gesture);
    })
    .onFinalize(() => {
      grabbed = null;
      setHeld(false);
      hold(false);
    });
  const tap = Gesture.Tap()
    .runOnJS(true)
    .onEnd(() => onTap?.());
  return Gesture.Race(pan, tap);
}

/** Its callbacks are those of its first render with a layout, so only where it lies makes it another. */
type Seen = Pick<HandleProps<unknown>, 'layout' | 'name' | 'testID' | 'at'>;
const isSameHandle = (a: Seen, b: Seen) =>
  a.layout === b.layout && a.name === b.name && a.testID === b.testID && a.at.every((metres, c) => metres === b.at[c]);

/** Something to take hold of, 44 px wide. */
export const Handle = memo(HandleHere, isSameHandle) as typeof HandleHere;

function HandleHere<T>(props: HandleProps<T>) {
  const { name, testID, layout, at } = props;
  const [x, y] = layout.at(at);
  // The layout stands still during a drag, so the gesture does too.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const gesture = useMemo(() => handleGesture(props), [layout]);
  return (
    <GestureDetector gesture={gesture} touchAction="none" userSelect="none">
      <View
        testID={testID}
        role="img"
        aria-label={name}
        style={{ position: 'absolute', left: x - HANDLE_PX / 2, top: y - HANDLE_PX / 2, width: HANDLE_PX, height: HANDLE_PX }}
      />
    </GestureDetector>
  );
}
