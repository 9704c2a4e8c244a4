import { Text as NativeText, type TextProps } from 'react-native';
import { FONTS, useTextScale, useTheme } from '../theme/theme';

const SIZES = { small: 12.5, body: 15, label: 14, strong: 15.5, title: 18, big: 22, huge: 30 } as const;

interface Props extends TextProps {
  readonly size?: keyof typeof SIZES;
  readonly weight?: 'regular' | 'medium' | 'strong';
  readonly quiet?: boolean;
  /** The narrow cut, for rows and figures. */
  readonly narrow?: boolean;
  /** On a filled control. */
  readonly onFill?: boolean;
  readonly align?: 'left' | 'center' | 'right';
}

/** All text of the interface: one family, tabular figures. */
export function Text({ size = 'body', weight = 'regular', quiet, narrow, onFill, align, style, ...props }: Props) {
  const theme = useTheme();
  const px = SIZES[size] * useTextScale();
  const family = narrow
    ? weight === 'regular'
      ? FONTS.narrow
      : FONTS.narrowStrong
    : weight === 'strong'
      ? FONTS.textStrong
      : weight === 'medium'
        ? FONTS.textMedium
        : FONTS.text;
  const color = onFill ? theme.onFill : quiet ? theme.quiet : theme.text;
  return (
    <NativeText
      {...props}
      style={[
        {
          fontFamily: family,
          fontSize: px,
          lineHeight: Math.round(px * 1.3),
          color,
          fontVariant: ['tabular-nums'],
          textAlign: align,
        },
        style,
      ]}
    />
  );
}
