import type { Board, Light, Look, Point } from '@fulgent/core/document';
import { beamAngles, lampShape, roomWindow, type ExposureLine, type OnPlan } from '@fulgent/core/scene';
import { memo, useMemo } from 'react';
import { Circle, Ellipse, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { FONTS, useTheme } from '../theme/theme';
import { turnOnPlan, type Layout } from './layout';
import { ALONG, type PlacedLabel } from '@fulgent/words';

/** What is drawn on the plan. */

const LAMP_PX = 13;

interface Part {
  readonly look: Look;
  readonly layout: Layout;
}

/** A light that is dragged leaves room, camera and subject as they were: they are not drawn anew for it. */
const isSameStage = (a: Part, b: Part) =>
  a.layout === b.layout && (['room', 'backdrop', 'camera', 'subject'] as const).every((of) => a.look[of] === b.look[of]);

export const Backdrop = memo(function Backdrop({ look, layout }: Part) {
  const theme = useTheme();
  const { distanceM, widthM } = look.backdrop;
  const { left, right, top, bottom } = roomWindow(look, layout.side);
  const [[rx0, ry0], [rx1, ry1]] = [layout.px([left, top]), layout.px([right, bottom])];
  const [x0, y0] = layout.at([-widthM / 2, 0, -distanceM]);
  const [x1, y1] =
    layout.side === 'top' ? layout.at([widthM / 2, 0, -distanceM]) : layout.at([widthM / 2, look.room.heightM - 0.1, -distanceM]);
  return (
    <G>
      <Rect x={rx0} y={ry0} width={rx1 - rx0} height={ry1 - ry0} fill="none" stroke={theme.line} strokeWidth={2} />
      {layout.side === 'front' ? (
        <Rect x={x0} y={y1} width={x1 - x0} height={y0 - y1} fill={theme.raised} stroke={theme.edge} strokeWidth={1} />
      ) : (
        <Line x1={x0} y1={y0} x2={x1} y2={y1} stroke={theme.edge} strokeWidth={5} />
      )}
    </G>
  );
}, isSameStage);

export const Camera = memo(function Camera({ look, layout, camera }: Part & { readonly camera: Point }) {
  const theme = useTheme();
  const { focalMm, sensorWidthMm, sensorHeightMm, distanceM } = look.camera;
  const far = distanceM + look.backdrop.distanceM;
  const half = ((layout.side === 'top' ? sensorWidthMm : sensorHeightMm) / (2 * focalMm)) * far;
  const [cx, cy] = layout.at(camera);
  if (layout.side === 'front') return <FrameMark look={look} layout={layout} />;
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
    </G>
  );
}, isSameStage);

/** What the camera sees at the subject, as it looks. */
function FrameMark({ look: { camera, subject }, layout }: Part) {
  const theme = useTheme();
  const [w, h] = [camera.sensorWidthMm, camera.sensorHeightMm].map((mm) => (mm / camera.focalMm) * camera.distanceM) as [
    number,
    number,
  ];
  const [x, y] = layout.px([-w / 2, -subject.faceHeightM - h / 2]);
  return (
    <Rect
      x={x}
      y={y}
      width={w * layout.scale}
      height={h * layout.scale}
      fill="none"
      stroke={theme.edge}
      strokeWidth={1.5}
      strokeDasharray="6 4"
    />
  );
}

export const Subject = memo(function Subject({ look, layout, face }: Part & { readonly face: Point }) {
  const theme = useTheme();
  const [x, y] = layout.at(face);
  const s = layout.scale;
  const head = Math.max(5, 0.1 * s);
  if (look.subject.form === 'bottle') {
    const top = layout.side === 'top';
    const [w, h] = [Math.max(12, 0.072 * s), Math.max(top ? 7 : 18, (top ? 0.037 : 0.13) * s)];
    return (
      <G>
        <Rect
          x={x - 0.6 * s}
          y={top ? y - 0.35 * s : y + h / 2}
          width={1.2 * s}
          height={top ? 0.7 * s : 4}
          fill={theme.raised}
          stroke={theme.edge}
        />
        <Rect x={x - w / 2} y={y - h / 2} width={w} height={h} rx={2} fill={theme.text} />
      </G>
    );
  }
  if (layout.side !== 'top') {
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
        {layout.side === 'side' ? (
          <Path d={`M${x + head * 0.8} ${y - 3}L${x + head * 1.3} ${y + 2}L${x + head * 0.8} ${y + 5}Z`} fill={theme.text} />
        ) : null}
      </G>
    );
  }
  return (
    <G rotation={turnOnPlan(look.subject.turnDeg)} origin={`${x}, ${y}`}>
      <Ellipse cx={x} cy={y} rx={0.24 * s} ry={0.11 * s} fill={theme.edge} />
      <Circle cx={x} cy={y} r={head} fill={theme.text} />
      <Path d={`M${x - 4} ${y + head * 0.85}L${x} ${y + head * 1.35}L${x + 4} ${y + head * 0.85}Z`} fill={theme.text} />
    </G>
  );
}, isSameStage);

/** A board on the plan: black with a rim, white, or dashed for a silk. */
export const BoardMark = memo(function BoardMark({ board, layout }: { readonly board: Board; readonly layout: Layout }) {
  const theme = useTheme();
  const a = (board.yawDeg * Math.PI) / 180;
  const half = board.widthM / 2;
  const [x, y, z] = board.position;
  if (layout.side === 'front') {
    const across = Math.max(0.02, Math.abs(half * Math.cos(a)));
    const [left, top] = layout.px([x - across, -y - board.heightM / 2]);
    return (
      <Rect
        x={left}
        y={top}
        width={2 * across * layout.scale}
        height={board.heightM * layout.scale}
        fill={board.finish === 'black' ? '#000000' : '#ffffff'}
        fillOpacity={board.finish === 'silk' ? 0.3 : 0.7}
        stroke={theme.edge}
      />
    );
  }
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
});

