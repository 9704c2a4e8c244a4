import type { Light } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { formatPower, steppedPower, type LightReading } from '@fulgent/core/scene';
import { verdictWords } from '@fulgent/words';
import { useId, useMemo } from 'react';
import { View } from 'react-native';
import { setHeld } from '../ui/held';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg, { Defs, G, Line, LinearGradient, Path, Pattern, Rect, Stop, Text as SvgText } from 'react-native-svg';
import { FONTS } from '../theme/theme';
import { setPower } from '../look/edits';
import { useOpenLook } from '../look/store';
import { chooseLight } from '../look/ui-state';
import { axisOf, toStops, toX, type Axis } from './axis';

const STRIP_TOP = 12;
const OVERHANG = 5;

interface Props {
  readonly light: Light;
  readonly reading: LightReading;
  readonly axis: Axis;
  readonly width: number;
  /** Height of the colour strip itself, px. */
  readonly thickness: number;
}

/** Where a light stands on its axis: its place at full power less what it is dialled down. */
export function standsAt(light: Light, reading: LightReading): number {
  return reading.reach.highStops + light.powerStops;
}

/**
 * The strip of a ladder row: the light's colour at every exposure, its vivid window as a bracket, the wall where the
 * first channel clips, and the marker, which is dragged along the axis to change power. Arrow keys do the same.
 */
export function LadderStrip({ light, reading, axis, width, thickness }: Props) {
  const height = thickness + 2 * STRIP_TOP;
  const { window, firstClip } = reading;
  const reaches = Number.isFinite(reading.stops);
  const stands = reaches ? standsAt(light, reading) : axis.low;
  const dial = formatPower(light.fixture, light.powerStops);
  const step = (by: number) => setPower(light.id, steppedPower(light.fixture, light.powerStops, by));

  const gesture = useMemo(() => dragGesture(light.id, width), [light.id, width]);

  return (
    <GestureDetector gesture={gesture} touchAction="pan-y" userSelect="none">
      <View
        style={{ width, height }}
        tabIndex={0}
        role="slider"
        testID={`strip-${light.id}`}
        aria-label={`${light.name}, exposure`}
        aria-valuemin={round(reaches ? reading.reach.lowStops : axis.low)}
        aria-valuemax={round(reaches ? reading.reach.highStops : axis.high)}
        aria-valuenow={round(stands)}
        aria-valuetext={
          reaches
            ? `${dial}, ${formatStops(stands)} from mid-grey. ${verdictWords(reading.verdict)}`
            : verdictWords(reading.verdict)
        }
        {...keyHandler((key) => {
          if (key === 'ArrowRight') step(1);
          else if (key === 'ArrowLeft') step(-1);
          else if (key === 'ArrowUp') focusStrip(light.id, -1);
          else if (key === 'ArrowDown') focusStrip(light.id, 1);
          else if (key === 'PageUp') setPower(light.id, light.powerStops + 1);
          else if (key === 'PageDown') setPower(light.id, light.powerStops - 1);
          else if (key === 'Home') setPower(light.id, light.fixture.minStops);
          else if (key === 'End') setPower(light.id, 0);
          else return false;
          return true;
        })}
      >
        <StripDrawing
          {...{ reading, axis, width, thickness, height }}
          window={window}
          wall={firstClip.stops}
          stands={reaches ? stands : null}
        />
      </View>
    </GestureDetector>
  );
}

/** Puts the keys to the row above (-1) or below (1), and chooses its light; at the ends they stay. */
function focusStrip(lightId: string, by: -1 | 1): void {
  const lights = useOpenLook.getState().look?.lights ?? [];
  const next = lights[lights.findIndex(({ id }) => id === lightId) + by];
  const strip = next && document.querySelector<HTMLElement>(`[data-testid="strip-${CSS.escape(next.id)}"]`);
  if (!strip) return;
  chooseLight(next.id);
  strip.focus();
}

/**
 * Dragging the marker of a light's strip, and choosing its row by a touch. It outlives renders while a finger is down, so
 * it reads the look from the store.
 */
