import { formatStops } from '@fulgent/core/exposure';
import { useMemo } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import { LadderAxis } from '../ladder/LadderAxis';
import { keyHandler } from '../ladder/LadderStrip';
import { toStops, toX, type Axis } from '../ladder/axis';
import { themed } from '../theme/theme';
import { Text } from '../ui/Text';

const HIGH = 44;

const useStyles = themed((t) => ({
  track: { height: HIGH, justifyContent: 'center' },
  line: { height: 2, backgroundColor: t.edge },
  marker: { position: 'absolute', top: 4, width: 4, height: HIGH - 8, backgroundColor: t.text },
  truth: {
    position: 'absolute',
    top: 10,
    width: 12,
    height: HIGH - 20,
    borderWidth: 2,
    borderColor: t.text,
    backgroundColor: t.ground,
  },
  middle: { position: 'absolute', top: 12, width: 1, height: HIGH - 24, backgroundColor: t.edge },
}));

/** A guess of stops: the ladder's axis, its marker dragged, moved by arrow keys or put down by a touch; after the answer the truth as a box beside it. */
export function GuessAxis({
  label,
  axis,
  step,
  width,
  value,
  onChange,
  truth,
}: {
  readonly label: string;
  readonly axis: Axis;
  readonly step: number;
  readonly width: number;
  readonly value: number;
  readonly onChange: (stops: number) => void;
  /** Shown once the answer is given, which stands then. */
  readonly truth: number | null;
}) {
  const styles = useStyles();
  // A distance has no sign.
  const show = (stops: number) => (axis.low < 0 ? formatStops(stops) : stops.toFixed(1));
  const gesture = useMemo(() => {
    const put = (x: number) => {
      if (truth !== null) return;
      const stops = Math.round(toStops(axis, width, x) / step) * step;
      onChange(Math.min(axis.high, Math.max(axis.low, Number(stops.toFixed(3)))));
    };
    const pan = Gesture.Pan()
      .runOnJS(true)
      .activeOffsetX([-4, 4])
      .failOffsetY([-14, 14])
      .onUpdate(({ x }) => put(x));
    const tap = Gesture.Tap()
      .runOnJS(true)
      .onEnd(({ x }) => put(x));
    return Gesture.Race(pan, tap);
  }, [axis, width, step, onChange, truth]);
  const move = (by: number) => {
    if (truth === null) onChange(Math.min(axis.high, Math.max(axis.low, Number((value + by).toFixed(3)))));
  };
  return (
    <View>
      <Text size="big" weight="strong" narrow align="center" testID="guess">
        {show(value)}
        {truth === null ? '' : ` · it is ${show(truth)}`}
      </Text>
      <LadderAxis axis={axis} width={width} left={0} />
      <GestureDetector gesture={gesture} touchAction="pan-y" userSelect="none">
        <View
          style={[styles.track, { width }]}
          tabIndex={0}
          role="slider"
          aria-label={label}
          aria-valuemin={axis.low}
          aria-valuemax={axis.high}
          aria-valuenow={value}
          aria-valuetext={`${formatStops(value)} stops`}
          testID="guess-axis"
          {...keyHandler((key) => {
            if (key === 'ArrowRight' || key === 'ArrowUp') move(step);
            else if (key === 'ArrowLeft' || key === 'ArrowDown') move(-step);
            else if (key === 'PageUp') move(1);
            else if (key === 'PageDown') move(-1);
            else return false;
            return true;
          })}
        >
          <View style={styles.line} />
          <View style={[styles.middle, { left: toX(axis, width, 0) }]} />
          {truth === null ? null : <View style={[styles.truth, { left: toX(axis, width, truth) - 6 }]} testID="truth" />}
          <View style={[styles.marker, { left: toX(axis, width, value) - 2 }]} />
        </View>
      </GestureDetector>
    </View>
  );
}
