import type { Evenness } from '@fulgent/core/scene';
import Svg, { Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { View } from 'react-native';
import { useOpenLook } from '../look/store';
import { FONTS, useTheme } from '../theme/theme';

const HEIGHT = 120;
const LEFT = 30;
const FOOT = 18;

/** Level across what the camera sees of the backdrop, with the band in which the colour that works on it is vivid. */
export function EvennessChart({ evenness, width }: { readonly evenness: Evenness; readonly width: number }) {
  const theme = useTheme();
  const readings = useOpenLook((state) => state.readings);
  const { across, spanStops } = evenness;
  const isBackdrop = (id: string) => readings?.probes.find((probe) => probe.id === id)?.part === 'backdrop';
  const own = readings?.lights.find(({ probe, window, active }) => active && window && isBackdrop(probe));
  const window = own?.window ?? null;
  const levels = across.map(({ stops }) => Math.max(-9, stops));
  const low = Math.floor(Math.min(...levels, window?.lowOpen ? 0 : (window?.lowStops ?? 0)) - 0.2);
  const high = Math.ceil(Math.max(...levels, window?.highStops ?? 0) + 0.2);
  const x = (i: number) => LEFT + (i / (across.length - 1)) * (width - LEFT - 4);
  const y = (stops: number) => 4 + ((high - stops) / (high - low)) * (HEIGHT - FOOT - 8);
  const path = levels.map((stops, i) => `${i ? 'L' : 'M'}${x(i).toFixed(1)} ${y(stops).toFixed(1)}`).join('');
  const ticks = Array.from({ length: high - low + 1 }, (_, i) => low + i);
  return (
    <View
      role="img"
      aria-label={`Level across the backdrop: from ${Math.min(...levels).toFixed(1)} to ${Math.max(...levels).toFixed(1)} stops, ${spanStops.toFixed(1)} apart${window ? `; vivid from ${window.lowStops.toFixed(1)} to ${window.highStops.toFixed(1)}` : ''}`}
    >
      <Svg width={width} height={HEIGHT} aria-hidden>
        {window ? (
          <Rect
            x={LEFT}
            width={width - LEFT - 4}
            y={y(Math.min(high, window.highStops))}
            height={Math.max(0, y(Math.max(low, window.lowStops)) - y(Math.min(high, window.highStops)))}
            fill={theme.raised}
          />
        ) : null}
        {ticks.map((stops) => (
          <Line key={stops} x1={LEFT} x2={width - 4} y1={y(stops)} y2={y(stops)} stroke={theme.line} strokeWidth={1} />
        ))}
        {ticks
          .filter((_, i) => i % Math.max(1, Math.ceil(ticks.length / 5)) === 0)
          .map((stops) => (
            <SvgText
              key={stops}
              x={LEFT - 6}
              y={y(stops) + 4}
              fontSize={12}
              fontFamily={FONTS.narrow}
              fill={theme.quiet}
              textAnchor="end"
            >
              {stops > 0 ? `+${stops}` : `${stops}`}
            </SvgText>
          ))}
        <Path d={path} stroke={theme.text} strokeWidth={2} fill="none" />
        <SvgText x={LEFT} y={HEIGHT - 4} fontSize={12} fontFamily={FONTS.narrow} fill={theme.quiet}>
          {`${across[0]!.x.toFixed(1)} m`}
        </SvgText>
        <SvgText x={width - 4} y={HEIGHT - 4} fontSize={12} fontFamily={FONTS.narrow} fill={theme.quiet} textAnchor="end">
          {window ? 'band: vivid' : ''} {`${across[across.length - 1]!.x.toFixed(1)} m`}
        </SvgText>
      </Svg>
    </View>
  );
}