function dragGesture(lightId: string, width: number) {
  const now = () => {
    const { look, readings } = useOpenLook.getState();
    const light = look?.lights.find(({ id }) => id === lightId);
    const reading = readings?.lights.find(({ id }) => id === lightId);
    return light && reading && readings ? { light, reading, axis: axisOf(readings.lights) } : null;
  };
  let grabbed: { x: number; stops: number; full: number; axis: Axis; gesture: number } | null = null;
  const drag = Gesture.Pan()
    .runOnJS(true)
    .activeOffsetX([-5, 5])
    .failOffsetY([-12, 12])
    .onStart(({ x }) => {
      setHeld(true);
      chooseLight(lightId);
      const at = now();
      const full = at?.reading.reach.highStops ?? -Infinity;
      grabbed =
        at && Number.isFinite(full)
          ? { x, stops: standsAt(at.light, at.reading), full, axis: at.axis, gesture: Date.now() }
          : null;
    })
    .onUpdate(({ x }) => {
      if (!grabbed) return;
      const moved = toStops(grabbed.axis, width, x) - toStops(grabbed.axis, width, grabbed.x);
      setPower(lightId, grabbed.stops + moved - grabbed.full, grabbed.gesture);
    })
    .onFinalize(() => setHeld(false));
  const tap = Gesture.Tap()
    .runOnJS(true)
    .onEnd(() => chooseLight(lightId));
  return Gesture.Race(drag, tap);
}

const round = (stops: number) => Math.round(stops * 100) / 100;

/** Key presses on the web; the platform's View does not declare them. */
export function keyHandler(take: (key: string) => boolean): object {
  return {
    onKeyDown: (event: { key: string; preventDefault: () => void }) => {
      if (take(event.key)) event.preventDefault();
    },
  };
}

interface DrawingProps {
  readonly reading: LightReading;
  readonly axis: Axis;
  readonly width: number;
  readonly thickness: number;
  readonly height: number;
  readonly window: LightReading['window'];
  readonly wall: number;
  readonly stands: number | null;
}

