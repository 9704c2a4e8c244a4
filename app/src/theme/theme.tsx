import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { StyleSheet, useWindowDimensions, type ImageStyle, type TextStyle, type ViewStyle } from 'react-native';

export type ThemeName = 'dark' | 'light' | 'sun';

/**
 * The interface is made of pure greys (R = G = B): any colour on screen is the computed colour of light, gel or surface.
 * Text keeps 4.5:1 or more on every ground it is used on.
 */
export interface Theme {
  readonly name: ThemeName;
  readonly ground: string;
  readonly raised: string;
  readonly pressed: string;
  readonly line: string;
  readonly edge: string;
  readonly text: string;
  readonly quiet: string;
  readonly fill: string;
  readonly onFill: string;
  readonly veil: string;
}

export const DARK: Theme = {
  name: 'dark',
  ground: '#161616',
  raised: '#222222',
  pressed: '#333333',
  line: '#2c2c2c',
  edge: '#6e6e6e',
  text: '#f0f0f0',
  quiet: '#a2a2a2',
  fill: '#ececec',
  onFill: '#141414',
  veil: 'rgba(0,0,0,0.6)',
};

export const LIGHT: Theme = {
  name: 'light',
  ground: '#e9e9e9',
  raised: '#f8f8f8',
  pressed: '#d2d2d2',
  line: '#cfcfcf',
  edge: '#7a7a7a',
  text: '#161616',
  quiet: '#525252',
  fill: '#1d1d1d',
  onFill: '#f6f6f6',
  veil: 'rgba(0,0,0,0.4)',
};

/** For bright sun: black on white, every edge drawn. */
export const SUN: Theme = {
  name: 'sun',
  ground: '#ffffff',
  raised: '#e6e6e6',
  pressed: '#d8d8d8',
  line: '#8a8a8a',
  edge: '#000000',
  text: '#000000',
  quiet: '#2e2e2e',
  fill: '#000000',
  onFill: '#ffffff',
  veil: 'rgba(0,0,0,0.5)',
};

const THEMES: Readonly<Record<ThemeName, Theme>> = { dark: DARK, light: LIGHT, sun: SUN };

/** Sizes of all text, times the usual. */
export const TEXT_SCALES = { usual: 1, large: 1.2, larger: 1.4 } as const;
export type TextScale = keyof typeof TEXT_SCALES;

const STORED_AS = 'fulgent:theme';
const SCALE_STORED_AS = 'fulgent:text';

interface ThemeControl {
  readonly theme: Theme;
  readonly setTheme: (name: ThemeName) => void;
  readonly textScale: TextScale;
  readonly setTextScale: (scale: TextScale) => void;
}

const ThemeContext = createContext<ThemeControl>({
  theme: DARK,
  setTheme: () => undefined,
  textScale: 'usual',
  setTextScale: () => undefined,
});

const themeNamed = (name: string | null): Theme => (name && Object.hasOwn(THEMES, name) ? THEMES[name as ThemeName] : DARK);
const scaleNamed = (name: string | null): TextScale => (name && Object.hasOwn(TEXT_SCALES, name) ? (name as TextScale) : 'usual');

export function ThemeProvider({ children }: { children: ReactNode }) {
  const [theme, put] = useState<Theme>(() => themeNamed(localStorage.getItem(STORED_AS)));
  const [textScale, setTextScale] = useState<TextScale>(() => scaleNamed(localStorage.getItem(SCALE_STORED_AS)));
  useEffect(() => {
    localStorage.setItem(STORED_AS, theme.name);
    document.documentElement.style.backgroundColor = theme.ground;
    document.documentElement.style.colorScheme = theme.name === 'dark' ? 'dark' : 'light';
  }, [theme]);
  useEffect(() => localStorage.setItem(SCALE_STORED_AS, textScale), [textScale]);
  // Another tab of the same browser may change it too.
  useEffect(() => {
    const follow = ({ key, newValue }: StorageEvent) => {
      if (key === STORED_AS) put(themeNamed(newValue));
      if (key === SCALE_STORED_AS) setTextScale(scaleNamed(newValue));
    };
    window.addEventListener('storage', follow);
    return () => window.removeEventListener('storage', follow);
  }, []);
  const control = useMemo(
    () => ({ theme, setTheme: (name: ThemeName) => put(THEMES[name]), textScale, setTextScale }),
    [theme, textScale],
  );
  return <ThemeContext.Provider value={control}>{children}</ThemeContext.Provider>;
}

/** By how much all text is larger than usual. */
export function useTextScale(): number {
  return TEXT_SCALES[useContext(ThemeContext).textScale];
}

export function useThemeControl(): ThemeControl {
  return useContext(ThemeContext);
}

export function useTheme(): Theme {
  return useContext(ThemeContext).theme;
}

type Styles = Record<string, ViewStyle | TextStyle | ImageStyle>;

/** Style sheets by theme, made once for each: `const useStyles = themed((t) => ({ ... }))`. */
export function themed<S extends Styles>(make: (theme: Theme) => S): () => S {
  const made = new Map<Theme, S>();
  return function useStyles() {
    const theme = useTheme();
    let styles = made.get(theme);
    if (!styles) made.set(theme, (styles = StyleSheet.create(make(theme))));
    return styles;
  };
}

/** From this width on the steps stand left, the frame in the middle, the ladder right. */
export const WIDE_FROM = 1000;

export function useIsWide(): boolean {
  return useWindowDimensions().width >= WIDE_FROM;
}

/** A phone that lies on its side: low and wide. */
const LOW_UNDER = 520;

export function useIsOnItsSide(): boolean {
  const { width, height } = useWindowDimensions();
  return width < WIDE_FROM && height < LOW_UNDER && width > 1.2 * height;
}

export const FONTS = {
  text: 'Barlow',
  textMedium: 'BarlowMedium',
  textStrong: 'BarlowSemiBold',
  narrow: 'BarlowSemiCondensed',
  narrowStrong: 'BarlowSemiCondensedSemiBold',
} as const;

/** Space in px: everything stands on these. */
export const SPACE = { xs: 4, s: 8, m: 14, l: 20, xl: 32 } as const;
/** Least size of anything to touch, px. */
export const TOUCH = 44;
