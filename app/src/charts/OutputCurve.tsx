import type { ColourFixture } from '@fulgent/core/document';
import { outputAcrossCct, type FixtureLookup } from '@fulgent/core/fixture';
import { useMemo } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path, Text as SvgText } from 'react-native-svg';
import { FONTS, useTheme } from '../theme/theme';

const PAD = { left: 44, right: 12, top: 10, bottom: 22 } as const;

interface Props {
  readonly fixture: ColourFixture;
  readonly cctK: number;
  readonly width: number;
  readonly lookup: FixtureLookup;
  readonly height?: number;
}

/** How much light a fixture gives at each colour temperature of its dial. */
export function OutputCurve({ fixture, cctK, width, lookup, height = 104 }: Props) {
  const theme = useTheme();
  const points = useMemo(() => outputAcrossCct(fixture, lookup, 16), [fixture, lookup]);
  const most = Math.max(...points.map(({ luxAt1m }) => luxAt1m));
  const mired = (k: number) => 1e6 / k;
  const x = (k: number) =>
    PAD.left + ((mired(fixture.lowK) - mired(k)) / (mired(fixture.lowK) - mired(fixture.highK))) * (width - PAD.left - PAD.right);
  const y = (lux: number) => PAD.top + (1 - lux / most) * (height - PAD.top - PAD.bottom);
  const line = [...points]
    .reverse()
    .map(({ cctK: k, luxAt1m }, i) => `${i ? 'L' : 'M'}${x(k).toFixed(1)} ${y(luxAt1m).toFixed(1)}`)
    .join('');
  const here = points.reduce((a, b) => (Math.abs(b.cctK - cctK) < Math.abs(a.cctK - cctK) ? b : a));
  const least = Math.min(...points.map(({ luxAt1m }) => luxAt1m));
  const small = { fontSize: 12, fontFamily: FONTS.narrow, fill: theme.quiet };
  return (
    <View
      role="img"
      aria-label={`Output from ${Math.round(least)} to ${Math.round(most)} lx at 1 m between ${fixture.lowK} and ${fixture.highK} K; ${Math.round(here.luxAt1m)} lx here`}
    >
      <Svg width={width} height={height} aria-hidden>
        {[0, 0.5, 1].map((share) => (
          <Line key={share} x1={PAD.left} x2={width - PAD.right} y1={y(share * most)} y2={y(share * most)} stroke={theme.line} />
        ))}
        {[0, 0.5, 1].map((share) => (
          <SvgText key={share} x={PAD.left - 6} y={y(share * most) + 4} textAnchor="end" {...small}>
            {Math.round(share * most)}
          </SvgText>
        ))}
        <Path d={line} stroke={theme.text} strokeWidth={1.6} fill="none" />
        <Circle cx={x(here.cctK)} cy={y(here.luxAt1m)} r={4.5} fill={theme.text} />
        {[fixture.lowK, 3200, 5600, fixture.highK]
          .filter((k, i, all) => k >= fixture.lowK && k <= fixture.highK && all.indexOf(k) === i)
          .map((k) => (
            <SvgText
              key={k}
              x={x(k)}
              y={height - 6}
              textAnchor={k === fixture.lowK ? 'start' : k === fixture.highK ? 'end' : 'middle'}
              {...small}
            >
              {k === fixture.highK ? `${k} K` : k}
            </SvgText>
          ))}
        <SvgText x={0} y={PAD.top + 4} {...small}>
          lx
        </SvgText>
      </Svg>
    </View>
  );
}
