import type { ChartCorners, FramePoint } from '@fulgent/core/day';
import { CHART } from '@fulgent/core/surface';
import { useMemo, useState } from 'react';
import { Image, View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg, { Circle, Polygon } from 'react-native-svg';
import { SPACE } from '../../theme/theme';
import { Choice, IconButton } from '../../ui/Button';
import type { Picture } from './lesson';

const TALLEST_PX = 420;
const NUDGE = 0.004;
const CORNERS = [
  { id: '0', name: 'Upper left' },
  { id: '1', name: 'Upper right' },
  { id: '2', name: 'Lower right' },
  { id: '3', name: 'Lower left' },
] as const;
type CornerId = (typeof CORNERS)[number]['id'];

const held = (value: number) => Math.min(1, Math.max(0, value));

/** A picture of a colour chart with its four corners, which are drawn to where the chart has them. */
export function ChartPicture({
  picture,
  corners,
  onCorners,
}: {
  readonly picture: Picture;
  readonly corners: ChartCorners;
  readonly onCorners: (change: (corners: ChartCorners) => ChartCorners) => void;
}) {
  const [width, setWidth] = useState(0);
  const [chosen, setChosen] = useState<CornerId>('0');
  const aspect = picture.heightPx / picture.widthPx;
  const w = Math.min(width, Math.round(TALLEST_PX / aspect));
  const h = Math.round(w * aspect);
  const nudge = (dx: number, dy: number) => onCorners((now) => moved(now, chosen, dx * NUDGE, dy * NUDGE));
  return (
    <View style={{ gap: SPACE.s }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
      {w > 0 ? (
        <View style={{ width: w, height: h, alignSelf: 'center' }} testID="chart-corners">
          <Image
            testID="light-colour"
            source={{ uri: picture.url }}
            style={{ width: w, height: h }}
            accessibilityLabel={`${picture.name}, the chart`}
          />
          <Svg width={w} height={h} style={{ position: 'absolute' }} pointerEvents="none" aria-hidden>
            {patchOutlines(corners, w, h).map((points, i) => (
              <Polygon key={i} points={points} fill="none" stroke="#ffffff" strokeWidth={1} strokeOpacity={0.85} />
            ))}
          </Svg>
          {CORNERS.map(({ id }) => (
            <Handle
              key={id}
              id={id}
              at={corners[Number(id)]!}
              size={[w, h]}
              isChosen={id === chosen}
              onChoose={setChosen}
              onCorners={onCorners}
            />
          ))}
        </View>
      ) : null}
      <Choice label="Corner" options={CORNERS} value={chosen} onChange={setChosen} />
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <IconButton icon="chevron-left" label="Corner to the left" onPress={() => nudge(-1, 0)} />
        <IconButton icon="chevron-up" label="Corner up" onPress={() => nudge(0, -1)} />
        <IconButton icon="chevron-down" label="Corner down" onPress={() => nudge(0, 1)} />
        <IconButton icon="chevron-right" label="Corner to the right" onPress={() => nudge(1, 0)} />
      </View>
    </View>
  );
}

const HANDLE = 44;

/** One corner: large enough for a finger, drawn small. */
function Handle({
  id,
  at: [x, y],
  size: [w, h],
  isChosen,
  onChoose,
  onCorners,
}: {
  readonly id: CornerId;
  readonly at: FramePoint;
  readonly size: readonly [w: number, h: number];
  readonly isChosen: boolean;
  readonly onChoose: (id: CornerId) => void;
  readonly onCorners: (change: (corners: ChartCorners) => ChartCorners) => void;
}) {
  const drag = useMemo(
    () =>
      Gesture.Pan()
        .minDistance(0)
        .runOnJS(true)
        .onBegin(() => onChoose(id))
        .onChange(({ changeX, changeY }) => onCorners((now) => moved(now, id, changeX / w, changeY / h))),
    [id, w, h, onChoose, onCorners],
  );
  return (
    <GestureDetector gesture={drag}>
      <View
        testID={`corner-${id}`}
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

function moved(corners: ChartCorners, id: CornerId, dx: number, dy: number): ChartCorners {
  return corners.map((corner, i): FramePoint =>
    i === Number(id) ? [held(corner[0] + dx), held(corner[1] + dy)] : corner,
  ) as unknown as ChartCorners;
}

/** About where each patch is read, straight between the corners. */
function patchOutlines(corners: ChartCorners, w: number, h: number): string[] {
  const at = (u: number, v: number) => {
    const of = (k: 0 | 1) =>
      (1 - u) * (1 - v) * corners[0][k] + u * (1 - v) * corners[1][k] + u * v * corners[2][k] + (1 - u) * v * corners[3][k];
    return `${(of(0) * w).toFixed(1)},${(of(1) * h).toFixed(1)}`;
  };
  return Array.from({ length: CHART.columns * CHART.rows }, (_, p) => {
    const [column, row] = [p % CHART.columns, Math.floor(p / CHART.columns)];
    const [u0, u1] = [(column + 0.28) / CHART.columns, (column + 0.72) / CHART.columns];
    const [v0, v1] = [(row + 0.28) / CHART.rows, (row + 0.72) / CHART.rows];
    return [at(u0, v0), at(u1, v0), at(u1, v1), at(u0, v1)].join(' ');
  });
}
