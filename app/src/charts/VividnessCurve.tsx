import type { LightReading } from '@fulgent/core/scene';
import { VIVID } from '@fulgent/core/vivid';
import { View } from 'react-native';
import Svg, { Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { FONTS, useTheme } from '../theme/theme';

const PAD = { left: 34, right: 10, top: 10, bottom: 22 } as const;

interface Props {
  readonly reading: LightReading;
  /** Where the light stands now, stops from mid-grey; null when it does not reach its place. */
  readonly stands: number | null;
  readonly width: number;
  readonly height?: number;
}

/** Vividness against exposure, other light as it is: where the colour lives and where it dies. */
export function VividnessCurve({ reading, stands, width, height = 150 }: Props) {
  const theme = useTheme();
  const { strip, window, firstClip } = reading;
  const to = strip.fromStops + strip.stepStops * (strip.vividness.length - 1);
  const x = (stops: number) => PAD.left + ((stops - strip.fromStops) / (to - strip.fromStops)) * (width - PAD.left - PAD.right);
  const held = (stops: number) => x(Math.min(to, Math.max(strip.fromStops, stops)));
  const y = (v: number) => PAD.top + (1 - v) * (height - PAD.top - PAD.bottom);
  const line = strip.vividness
    .map((v, i) => `${i ? 'L' : 'M'}${x(strip.fromStops + i * strip.stepStops).toFixed(1)} ${y(v).toFixed(1)}`)
    .join('');
  const whole = Array.from({ length: Math.floor(to - strip.fromStops) + 1 }, (_, i) => strip.fromStops + i).filter(
    (stops) => stops % 2 === 0,
  );
  const small = { fontSize: 12, fontFamily: FONTS.narrow, fill: theme.quiet };
  const label = window
    ? `Vividness against stops: over ${VIVID * 100} % from ${window.lowStops.toFixed(1)} to ${window.highStops.toFixed(1)} stops; the ${firstClip.channel} channel clips at ${firstClip.stops.toFixed(1)}`
    : `Vividness against stops: never over ${VIVID * 100} % here`;
  return (
    <View role="img" aria-label={label}>
      <Svg width={width} height={height} aria-hidden>
        {window ? (
          <Rect
            x={held(window.lowStops)}
            y={y(1)}
            width={held(window.highStops) - held(window.lowStops)}
            height={y(0) - y(1)}
            fill={theme.raised}
          />
        ) : null}
        {[0, VIVID, 1].map((v) => (
          <Line
            key={v}
            x1={PAD.left}
            x2={width - PAD.right}
            y1={y(v)}
            y2={y(v)}
            stroke={theme.line}
            strokeWidth={1}
            strokeDasharray={v === VIVID ? '4 3' : undefined}
          />
        ))}
        {[0, 85, 100].map((v) => (
          <SvgText key={v} x={PAD.left - 6} y={y(v / 100) + (v === 85 ? 8 : 4)} textAnchor="end" {...small}>
            {v}
          </SvgText>
        ))}
        <Path d={line} stroke={theme.text} strokeWidth={2} fill="none" />
        {Number.isFinite(firstClip.stops) && firstClip.stops < to ? (
          <>
            <Line
              x1={x(firstClip.stops)}
              x2={x(firstClip.stops)}
              y1={y(1)}
              y2={y(0)}
              stroke={theme.text}
              strokeWidth={1.5}
              strokeDasharray="2 2"
            />
            <SvgText x={x(firstClip.stops) + 5} y={y(0) - 6} {...small}>
              {firstClip.channel} clips
            </SvgText>
          </>
        ) : null}
        {stands !== null ? <Rect x={held(stands) - 2} y={y(1) - 4} width={4} height={y(0) - y(1) + 8} fill={theme.text} /> : null}
        {whole.map((stops) => (
          <SvgText key={stops} x={x(stops)} y={height - 6} textAnchor="middle" {...small}>
            {stops > 0 ? `+${stops}` : stops}
          </SvgText>
        ))}
      </Svg>
    </View>
  );
}
