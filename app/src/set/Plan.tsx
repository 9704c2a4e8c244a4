import type { Look, Point, Light } from '@fulgent/core/document';
import { exposureLines, type PlanSide, type Readings } from '@fulgent/core/scene';
import { memo, useDeferredValue, useMemo, useState } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg from 'react-native-svg';
import { changeSubject } from '../look/edits';
import { useOpenLook } from '../look/store';
import { chooseLight } from '../look/ui-state';
import { useTheme } from '../theme/theme';
import { setHeld } from '../ui/held';
import { aimLight, changeBoard, placeBackdrop, placeCamera, placeLight } from './edits';
import { bearing, layoutOf, snap, type Layout } from './layout';
import { MeasureSpots, thingsOf } from './Measure';
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

const HANDLE_PX = 44;

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

/** Everything that can be taken hold of. */
function Handles({
  look,
  layout,
  hold,
  camera,
  side,
  face,
  chosen,
}: {
  readonly look: Look;
  readonly layout: Layout;
  readonly hold: (on: boolean) => void;
  readonly camera: Point;
  readonly side: PlanSide;
  readonly face: Point;
  readonly chosen: Light | undefined;
}) {
  return (
    <>
      {side === 'front' ? null : <CameraHandle layout={layout} hold={hold} camera={camera} side={side} />}
      {side === 'front' ? null : <BackdropHandle layout={layout} hold={hold} side={side} look={look} />}
      {look.lights.map((light) => (
        <LightHandle key={light.id} light={light} layout={layout} hold={hold} />
      ))}
      {look.boards.map(({ id, name, position }) => (
        <Handle
          key={id}
          name={`${name}: drag to move`}
          testID={`handle-${id}`}
          layout={layout}
          hold={hold}
          at={position}
          onStart={() => useOpenLook.getState().look!.boards.find((board) => board.id === id)!.position}
          onMove={(from, dx, dy, gesture) => changeBoard(id, 'place', { position: layout.moved(from, dx, dy) }, gesture)}
        />
      ))}
      {side === 'top' ? <TurnHandles layout={layout} hold={hold} face={face} look={look} /> : null}
      {chosen ? <AimHandle chosen={chosen} layout={layout} hold={hold} /> : null}
    </>
  );
}

function AimHandle({
  chosen,
  layout,
  hold,
}: {
  readonly chosen: Light;
  readonly layout: Layout;
  readonly hold: (on: boolean) => void;
}) {
  return (
    <Handle
      name={`${chosen.name}: drag what it aims at`}
      testID={`aim-${chosen.id}`}
      layout={layout}
      hold={hold}
      at={chosen.aim}
      onStart={() => useOpenLook.getState().look!.lights.find(({ id }) => id === chosen.id)!.aim}
      onMove={(from, dx, dy, gesture) => aimLight(chosen.id, layout.turned(chosen.position, from, dx, dy), gesture)}
    />
  );
}

function TurnHandles({
  layout,
  hold,
  face,
  look,
}: {
  readonly layout: Layout;
  readonly hold: (on: boolean) => void;
  readonly face: Point;
  readonly look: Look;
}) {
  return (
    <>
      <Handle
        name="Subject: drag to turn"
        testID="turn-subject"
        layout={layout}
        hold={hold}
        at={ahead(face, look.subject.turnDeg, TURN_AT_M)}
        onStart={() => ahead(face, useOpenLook.getState().look!.subject.turnDeg, TURN_AT_M)}
        onMove={([x, y, z], dx, dy) =>
          changeSubject('turn', { turnDeg: bearing(face, [x + dx / layout.scale, y, z + dy / layout.scale]) })
        }
      />
      {look.boards.map((board) => (
        <Handle
          key={board.id}
          name={`${board.name}: drag to turn`}
          testID={`turn-${board.id}`}
          layout={layout}
          hold={hold}
          at={ahead(board.position, board.yawDeg, TURN_AT_M)}
          onStart={() => {
            const now = useOpenLook.getState().look!.boards.find(({ id }) => id === board.id)!;
            return { middle: now.position, at: ahead(now.position, now.yawDeg, TURN_AT_M) };
          }}
          onMove={({ middle, at: [x, y, z] }, dx, dy, gesture) =>
            changeBoard(board.id, 'yaw', { yawDeg: bearing(middle, [x + dx / layout.scale, y, z + dy / layout.scale]) }, gesture)
          }
        />
      ))}
    </>
  );
}

function LightHandle({
  light,
  layout,
  hold,
}: {
  readonly light: Light;
  readonly layout: Layout;
  readonly hold: (on: boolean) => void;
}) {
  return (
    <Handle
      name={`${light.name}: drag to move`}
      testID={`handle-${light.id}`}
      layout={layout}
      hold={hold}
      at={light.position}
      onTap={() => chooseLight(light.id)}
      onStart={() => {
        chooseLight(light.id);
        return useOpenLook.getState().look!.lights.find(({ id }) => id === light.id)!.position;
      }}
      onMove={(from, dx, dy, gesture) => placeLight(light.id, layout.moved(from, dx, dy), gesture)}
    />
  );
}

function BackdropHandle({
  layout,
  hold,
  side,
  look,
}: {
  readonly layout: Layout;
  readonly hold: (on: boolean) => void;
  readonly side: PlanSide;
  readonly look: Look;
}) {
  return (
    <Handle
      name="Backdrop: drag towards or away from the subject"
      layout={layout}
      hold={hold}
      at={[0, side === 'top' ? look.subject.faceHeightM : 0.3, -look.backdrop.distanceM]}
      onStart={() => useOpenLook.getState().look!.backdrop.distanceM}
      onMove={(from, dx, dy) => placeBackdrop(snap(from - (side === 'top' ? dy : dx) / layout.scale))}
    />
  );
}

function CameraHandle({
  layout,
  hold,
  camera,
  side,
}: {
  readonly layout: Layout;
  readonly hold: (on: boolean) => void;
  readonly camera: Point;
  readonly side: PlanSide;
}) {
  return (
    <Handle
      name="Camera: drag towards or away from the subject"
      layout={layout}
      hold={hold}
      at={camera}
      onStart={() => useOpenLook.getState().look!.camera.distanceM}
      onMove={(from, dx, dy) => placeCamera(snap(from + (side === 'top' ? dy : dx) / layout.scale))}
    />
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

interface HandleProps<T> {
  readonly name: string;
  readonly testID?: string;
  readonly layout: Layout;
  /** The plan stands still while something is held. */
  readonly hold: (held: boolean) => void;
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
const Handle = memo(HandleHere, isSameHandle) as typeof HandleHere;

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

/** How far from the middle of a thing the handle is that turns it, m. */
const TURN_AT_M = 0.45;

/** A place ahead of something that faces an angle: 0 to the camera, 90 to the picture's right. */
function ahead([x, y, z]: Point, deg: number, metres: number): Point {
  const a = (deg * Math.PI) / 180;
  return [x + metres * Math.sin(a), y, z + metres * Math.cos(a)];
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
