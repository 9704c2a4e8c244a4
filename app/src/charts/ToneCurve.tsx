import type { ToneSamples } from '@fulgent/core/camera';
import { View } from 'react-native';
import Svg, { Line, Path, Text as SvgText } from 'react-native-svg';
import { FONTS, useTheme } from '../theme/theme';

const PAD = { left: 34, right: 12, top: 10, bottom: 22 } as const;

/** A recording curve: values of a file against stops from mid-grey, beside the straight line that it is compared with. */
export function ToneCurve({
  tone,
  straight,
  width,
  height = 180,
}: {
  readonly tone: ToneSamples;
  /** Value of a camera that records in proportion, by stops. */
  readonly straight: (stops: number) => number;
  readonly width: number;
  readonly height?: number;
}) {
  const theme = useTheme();
  const low = Math.max(-6, Math.floor(tone.stops[0]!));
  const high = Math.max(1, Math.ceil(tone.stops.at(-1)!));
  const x = (stops: number) => PAD.left + ((stops - low) / (high - low)) * (width - PAD.left - PAD.right);
  const y = (value: number) => PAD.top + (1 - value) * (height - PAD.top - PAD.bottom);
  const path = (points: readonly (readonly [number, number])[]) =>
    points.map(([s, v], i) => `${i ? 'L' : 'M'}${x(s).toFixed(1)} ${y(v).toFixed(1)}`).join('');
  const own = tone.stops.flatMap((stops, i) => (stops >= low ? [[stops, tone.values[i]!] as const] : []));
  const line = Array.from({ length: 61 }, (_, i) => {
    const stops = low + ((high - low) * i) / 60;
    return [stops, straight(stops)] as const;
  });
  const small = { fontSize: 12, fontFamily: FONTS.narrow, fill: theme.quiet };
  const marks = Array.from({ length: high - low + 1 }, (_, i) => low + i).filter((stops) => stops % 2 === 0);
  return (
    <View
      role="img"
      aria-label={`Recording curve: mid-grey as ${Math.round(255 * valueAt(tone, 0))}, white ${tone.stops.at(-1)!.toFixed(1)} stops over it`}
    >
      <Svg width={width} height={height} aria-hidden>
        {[0, 0.5, 1].map((value) => (
          <Line key={value} x1={PAD.left} x2={width - PAD.right} y1={y(value)} y2={y(value)} stroke={theme.line} />
        ))}
        {[0, 0.5, 1].map((value) => (
          <SvgText key={value} x={PAD.left - 6} y={y(value) + 4} textAnchor="end" {...small}>
            {Math.round(255 * value)}
          </SvgText>
        ))}
        <Path d={path(line)} stroke={theme.quiet} strokeWidth={1} strokeDasharray="3 3" fill="none" />
        <Path d={path(own)} stroke={theme.text} strokeWidth={2} fill="none" />
        {marks.map((stops) => (
          <SvgText key={stops} x={x(stops)} y={height - 6} textAnchor="middle" {...small}>
            {stops > 0 ? `+${stops}` : stops}
          </SvgText>
        ))}
      </Svg>
    </View>
  );
}

/** Straight between the knots: for words. */
function valueAt({ stops, values }: ToneSamples, stop: number): number {
  const i = Math.max(
    1,
    stops.findIndex((one) => one >= stop),
  );
  const t = (stop - stops[i - 1]!) / (stops[i]! - stops[i - 1]!);
  return values[i - 1]! + t * (values[i]! - values[i - 1]!);
}
