import { WAVELENGTHS_NM, type Spectrum } from '@fulgent/core/spectrum';
import { View } from 'react-native';
import Svg, { Line, Path, Text as SvgText } from 'react-native-svg';
import { FONTS, useTheme } from '../theme/theme';

const PAD = { left: 34, right: 10, top: 8, bottom: 22 } as const;
const FROM_NM = 380;
const TO_NM = 780;

interface Props {
  readonly transmittance: Spectrum;
  /** What is drawn, 0 to 1. */
  readonly quantity?: string;
  /** The light's own rendered colour: it fills the curve. */
  readonly colour: string;
  readonly width: number;
  readonly height?: number;
}

/** What a gel stack lets through at each wavelength. */
export function TransmissionCurve({ transmittance, quantity = 'Transmission', colour, width, height = 130 }: Props) {
  const theme = useTheme();
  const x = (nm: number) => PAD.left + ((nm - FROM_NM) / (TO_NM - FROM_NM)) * (width - PAD.left - PAD.right);
  const y = (t: number) => PAD.top + (1 - t) * (height - PAD.top - PAD.bottom);
  const line = [...transmittance]
    .map((t, i) => `${i ? 'L' : 'M'}${x(WAVELENGTHS_NM[i]!).toFixed(1)} ${y(t).toFixed(1)}`)
    .join('');
  const peak = transmittance.reduce((best, t, i) => (t > transmittance[best]! ? i : best), 0);
  const label = `${quantity} from 380 to 780 nm; most, ${Math.round(100 * transmittance[peak]!)} %, at ${WAVELENGTHS_NM[peak]} nm`;
  const small = { fontSize: 12, fontFamily: FONTS.narrow, fill: theme.quiet };
  return (
    <View role="img" aria-label={label}>
      <Svg width={width} height={height} aria-hidden>
        {[0, 0.5, 1].map((t) => (
          <Line key={t} x1={PAD.left} x2={width - PAD.right} y1={y(t)} y2={y(t)} stroke={theme.line} strokeWidth={1} />
        ))}
        {[0, 50, 100].map((t) => (
          <SvgText key={t} x={PAD.left - 6} y={y(t / 100) + 4} textAnchor="end" {...small}>
            {t}
          </SvgText>
        ))}
        <Path d={`${line}L${x(TO_NM)} ${y(0)}L${x(FROM_NM)} ${y(0)}Z`} fill={colour} />
        <Path d={line} stroke={theme.text} strokeWidth={1.5} fill="none" />
        {[400, 500, 600, 700].map((nm) => (
          <SvgText key={nm} x={x(nm)} y={height - 6} textAnchor="middle" {...small}>
            {nm === 700 ? '700 nm' : nm}
          </SvgText>
        ))}
      </Svg>
    </View>
  );
}