export function StripDrawing({ reading, axis, width, thickness, height, window, wall, stands }: DrawingProps) {
  const id = useId().replace(/[^a-zA-Z0-9]/g, '');
  const x = (stops: number) => toX(axis, width, stops);
  const top = STRIP_TOP;
  const bottom = STRIP_TOP + thickness;
  const wallX = wall === -Infinity ? 0 : x(wall);
  const hasWall = wall < axis.high;
  const stops = useMemo(() => gradientStops(reading, axis), [reading, axis]);
  const bracket = (at: number, inward: 1 | -1) =>
    `M${at + 6 * inward} ${top - OVERHANG}H${at}V${bottom + OVERHANG}H${at + 6 * inward}`;
  // Real sensors lie to either side of the one that is reckoned with.
  const softEnds = window ? [...(window.lowOpen ? [] : [window.lowStops]), window.highStops] : [];
  const brackets = window ? `${window.lowOpen ? '' : bracket(x(window.lowStops), 1)}${bracket(x(window.highStops), -1)}` : '';
  return (
    <Svg width={width} height={height} aria-hidden>
      <Defs>
        <LinearGradient id={`c${id}`} x1="0" y1="0" x2="1" y2="0">
          {stops.map(({ at, colour }) => (
            <Stop key={at} offset={at} stopColor={colour} />
          ))}
        </LinearGradient>
        <Pattern id={`h${id}`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <Rect width="2.6" height="6" fill="#000000" fillOpacity="0.8" />
        </Pattern>
      </Defs>
      <G opacity={reading.active ? 1 : 0.3}>
        <Rect x={0} y={top} width={width} height={thickness} fill={`url(#c${id})`} />
        {hasWall && wall > -Infinity ? (
          <Rect
            x={x(wall - reading.edgeStops)}
            y={top}
            width={Math.max(0, wallX - x(wall - reading.edgeStops))}
            height={thickness}
            fill={`url(#h${id})`}
            fillOpacity={0.45}
          />
        ) : null}
        <SoftEnds at={softEnds} edgeStops={reading.edgeStops} x={x} rows={[top - OVERHANG - 1, bottom + OVERHANG - 2]} />
        {hasWall ? (
          <>
            <Rect x={wallX} y={top} width={Math.max(0, width - wallX)} height={thickness} fill={`url(#h${id})`} />
            <Line x1={wallX} x2={wallX} y1={top} y2={bottom} stroke="#000000" strokeWidth={3} />
            <Line x1={wallX} x2={wallX} y1={top} y2={bottom} stroke="#ffffff" strokeWidth={1} strokeDasharray="2 2" />
            {wallX < width - 16 ? (
              <>
                <Rect x={wallX + 4} y={top + thickness / 2 - 8} width={13} height={16} fill="#000000" />
                <SvgText
                  x={wallX + 10.5}
                  y={top + thickness / 2 + 4.5}
                  fontSize={12}
                  fontFamily={FONTS.textStrong}
                  fill="#ffffff"
                  textAnchor="middle"
                >
                  {reading.firstClip.channel}
                </SvgText>
              </>
            ) : null}
          </>
        ) : null}
        {brackets ? (
          <>
            <Path d={brackets} stroke="#000000" strokeWidth={4.5} fill="none" />
            <Path d={brackets} stroke="#ffffff" strokeWidth={2} fill="none" />
          </>
        ) : null}
        {stands !== null ? (
          <>
            <Rect x={x(stands) - 4} y={top - 9} width={8} height={thickness + 18} rx={2} fill="#000000" />
            <Rect x={x(stands) - 2.5} y={top - 7.5} width={5} height={thickness + 15} rx={1.5} fill="#ffffff" />
          </>
        ) : null}
      </G>
    </Svg>
  );
}

/** Where the ends of a window may lie to either side. */
function SoftEnds({
  at,
  edgeStops,
  x,
  rows,
}: {
  readonly at: readonly number[];
  readonly edgeStops: number;
  readonly x: (stops: number) => number;
  readonly rows: readonly number[];
}) {
  return at.flatMap((end) =>
    rows.map((y) => {
      const from = x(end - edgeStops);
      const width = x(end + edgeStops) - from;
      return <Rect key={`${end} ${y}`} x={from} y={y} width={width} height={3} fill="#8a8a8a" fillOpacity={0.75} />;
    }),
  );
}

/** The strip's colours as gradient stops on the axis, every quarter stop. */
function gradientStops({ strip }: Pick<LightReading, 'strip'>, axis: Axis): { at: number; colour: string }[] {
  const last = strip.colours.length - 1;
  const out: { at: number; colour: string }[] = [];
  for (let stops = axis.low; stops <= axis.high + 1e-9; stops += 0.25) {
    const i = Math.round((stops - strip.fromStops) / strip.stepStops);
    out.push({ at: (stops - axis.low) / (axis.high - axis.low), colour: strip.colours[Math.min(last, Math.max(0, i))]! });
  }
  return out;
}

/** A strip with a mark and nothing to dial: what stands there by itself. */
export function PlainStrip({
  strip,
  stops,
  axis,
  width,
  thickness,
}: {
  readonly strip: LightReading['strip'];
  /** Where it stands; null for nowhere on the axis. */
  readonly stops: number | null;
  readonly axis: Axis;
  readonly width: number;
  readonly thickness: number;
}) {
  const id = useId().replace(/[^a-zA-Z0-9]/g, '');
  const colours = useMemo(() => gradientStops({ strip }, axis), [strip, axis]);
  const x = stops === null ? null : toX(axis, width, stops);
  return (
    <Svg width={width} height={thickness + 8} aria-hidden testID="light-colour">
      <Defs>
        <LinearGradient id={`p${id}`} x1="0" y1="0" x2="1" y2="0">
          {colours.map(({ at, colour }) => (
            <Stop key={at} offset={at} stopColor={colour} />
          ))}
        </LinearGradient>
      </Defs>
      <Rect x={0} y={4} width={width} height={thickness} fill={`url(#p${id})`} />
      {x === null ? null : (
        <>
          <Rect x={x - 3} y={0} width={6} height={thickness + 8} rx={2} fill="#000000" />
          <Rect x={x - 1.5} y={1.5} width={3} height={thickness + 5} rx={1} fill="#ffffff" />
        </>
      )}
    </Svg>
  );
}
