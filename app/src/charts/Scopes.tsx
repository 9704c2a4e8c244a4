import type { Look } from '@fulgent/core/document';
import type { Scopes } from '@fulgent/core/picture';
import { hexOfPoint, pointOf } from '@fulgent/core/vivid';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { percent } from '../look/words';
import { FONTS, SPACE, useTheme } from '../theme/theme';
import { Text } from '../ui/Text';

const [LOW, HIGH] = [-8, 4];
/** Channels told by line and not by colour alone. */
const CHANNELS = [
  ['r', 'Red', undefined],
  ['g', 'Green', '6 3'],
  ['b', 'Blue', '2 3'],
] as const;

function Key() {
  const theme = useTheme();
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.m }}>
      {CHANNELS.map(([id, name, dash]) => (
        <View key={id} style={{ flexDirection: 'row', alignItems: 'center', gap: 5 }}>
          <Svg width={26} height={8}>
            <Line x1={0} y1={4} x2={26} y2={4} stroke={theme.text} strokeWidth={2} strokeDasharray={dash} />
          </Svg>
          <Text size="small" quiet>
            {name}
          </Text>
        </View>
      ))}
    </View>
  );
}

const H = 132;
const BASE = 18;

function Scale({ width, ceiling }: { readonly width: number; readonly ceiling: number }) {
  const theme = useTheme();
  const x = (stops: number) => ((stops - LOW) / (HIGH - LOW)) * width;
  return (
    <G>
      {[-6, -4, -2, 0, 2].map((stops) => (
        <G key={stops}>
          <Line x1={x(stops)} y1={0} x2={x(stops)} y2={H - BASE} stroke={theme.line} />
          <SvgText x={x(stops)} y={H - 4} fontSize={12} fontFamily={FONTS.narrow} fill={theme.quiet} textAnchor="middle">
            {stops > 0 ? `+${stops}` : `${stops}`}
          </SvgText>
        </G>
      ))}
      <Rect x={x(ceiling)} y={0} width={Math.max(0, width - x(ceiling))} height={H - BASE} fill={theme.raised} />
      <Line x1={x(ceiling)} y1={0} x2={x(ceiling)} y2={H - BASE} stroke={theme.text} strokeWidth={1.5} />
      <SvgText x={x(ceiling) + 4} y={12} fontSize={12} fontFamily={FONTS.narrow} fill={theme.quiet}>
        ceiling
      </SvgText>
    </G>
  );
}

/** Share of the picture by level, each channel a line of its own kind. */
export function Levels({ levels, width }: { readonly levels: Scopes['levels']; readonly width: number }) {
  const theme = useTheme();
  const most = Math.max(0.02, ...levels.r.slice(1), ...levels.g.slice(1), ...levels.b.slice(1));
  const path = (list: readonly number[]) =>
    list
      .map((share, i) => {
        const stops = levels.fromStops + (i + 0.5) * levels.stepStops;
        const x = ((stops - LOW) / (HIGH - LOW)) * width;
        // Square roots show the thin ends as well.
        const y = (H - BASE) * (1 - Math.min(1, Math.sqrt(share / most)));
        return `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`;
      })
      .join('');
  return (
    <>
      <Svg width={width} height={H} role="img" aria-label="Share of the picture by level, for each channel">
        <Scale width={width} ceiling={levels.ceilingStops} />
        {CHANNELS.map(([id, , dash]) => (
          <Path key={id} d={path(levels[id])} fill="none" stroke={theme.text} strokeWidth={1.8} strokeDasharray={dash} />
        ))}
      </Svg>
      <Key />
    </>
  );
}

/** Channels along a line across the picture. */
export function Across({
  line,
  ceiling,
  width,
}: {
  readonly line: Scopes['line'];
  readonly ceiling: number;
  readonly width: number;
}) {
  const theme = useTheme();
  const y = (stops: number) => (H - BASE) * (1 - Math.min(1, Math.max(0, (stops - LOW) / (HIGH - LOW))));
  const path = (list: Float32Array) =>
    Array.from(list, (stops, i) => `${i ? 'L' : 'M'}${((i / (list.length - 1)) * width).toFixed(1)} ${y(stops).toFixed(1)}`).join(
      '',
    );
  return (
    <>
      <Svg
        width={width}
        height={H - BASE}
        role="img"
        aria-label={`Channels across the picture at ${percent(line.at)} of its height`}
      >
        {[-6, -4, -2, 0, 2].map((stops) => (
          <G key={stops}>
            <Line x1={0} y1={y(stops)} x2={width} y2={y(stops)} stroke={theme.line} />
            <SvgText x={2} y={y(stops) - 2} fontSize={11} fontFamily={FONTS.narrow} fill={theme.quiet}>
              {stops > 0 ? `+${stops}` : `${stops}`}
            </SvgText>
          </G>
        ))}
        <Line x1={0} y1={y(ceiling)} x2={width} y2={y(ceiling)} stroke={theme.text} strokeWidth={1.5} />
        {CHANNELS.map(([id, , dash]) => (
          <Path key={id} d={path(line[id])} fill="none" stroke={theme.text} strokeWidth={1.6} strokeDasharray={dash} />
        ))}
      </Svg>
      <Key />
    </>
  );
}

/** Hues round, chroma outwards; rings are the palette's. */
export function Disc({ disc, look, size }: { readonly disc: Scopes['disc']; readonly look: Look; readonly size: number }) {
  const theme = useTheme();
  const cell = size / disc.size;
  const at = (v: number) => ((v / disc.reach + 1) / 2) * size;
  return (
    <View testID="light-colour" style={{ width: size }}>
      <Svg width={size} height={size} role="img" aria-label="How much of the picture has which hue and chroma">
        <Circle cx={size / 2} cy={size / 2} r={size / 2 - 1} fill="none" stroke={theme.line} />
        <Circle cx={size / 2} cy={size / 2} r={size / 4} fill="none" stroke={theme.line} />
        {Array.from(disc.density, (share, i) => {
          if (share < 0.002) return null;
          const [x, y] = [i % disc.size, Math.floor(i / disc.size)];
          const a = (x / (disc.size - 1)) * 2 * disc.reach - disc.reach;
          const b = disc.reach - (y / (disc.size - 1)) * 2 * disc.reach;
          return (
            <Rect
              key={i}
              x={x * cell}
              y={y * cell}
              width={cell + 0.5}
              height={cell + 0.5}
              fill={hexOfPoint({ a: a / 0.75, b: b / 0.75 }, 0.6)}
              fillOpacity={Math.min(1, 0.25 + 0.75 * Math.sqrt(share))}
            />
          );
        })}
        {look.palette.members.map((member) => {
          const { a, b } = pointOf(member);
          // A palette's purity is chroma over lightness; it is drawn at the lightness of a middle tone.
          return (
            <Circle
              key={member.id}
              cx={at(0.6 * a)}
              cy={size - at(0.6 * b)}
              r={8}
              fill="none"
              stroke={theme.text}
              strokeWidth={2}
            />
          );
        })}
      </Svg>
    </View>
  );
}