/** A light's beam on the plan: the cone of half its light, and faintly where it ends. */
export const Beam = memo(function Beam({
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
});

export const Lamp = memo(function Lamp({
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
  const { body, front, grid, doors } = useMemo(() => lampShape(light, layout.side), [light, layout.side]);
  const place = (point: OnPlan) => layout.px(point).join(' ');
  const lines = (pairs: readonly (readonly [OnPlan, OnPlan])[]) => pairs.map(([a, b]) => `M${place(a)}L${place(b)}`).join('');
  return (
    <G>
      {chosen ? <Circle cx={x} cy={y} r={19} fill="none" stroke={theme.text} strokeWidth={1.5} /> : null}
      <Path d={`M${body.map(place).join('L')}Z`} fill={theme.pressed} stroke={theme.text} strokeWidth={1} />
      {/* A lamp that is small in a large room is still found. */}
      <G rotation={angle} origin={`${x}, ${y}`}>
        <Rect
          x={x - LAMP_PX * 0.95}
          y={y - LAMP_PX * 0.4}
          width={LAMP_PX * 0.8}
          height={LAMP_PX * 0.8}
          rx={2}
          fill={theme.text}
        />
        <Rect x={x - 1} y={y - LAMP_PX / 2} width={3.5} height={LAMP_PX} fill={colour} />
      </G>
      <Path d={lines([front as readonly [OnPlan, OnPlan]])} stroke={colour} strokeWidth={4} />
      <Path d={lines(grid)} stroke={theme.text} strokeWidth={1} />
      <Path d={lines(doors)} stroke={theme.text} strokeWidth={2.5} />
    </G>
  );
});

/** Where the chosen light gives whole stops more or less than at its aim. */
export function ExposureLines({
  lines,
  layout,
  colour,
}: {
  readonly lines: readonly ExposureLine[];
  readonly layout: Layout;
  readonly colour: string;
}) {
  const ring = (points: readonly OnPlan[]) =>
    `M${points
      .map((point) =>
        layout
          .px(point)
          .map((v) => v.toFixed(1))
          .join(' '),
      )
      .join('L')}Z`;
  return (
    <G>
      {lines.map(({ stops, rings }) => (
        <Path
          key={stops}
          d={rings.map(ring).join('')}
          fill={colour}
          fillOpacity={0.045}
          fillRule="evenodd"
          stroke={colour}
          strokeWidth={stops === 0 ? 1.6 : 0.8}
          strokeOpacity={0.85}
        />
      ))}
    </G>
  );
}

/** Between two things that were touched. */
export const Measured = memo(function Measured({
  from,
  to,
  layout,
}: {
  readonly from: Point;
  readonly to: Point;
  readonly layout: Layout;
}) {
  const theme = useTheme();
  const [[x1, y1], [x2, y2]] = [layout.at(from), layout.at(to)];
  return (
    <G>
      <Line x1={x1} y1={y1} x2={x2} y2={y2} stroke={theme.text} strokeWidth={2} />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x, y], i) => (
        <Circle key={i} cx={x} cy={y} r={5} fill={theme.ground} stroke={theme.text} strokeWidth={2} />
      ))}
    </G>
  );
});

/** The chosen light: the line to its aim, and the places along it at which what is left of it is written. */
export const Chosen = memo(function Chosen({ light, layout }: { readonly light: Light; readonly layout: Layout }) {
  const theme = useTheme();
  const [x0, y0] = layout.at(light.position);
  const [x1, y1] = layout.at(light.aim);
  return (
    <G>
      <Line x1={x0} y1={y0} x2={x1} y2={y1} stroke={theme.text} strokeWidth={1.2} strokeDasharray="4 4" />
      {ALONG.map((k) => (
        <Circle key={k} cx={x0 + (x1 - x0) * k} cy={y0 + (y1 - y0) * k} r={2.5} fill={theme.text} />
      ))}
      <Circle cx={x1} cy={y1} r={7} fill="none" stroke={theme.text} strokeWidth={1.5} />
    </G>
  );
});

const [WORDS_PX, LINE_PX] = [12.5, 15];

/** The words of a plan, each clear of all others, with a line to what stands too far from its own. */
export const Labels = memo(function Labels({
  placed,
  chosenId,
}: {
  readonly placed: readonly PlacedLabel[];
  readonly chosenId: string | null;
}) {
  const theme = useTheme();
  return (
    <G>
      {placed.map(({ id, x, y, w, h, lines, leader }) => (
        <G key={id}>
          {leader ? (
            <Line x1={leader[0]} y1={leader[1]} x2={leader[2]} y2={leader[3]} stroke={theme.edge} strokeWidth={1} />
          ) : null}
          <Rect x={x - 1} y={y} width={w + 2} height={h} fill={theme.ground} fillOpacity={0.62} />
          {lines.map((line, i) => (
            <SvgText
              key={line}
              x={x + w / 2}
              y={y + LINE_PX * (i + 0.78)}
              fontSize={WORDS_PX}
              fontFamily={i === 0 && lines.length > 1 ? FONTS.narrowStrong : FONTS.narrow}
              fill={(i === 0 && lines.length > 1) || id === chosenId || id === 'plan:throw' ? theme.text : theme.quiet}
              textAnchor="middle"
            >
              {line}
            </SvgText>
          ))}
        </G>
      ))}
    </G>
  );
});
