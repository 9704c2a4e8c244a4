import type { Member } from '@fulgent/core/document';
import { reachAt, REACH_STEP_DEG, type Reach } from '@fulgent/core/planning';
import { fileEdge, hexOfPoint, pointOf, targetOf, type PlanePoint } from '@fulgent/core/vivid';
import { memo, useId, useMemo } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg, { Circle, ClipPath, Defs, G, Image, Line, Path, Text as SvgText } from 'react-native-svg';
import { useOpenLook } from '../look/store';
import { FONTS, useTheme } from '../theme/theme';
import { setHeld } from '../ui/held';

/** The part of the plane that is drawn: the file's edge with a little round it. */
const BOUNDS = { left: -0.31, right: 0.45, top: 0.27, bottom: -0.6 } as const;
/** Height over width of the map. */
export const MAP_ASPECT = (BOUNDS.top - BOUNDS.bottom) / (BOUNDS.right - BOUNDS.left);
const FILE_EDGE = fileEdge();
const GRAIN_PX = 2;
const DISC = 11;
const GRAB_PX = 30;

interface Props {
  readonly reach: Reach | null;
  readonly members: readonly Member[];
  /** Where each member's light really is, by member id. */
  readonly actual: Readonly<Record<string, PlanePoint>>;
  readonly width: number;
  readonly selected: string | null;
  /** A member was touched. */
  readonly onSelect: (id: string) => void;
  /** A member was dragged to a place; all of one `gesture` is one change. */
  readonly onMove: (id: string, to: { hueDeg: number; purity: number }, gesture: number) => void;
}

/** Where the plane lies on a map of some width, px. */
function placesOn(width: number) {
  const height = Math.round(width * MAP_ASPECT);
  const scale = width / (BOUNDS.right - BOUNDS.left);
  const x = (a: number) => (a - BOUNDS.left) * scale;
  const y = (b: number) => (BOUNDS.top - b) * scale;
  return { height, scale, x, y };
}

/** The palette on the plane of recorded colour: what the kit reaches, what the file holds, and where the members are. */
export function ReachMap({ reach, members, actual, width, selected, onSelect, onMove }: Props) {
  const { height, x, y } = placesOn(width);
  const gesture = useMemo(() => memberGesture(placesOn(width).scale, onSelect, onMove), [width, onSelect, onMove]);

  const words = members
    .map(
      (member) =>
        `${member.name} hue ${Math.round(member.hueDeg)}, purity ${member.purity.toFixed(2)}${reach && member.purity > reachAt(reach, member.hueDeg) + 0.01 ? ', out of reach of the kit' : ''}`,
    )
    .join('; ');
  return (
    <GestureDetector gesture={gesture} touchAction="none" userSelect="none">
      <View
        style={{ width, height }}
        role="img"
        aria-label={`Colours of light as recorded. ${words || 'No colours yet.'}`}
        testID="reach-map"
      >
        <Svg width={width} height={height} aria-hidden>
          <Ground reach={reach} width={width} />
          {members.map((member) => {
            const { a, b } = pointOf(member);
            const is = actual[member.id];
            return <MemberLine key={`line${member.id}`} x={x} y={y} a={a} b={b} is={is} />;
          })}
          <Circle cx={x(0)} cy={y(0)} r={5} fill="#bdbdbd" stroke="#000000" strokeWidth={2} />
          {members.map((member, i) => {
            const { a, b } = pointOf(member);
            return <MemberDisc key={member.id} member={member} x={x} a={a} y={y} b={b} selected={selected} i={i} />;
          })}
        </Svg>
      </View>
    </GestureDetector>
  );
}

/** What the file holds and the kit reaches: the same while a colour is dragged. */
const Ground = memo(function Ground({ reach, width }: Pick<Props, 'reach' | 'width'>) {
  const theme = useTheme();
  const id = useId().replace(/[^a-zA-Z0-9]/g, '');
  const { height, x, y } = placesOn(width);
  const picture = useMemo(() => painted(Math.round(width / GRAIN_PX), Math.round(height / GRAIN_PX)), [width, height]);
  const pathOf = (points: readonly PlanePoint[]) =>
    `${points.map(({ a, b }, i) => `${i ? 'L' : 'M'}${x(a).toFixed(1)} ${y(b).toFixed(1)}`).join('')}Z`;
  const kit = reach ? reach.purity.map((purity, i) => pointOf({ hueDeg: i * REACH_STEP_DEG, purity })) : null;
  return (
    <>
      <Defs>
        <ClipPath id={`f${id}`}>
          <Path d={pathOf(FILE_EDGE)} />
        </ClipPath>
        {kit ? (
          <ClipPath id={`k${id}`}>
            <Path d={pathOf(kit)} />
          </ClipPath>
        ) : null}
      </Defs>
      <G clipPath={`url(#f${id})`}>
        <Image href={{ uri: picture }} x={0} y={0} width={width} height={height} opacity={0.18} preserveAspectRatio="none" />
        {kit ? (
          <G clipPath={`url(#k${id})`}>
            <Image href={{ uri: picture }} x={0} y={0} width={width} height={height} preserveAspectRatio="none" />
          </G>
        ) : null}
      </G>
      <Path d={pathOf(FILE_EDGE)} stroke={theme.quiet} strokeWidth={1.2} strokeDasharray="3 3" fill="none" />
    </>
  );
});

