import type { Look, Point, Light } from '@fulgent/core/document';
import { exposureLines, type PlanSide, type Readings } from '@fulgent/core/scene';
import { useDeferredValue, useMemo, useState } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg from 'react-native-svg';
import { useTheme } from '../theme/theme';
import { layoutOf, type Layout } from './layout';
import { MeasureSpots, thingsOf } from './Measure';
import { Handles } from './PlanHandles';
import { pushPlan, usePlanView, zoomPlan } from './plan-view';
import { planLabels } from '@fulgent/words';
import { Backdrop, Beam, BoardMark, Camera, Chosen, ExposureLines, Labels, Lamp, Measured, Subject } from './PlanMarks';

interface Props {
  readonly look: Look;
  readonly readings: Readings;
  readonly side: PlanSide;
  readonly width: number;
  readonly height: number;
  readonly selected: string | null;
  /** Lines of equal exposure of the chosen light. */
  readonly withLines?: boolean;
  /** Two things to measure between, by id, as far as they are touched; null where nothing is measured. */
  readonly measured?: readonly string[] | null;
  readonly onMeasure?: (id: string) => void;
}

/** The set from above or from the side, to work on: lights, aims, camera and backdrop are dragged. Fields beside it do the same. */
export function Plan({ look, readings, side, width, height, selected, withLines = false, measured = null, onMeasure }: Props) {
  const { zoom, pushed } = usePlanView();
  const theme = useTheme();
  const fitted = useMemo(() => layoutOf(look, side, width, height, zoom, pushed), [look, side, width, height, zoom, pushed]);
  const [standing, setStanding] = useState<Layout | null>(null);
  const layout = standing ?? fitted;
  const hold = (on: boolean) => setStanding(on ? layout : null);
  const chosen = look.lights.find(({ id }) => id === selected);
  const face: Point = [0, look.subject.faceHeightM, 0];
  const camera: Point = [0, look.subject.faceHeightM, look.camera.distanceM];
  return (
    <View style={{ width, height, overflow: 'hidden', backgroundColor: theme.ground }} testID={`plan-${side}`}>
      <Ground width={width} height={height} />
      <Drawing
        width={width}
        height={height}
        look={look}
        layout={layout}
        camera={camera}
        readings={readings}
        face={face}
        chosen={chosen}
        selected={selected}
        withLines={withLines}
        measured={measured}
      />
      {measured && onMeasure ? (
        <MeasureSpots look={look} layout={layout} measured={measured} onTouch={onMeasure} />
      ) : (
        <Handles look={look} layout={layout} hold={hold} camera={camera} side={side} face={face} chosen={chosen} />
      )}
    </View>
  );
}

function Drawing({
  width,
  height,
  look,
  layout,
  camera,
  readings,
  face,
  chosen,
  selected,
  withLines,
  measured,
}: {
  readonly withLines: boolean;
  readonly measured: readonly string[] | null;
  readonly width: number;
  readonly height: number;
  readonly look: Look;
  readonly layout: Layout;
  readonly camera: Point;
  readonly readings: Readings;
  readonly face: Point;
  readonly chosen: Light | undefined;
  readonly selected: string | null;
}) {
  // What is dragged follows the finger; lines and words, which take longer, follow that.
  const now = useMemo(() => ({ look, layout, chosen }), [look, layout, chosen]);
  const late = useDeferredValue(now);
  const lines = useMemo(
    () => (withLines && late.chosen ? exposureLines(late.chosen, late.layout.side, late.layout.window) : []),
    [withLines, late],
  );
  const labels = useMemo(
    () => planLabels(late.look, late.layout, late.chosen, width, height, lines),
    [late, width, height, lines],
  );
  const colourOf = (light: Light) => readings.lights.find(({ id }) => id === light.id)?.hex ?? '#888888';
  const [from, to] = (measured ?? []).map((id) => thingsOf(look).find((thing) => thing.id === id)?.at);
  return (
    <View pointerEvents="none">
      <Svg width={width} height={height} aria-hidden testID="light-colour">
        <Backdrop look={look} layout={layout} />
        <Camera look={look} layout={layout} camera={camera} />
        {chosen ? <ExposureLines lines={lines} layout={layout} colour={colourOf(chosen)} /> : null}
        {(lines.length ? [] : look.lights).map((light) => (
          <Beam key={light.id} light={light} layout={layout} colour={colourOf(light)} dim={!light.on || light.muted} />
        ))}
        {look.boards.map((board) => (
          <BoardMark key={board.id} board={board} layout={layout} />
        ))}
        <Subject look={look} layout={layout} face={face} />
        {chosen ? <Chosen light={chosen} layout={layout} /> : null}
        {look.lights.map((light) => (
          <Lamp key={light.id} light={light} layout={layout} colour={colourOf(light)} chosen={light.id === selected} />
        ))}
        {from && to ? <Measured from={from} to={to} layout={layout} /> : null}
        <Labels placed={labels} chosenId={selected} />
      </Svg>
    </View>
  );
}

/** The ground of the plan: dragged it is pushed, with two fingers made larger or smaller. */
function groundGesture() {
  let from: readonly [number, number] | null = null;
  let first = 1;
  const pan = Gesture.Pan()
    .runOnJS(true)
    .minDistance(6)
    .onStart(() => {
      from = usePlanView.getState().pushed;
    })
    .onUpdate(({ translationX, translationY }) => {
      if (from) pushPlan(from[0] + translationX, from[1] + translationY);
    });
  const pinch = Gesture.Pinch()
    .runOnJS(true)
    .onStart(() => {
      first = usePlanView.getState().zoom;
    })
    .onUpdate(({ scale }) => zoomPlan(first * scale));
  return Gesture.Simultaneous(pan, pinch);
}

function Ground({ width, height }: Pick<Props, 'width' | 'height'>) {
  const gesture = useMemo(() => groundGesture(), []);
  return (
    <GestureDetector gesture={gesture} touchAction="pan-y" userSelect="none">
      <View testID="plan-ground" style={{ position: 'absolute', left: 0, top: 0, width, height }} />
    </GestureDetector>
  );
}
