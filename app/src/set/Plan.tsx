import {
  beamAngles,
  formatStops,
  stopsAlong,
  throwM,
  type Board,
  type Light,
  type Look,
  type Point,
  type Readings,
} from '@fulgent/core';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg, { Circle, Ellipse, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { useOpenLook } from '../look/store';
import { chooseLight } from '../look/ui-state';
import { FONTS, useTheme } from '../theme/theme';
import { aimLight, changeBoard, placeBackdrop, placeCamera, placeLight } from './edits';
import { layoutOf, roundOf, snap, type Layout, type PlanSide } from './layout';

interface Props {
  readonly look: Look;
  readonly readings: Readings;
  readonly side: PlanSide;
  readonly width: number;
  readonly height: number;
  readonly zoom: number;
  readonly selected: string | null;
}

const HANDLE_PX = 44;
const LAMP_PX = 13;

/** The set from above or from the side, to work on: lights, aims, camera and backdrop are dragged. Fields beside it do the same. */
export function Plan({ look, readings, side, width, height, zoom, selected }: Props) {
  const theme = useTheme();
  const fitted = useMemo(() => layoutOf(look, side, width, height, zoom), [look, side, width, height, zoom]);
  const [held, setHeld] = useState<Layout | null>(null);
  const layout = held ?? fitted;
  const hold = (on: boolean) => setHeld(on ? layout : null);
  const chosen = look.lights.find(({ id }) => id === selected);
  const face: Point = [0, look.subject.faceHeightM, 0];
  const camera: Point = [0, look.subject.faceHeightM, look.camera.distanceM];
  return (
    <View style={{ width, height, overflow: 'hidden', backgroundColor: theme.ground }} testID={`plan-${side}`}>
      <Svg width={width} height={height} aria-hidden testID="light-colour">
        <Backdrop look={look} layout={layout} />
        <Camera look={look} layout={layout} camera={camera} />
        {look.lights.map((light) => (
          <Beam
            key={light.id}
            light={light}
            layout={layout}
            colour={readings.lights.find(({ id }) => id === light.id)?.hex ?? '#888888'}
            dim={!light.on || light.muted}
          />
        ))}
        {look.boards.map((board) => (
          <BoardMark key={board.id} board={board} layout={layout} />
        ))}
        <Subject look={look} layout={layout} face={face} />
        {chosen ? <Chosen light={chosen} layout={layout} /> : null}
        {look.lights.map((light) => (
          <Lamp
            key={light.id}
            light={light}
            layout={layout}
            colour={readings.lights.find(({ id }) => id === light.id)?.hex ?? '#888888'}
            chosen={light.id === selected}
          />
        ))}
      </Svg>
      <Handle
        name="Camera: drag towards or away from the subject"
        layout={layout}
        hold={hold}
        at={camera}
        onStart={() => useOpenLook.getState().look!.camera.distanceM}
        onMove={(from, dx, dy) => placeCamera(snap(from + (side === 'top' ? dy : dx) / layout.scale))}
      />
      <Handle
        name="Backdrop: drag towards or away from the subject"
        layout={layout}
        hold={hold}
        at={[0, side === 'top' ? look.subject.faceHeightM : 0.3, -look.backdrop.distanceM]}
        onStart={() => useOpenLook.getState().look!.backdrop.distanceM}
        onMove={(from, dx, dy) => placeBackdrop(snap(from - (side === 'top' ? dy : dx) / layout.scale))}
      />
      {look.lights.map((light) => (
        <Handle
          key={light.id}
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
      {chosen ? (
        <Handle
          name={`${chosen.name}: drag what it aims at`}
          testID={`aim-${chosen.id}`}
          layout={layout}
          hold={hold}
          at={chosen.aim}
          onStart={() => useOpenLook.getState().look!.lights.find(({ id }) => id === chosen.id)!.aim}
          onMove={(from, dx, dy, gesture) => aimLight(chosen.id, layout.moved(from, dx, dy), gesture)}
        />
      ) : null}
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
      grabbed = { from: onStart(), gesture: Date.now() };
    })
    .onUpdate(({ translationX, translationY }) => {
      if (grabbed) onMove(grabbed.from, translationX, translationY, grabbed.gesture);
    })
    .onFinalize(() => {
      grabbed = null;
      hold(false);
    });
  const tap = Gesture.Tap()
    .runOnJS(true)
    .onEnd(() => onTap?.());
  return Gesture.Race(pan, tap);
}

/** Something to take hold of, 44 px wide. */
function Handle<T>(props: HandleProps<T>) {
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

interface Part {
  readonly look: Look;
  readonly layout: Layout;
}

function Backdrop({ look, layout }: Part) {
  const theme = useTheme();
  const { distanceM, widthM } = look.backdrop;
  const [x0, y0] = layout.at([-widthM / 2, 0, -distanceM]);
  const [x1, y1] =
    layout.side === 'top' ? layout.at([widthM / 2, 0, -distanceM]) : layout.at([0, look.room.heightM - 0.1, -distanceM]);
  const [gx0, gy0] = layout.at([0, 0, -distanceM - 1]);
  const [gx1] = layout.at([0, 0, look.camera.distanceM + 1]);
  return (
    <G>
      {layout.side === 'side' ? <Line x1={gx0} y1={gy0} x2={gx1} y2={gy0} stroke={theme.edge} strokeWidth={1} /> : null}
      <Line x1={x0} y1={y0} x2={x1} y2={y1} stroke={theme.edge} strokeWidth={5} />
      <SvgText
        x={layout.side === 'top' ? (x0 + x1) / 2 : x0 + 8}
        y={layout.side === 'top' ? y0 - 8 : y0 - 10}
        fontSize={12}
        fontFamily={FONTS.narrow}
        fill={theme.quiet}
        textAnchor={layout.side === 'top' ? 'middle' : 'start'}
      >
        {`backdrop, ${distanceM.toFixed(1)} m behind`}
      </SvgText>
    </G>
  );
}

function Camera({ look, layout, camera }: Part & { readonly camera: Point }) {
  const theme = useTheme();
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  const far = distanceM + look.backdrop.distanceM;
  const half = ((layout.side === 'top' ? sensorWidthMm : sensorHeightMm) / (2 * focalMm)) * far;
  const [cx, cy] = layout.at(camera);
  const y = look.subject.faceHeightM;
  const edge = (sign: number): Point =>
    layout.side === 'top' ? [sign * half, y, -look.backdrop.distanceM] : [0, y + sign * half, -look.backdrop.distanceM];
  return (
    <G>
      {[-1, 1].map((sign) => {
        const [ex, ey] = layout.at(edge(sign));
        return <Line key={sign} x1={cx} y1={cy} x2={ex} y2={ey} stroke={theme.edge} strokeWidth={1} strokeDasharray="2 4" />;
      })}
      <Rect x={cx - 9} y={cy - 7} width={18} height={14} rx={2} fill={theme.text} />
      {layout.side === 'top' ? (
        <Path d={`M${cx - 5} ${cy - 7}L${cx} ${cy - 15}L${cx + 5} ${cy - 7}Z`} fill={theme.text} />
      ) : (
        <Path d={`M${cx - 9} ${cy - 5}L${cx - 17} ${cy}L${cx - 9} ${cy + 5}Z`} fill={theme.text} />
      )}
      <SvgText
        x={cx + (layout.side === 'top' ? 14 : -9)}
        y={cy + (layout.side === 'top' ? 5 : 22)}
        fontSize={12}
        fontFamily={FONTS.narrow}
        fill={theme.quiet}
      >
        {`${focalMm} mm, ${distanceM.toFixed(1)} m`}
      </SvgText>
    </G>
  );
}

function Subject({ look, layout, face }: Part & { readonly face: Point }) {
  const theme = useTheme();
  const [x, y] = layout.at(face);
  const s = layout.scale;
  const head = Math.max(5, 0.1 * s);
  if (layout.side === 'side') {
    const [, foot] = layout.at([0, Math.max(0, face[1] - 0.75), 0]);
    return (
      <G>
        <Rect
          x={x - 0.13 * s}
          y={y + 0.14 * s}
          width={0.26 * s}
          height={Math.max(4, foot - y - 0.14 * s)}
          rx={0.08 * s}
          fill={theme.edge}
        />
        <Ellipse cx={x} cy={y} rx={head * 0.95} ry={head * 1.15} fill={theme.text} />
        <Path d={`M${x + head * 0.8} ${y - 3}L${x + head * 1.3} ${y + 2}L${x + head * 0.8} ${y + 5}Z`} fill={theme.text} />
      </G>
    );
  }
  return (
    <G rotation={look.subject.turnDeg} origin={`${x}, ${y}`}>
      <Ellipse cx={x} cy={y} rx={0.24 * s} ry={0.11 * s} fill={theme.edge} />
      <Circle cx={x} cy={y} r={head} fill={theme.text} />
      <Path d={`M${x - 4} ${y + head * 0.85}L${x} ${y + head * 1.35}L${x + 4} ${y + head * 0.85}Z`} fill={theme.text} />
    </G>
  );
}

/** A board on the plan: black with a rim, white, or dashed for a silk. */
function BoardMark({ board, layout }: { readonly board: Board; readonly layout: Layout }) {
  const theme = useTheme();
  const a = (board.yawDeg * Math.PI) / 180;
  const half = board.widthM / 2;
  const [x, y, z] = board.position;
  const ends: readonly [Point, Point] =
    layout.side === 'top'
      ? [
          [x - half * Math.cos(a), y, z + half * Math.sin(a)],
          [x + half * Math.cos(a), y, z - half * Math.sin(a)],
        ]
      : [
          [x, y - board.heightM / 2, z],
          [x, y + board.heightM / 2, z],
        ];
  const [[x0, y0], [x1, y1]] = [layout.at(ends[0]), layout.at(ends[1])];
  return (
    <G>
      <Line x1={x0} y1={y0} x2={x1} y2={y1} stroke={theme.edge} strokeWidth={7} />
      <Line
        x1={x0}
        y1={y0}
        x2={x1}
        y2={y1}
        stroke={board.finish === 'black' ? '#000000' : '#ffffff'}
        strokeWidth={4.5}
        strokeDasharray={board.finish === 'silk' ? '5 4' : undefined}
      />
    </G>
  );
}

/** A light's beam on the plan: the cone of half its light, and faintly where it ends. */
function Beam({
  light,
  layout,
  colour,
  dim,
}: {
  readonly light: Light;
  readonly layout: Layout;
  readonly colour: string;
  readonly dim: boolean;
}) {
  const { halfDeg, endDeg } = beamAngles(light);
  const [x0, y0] = layout.at(light.position);
  const [x1, y1] = layout.at(light.aim);
  const axis = Math.atan2(y1 - y0, x1 - x0);
  const length = Math.hypot(x1 - x0, y1 - y0) * 1.12;
  if (length < 4) return null;
  const wedge = (deg: number) => {
    const a = (Math.min(deg, 80) * Math.PI) / 180;
    const tip = (angle: number) => `${x0 + length * Math.cos(angle)} ${y0 + length * Math.sin(angle)}`;
    return `M${x0} ${y0}L${tip(axis - a)}A${length} ${length} 0 0 1 ${tip(axis + a)}Z`;
  };
  return (
    <G opacity={dim ? 0.25 : 1}>
      <Path d={wedge(endDeg)} fill={colour} fillOpacity={0.1} />
      <Path d={wedge(halfDeg)} fill={colour} fillOpacity={0.32} />
    </G>
  );
}

function Lamp({
  light,
  layout,
  colour,
  chosen,
}: {
  readonly light: Light;
  readonly layout: Layout;
  readonly colour: string;
  readonly chosen: boolean;
}) {
  const theme = useTheme();
  const [x, y] = layout.at(light.position);
  const [ax, ay] = layout.at(light.aim);
  const angle = (Math.atan2(ay - y, ax - x) * 180) / Math.PI;
  return (
    <G>
      {chosen ? <Circle cx={x} cy={y} r={19} fill="none" stroke={theme.text} strokeWidth={1.5} /> : null}
      <G rotation={angle} origin={`${x}, ${y}`}>
        <Rect x={x - LAMP_PX * 0.7} y={y - LAMP_PX / 2} width={LAMP_PX} height={LAMP_PX} rx={2} fill={theme.text} />
        <Rect x={x + LAMP_PX * 0.42} y={y - LAMP_PX * 0.75} width={4} height={LAMP_PX * 1.5} fill={colour} />
      </G>
      <SvgText
        x={x}
        y={y + 31}
        fontSize={12.5}
        fontFamily={FONTS.narrowStrong}
        fill={theme.text}
        textAnchor="middle"
        stroke={theme.ground}
        strokeWidth={0}
      >
        {light.name}
      </SvgText>
    </G>
  );
}

/** The chosen light: the line to its aim, its length, and what is left of it nearer and farther. */
function Chosen({ light, layout }: { readonly light: Light; readonly layout: Layout }) {
  const theme = useTheme();
  const [x0, y0] = layout.at(light.position);
  const [x1, y1] = layout.at(light.aim);
  const metres = throwM(light);
  const mark = (k: number) => {
    const [x, y] = [x0 + (x1 - x0) * k, y0 + (y1 - y0) * k];
    return { x, y, text: formatStops(stopsAlong(light, metres * k)) };
  };
  const { deg, side } = roundOf(light);
  return (
    <G>
      <Line x1={x0} y1={y0} x2={x1} y2={y1} stroke={theme.text} strokeWidth={1.2} strokeDasharray="4 4" />
      {[0.5, 1.4].map((k) => {
        const { x, y, text } = mark(k);
        return (
          <G key={k}>
            <Circle cx={x} cy={y} r={2.5} fill={theme.text} />
            <SvgText x={x + 6} y={y - 5} fontSize={12} fontFamily={FONTS.narrow} fill={theme.quiet}>
              {text}
            </SvgText>
          </G>
        );
      })}
      <Circle cx={x1} cy={y1} r={7} fill="none" stroke={theme.text} strokeWidth={1.5} />
      <SvgText x={(x0 + x1) / 2 + 8} y={(y0 + y1) / 2 + 14} fontSize={13.5} fontFamily={FONTS.narrowStrong} fill={theme.text}>
        {`${metres.toFixed(2)} m${layout.side === 'top' ? `, ${Math.round(Math.abs(deg))}°${side ? ` ${side}` : ''}` : `, ${light.position[1].toFixed(2)} m high`}`}
      </SvgText>
    </G>
  );
}