function MemberDisc({
  member,
  x,
  a,
  y,
  b,
  selected,
  i,
}: {
  readonly member: Member;
  readonly x: (a: number) => number;
  readonly a: number;
  readonly y: (b: number) => number;
  readonly b: number;
  readonly selected: string | null;
  readonly i: number;
}) {
  return (
    <G>
      <Circle
        cx={x(a)}
        cy={y(b)}
        r={member.id === selected ? DISC + 2 : DISC}
        fill={hexOfPoint({ a, b })}
        stroke="#000000"
        strokeWidth={member.id === selected ? 6 : 4.5}
      />
      <Circle
        cx={x(a)}
        cy={y(b)}
        r={member.id === selected ? DISC + 2 : DISC}
        fill="none"
        stroke="#ffffff"
        strokeWidth={member.id === selected ? 3.2 : 2}
      />
      <SvgText
        x={x(a)}
        y={y(b) + 4.5}
        textAnchor="middle"
        fontSize={13}
        fontFamily={FONTS.textStrong}
        fill="#000000"
        stroke="#ffffff"
        strokeWidth={2.4}
        strokeOpacity={0.75}
        // The figure stands on its own pale outline, readable on every colour.
        {...{ paintOrder: 'stroke' }}
      >
        {i + 1}
      </SvgText>
    </G>
  );
}

/** From neutral to a colour as wanted, and to what its light makes. */
function MemberLine({
  x,
  y,
  a,
  b,
  is,
}: {
  readonly x: (a: number) => number;
  readonly y: (b: number) => number;
  readonly a: number;
  readonly b: number;
  readonly is: PlanePoint | undefined;
}) {
  return (
    <G>
      <Line x1={x(0)} y1={y(0)} x2={x(a)} y2={y(b)} stroke="#000000" strokeWidth={3} strokeOpacity={0.7} />
      <Line x1={x(0)} y1={y(0)} x2={x(a)} y2={y(b)} stroke="#ffffff" strokeWidth={1.2} />
      {is ? (
        <>
          <Line x1={x(a)} y1={y(b)} x2={x(is.a)} y2={y(is.b)} stroke="#000000" strokeWidth={1.4} strokeDasharray="2 2" />
          <Circle cx={x(is.a)} cy={y(is.b)} r={4} fill="none" stroke="#000000" strokeWidth={3} />
          <Circle cx={x(is.a)} cy={y(is.b)} r={4} fill="none" stroke="#ffffff" strokeWidth={1.4} />
        </>
      ) : null}
    </G>
  );
}

/**
 * Dragging a member over the map, and choosing one by a touch. It outlives renders while a finger is down, so it reads the
 * members from the store.
 */
function memberGesture(scale: number, onSelect: Props['onSelect'], onMove: Props['onMove']) {
  const nearest = (px: number, py: number) => {
    const members = useOpenLook.getState().look?.palette.members ?? [];
    const found = members
      .map((member) => {
        const { a, b } = pointOf(member);
        return { id: member.id, d: Math.hypot((a - BOUNDS.left) * scale - px, (BOUNDS.top - b) * scale - py) };
      })
      .sort((p, q) => p.d - q.d)[0];
    return found && found.d < GRAB_PX ? found.id : null;
  };
  let held: { id: string; gesture: number } | null = null;
  const drag = Gesture.Pan()
    .runOnJS(true)
    .minDistance(4)
    .onStart(({ x, y, translationX, translationY }) => {
      const id = nearest(x - translationX, y - translationY);
      held = id ? { id, gesture: Date.now() } : null;
      setHeld(held !== null);
    })
    .onUpdate(({ x, y }) => {
      if (!held) return;
      const { hueDeg, purity } = targetOf({ a: BOUNDS.left + x / scale, b: BOUNDS.top - y / scale });
      onMove(held.id, { hueDeg, purity: Math.min(0.65, purity) }, held.gesture);
    })
    .onFinalize(() => setHeld(false));
  const tap = Gesture.Tap()
    .runOnJS(true)
    .onEnd(({ x, y }) => {
      const id = nearest(x, y);
      if (id) onSelect(id);
    });
  return Gesture.Race(drag, tap);
}

const pictures = new Map<string, string>();

/** The plane in its own colours as a picture, made once for each size. */
function painted(width: number, height: number): string {
  const key = `${width}x${height}`;
  const known = pictures.get(key);
  if (known) return known;
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, width);
  canvas.height = Math.max(1, height);
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(canvas.width, canvas.height);
  for (let j = 0; j < canvas.height; j++) {
    for (let i = 0; i < canvas.width; i++) {
      const a = BOUNDS.left + ((i + 0.5) / canvas.width) * (BOUNDS.right - BOUNDS.left);
      const b = BOUNDS.top - ((j + 0.5) / canvas.height) * (BOUNDS.top - BOUNDS.bottom);
      const hex = parseInt(hexOfPoint({ a, b }, 0.72).slice(1), 16);
      const at = 4 * (j * canvas.width + i);
      image.data.set([hex >> 16, (hex >> 8) & 255, hex & 255, 255], at);
    }
  }
  context.putImageData(image, 0, 0);
  const url = canvas.toDataURL('image/png');
  pictures.set(key, url);
  return url;
}
