import type { FramePoint } from '@fulgent/core/day';
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { Image, View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg, { Circle } from 'react-native-svg';
import type { Picture } from '../api/pictures';
import { SPACE } from '../theme/theme';
import { Choice, IconButton } from './Button';

const TALLEST_PX = 420;
const NUDGE = 0.004;
const HANDLE = 44;

const held = (value: number) => Math.min(1, Math.max(0, value));

/** How points are changed: from what they are at the moment. */
export type PointsChange<Points extends readonly FramePoint[]> = (change: (points: Points) => Points) => void;

/** A picture with points on it, each drawn to its place by finger, or moved by buttons. */
export function PointsOnPicture<Points extends readonly FramePoint[]>({
  label,
  picture,
  names,
  points,
  onPoints,
  overlay,
}: {
  /** What one of them is. */
  readonly label: string;
  readonly picture: Picture;
  readonly names: readonly string[];
  readonly points: Points;
  readonly onPoints: PointsChange<Points>;
  /** Drawn between picture and points. */
  readonly overlay?: (width: number, height: number) => ReactNode;
}) {
  const [width, setWidth] = useState(0);
  const [chosen, setChosen] = useState(0);
  const aspect = picture.heightPx / picture.widthPx;
  const w = Math.min(width, Math.round(TALLEST_PX / aspect));
  const h = Math.round(w * aspect);
  const move = useCallback((index: number, dx: number, dy: number) => onPoints((now) => moved(now, index, dx, dy)), [onPoints]);
  const nudge = (dx: number, dy: number) => move(chosen, dx * NUDGE, dy * NUDGE);
  return (
    <View style={{ gap: SPACE.s }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {w > 0 ? (
        <View style={{ width: w, height: h, alignSelf: 'center' }} testID="points-on-picture">
          <Image
            testID="light-colour"
            source={{ uri: picture.url }}
            style={{ width: w, height: h }}
            accessibilityLabel={picture.name}
          />
          <Svg width={w} height={h} style={{ position: 'absolute' }} pointerEvents="none" aria-hidden>
            {overlay?.(w, h)}
          </Svg>
          {points.map((at, i) => (
            <Handle key={names[i]} index={i} at={at} size={[w, h]} isChosen={i === chosen} onChoose={setChosen} onMove={move} />
          ))}
        </View>
      ) : null}
      <Choice
        label={label}
        options={names.map((name, i) => ({ id: String(i), name }))}
        value={String(chosen)}
        onChange={(id) => setChosen(Number(id))}
      />
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <IconButton icon="chevron-left" label={`${label} to the left`} onPress={() => nudge(-1, 0)} />
        <IconButton icon="chevron-up" label={`${label} up`} onPress={() => nudge(0, -1)} />
        <IconButton icon="chevron-down" label={`${label} down`} onPress={() => nudge(0, 1)} />
        <IconButton icon="chevron-right" label={`${label} to the right`} onPress={() => nudge(1, 0)} />
      </View>
    </View>
  );
}

/** One point: large enough for a finger, drawn small. */
function Handle({
  index,
  at: [x, y],
  size: [w, h],
  isChosen,
  onChoose,
  onMove,
}: {
  readonly index: number;
  readonly at: FramePoint;
  readonly size: readonly [w: number, h: number];
  readonly isChosen: boolean;
  readonly onChoose: (index: number) => void;
  readonly onMove: (index: number, dx: number, dy: number) => void;
}) {
  const drag = useMemo(
    () =>
      Gesture.Pan()
        .minDistance(0)
        .runOnJS(true)
        .onBegin(() => onChoose(index))
        .onChange(({ changeX, changeY }) => onMove(index, changeX / w, changeY / h)),
    [index, w, h, onChoose, onMove],
  );
  return (
    <GestureDetector gesture={drag}>
      <View
        testID={`point-${index}`}
        style={{ position: 'absolute', width: HANDLE, height: HANDLE, left: x * w - HANDLE / 2, top: y * h - HANDLE / 2 }}
      >
        <Svg width={HANDLE} height={HANDLE} aria-hidden>
          <Circle
            cx={HANDLE / 2}
            cy={HANDLE / 2}
            r={isChosen ? 11 : 8}
            fill="#00000055"
            stroke="#ffffff"
            strokeWidth={isChosen ? 3 : 1.5}
          />
        </Svg>
      </View>
    </GestureDetector>
  );
}

function moved<Points extends readonly FramePoint[]>(points: Points, index: number, dx: number, dy: number): Points {
  return points.map((point, i): FramePoint =>
    i === index ? [held(point[0] + dx), held(point[1] + dy)] : point,
  ) as unknown as Points;
}
