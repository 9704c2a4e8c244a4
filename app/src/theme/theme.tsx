import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { StyleSheet, useWindowDimensions, type ImageStyle, type TextStyle, type ViewStyle } from 'react-native';

/**
 * The interface is made of pure greys (R = G = B): any colour on screen is the computed colour of light, gel or surface.
 * Text keeps 4.5:1 or more on every ground it is used on.
 */
export interface Theme {
  readonly name: 'dark' | 'light';
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

const STORED_AS = 'fulgent:theme';

interface ThemeControl {
  readonly theme: Theme;
  readonly toggle: () => void;
}

const ThemeContext = createContext<ThemeControl>({ theme: DARK, toggle: () => undefined });

export function ThemeProvider({ children }: { children: ReactNode }) {
  const [theme, setTheme] = useState<Theme>(() => (localStorage.getItem(STORED_AS) === 'light' ? LIGHT : DARK));
  useEffect(() => {
    localStorage.setItem(STORED_AS, theme.name);
    document.documentElement.style.backgroundColor = theme.ground;
    document.documentElement.style.colorScheme = theme.name;
  }, [theme]);
  // Another tab of the same browser may change it too.
  useEffect(() => {
    const follow = ({ key, newValue }: StorageEvent) => {
      if (key === STORED_AS) setTheme(newValue === 'light' ? LIGHT : DARK);
    };
    window.addEventListener('storage', follow);
    return () => window.removeEventListener('storage', follow);
  }, []);
  const control = useMemo(() => ({ theme, toggle: () => setTheme((now) => (now === DARK ? LIGHT : DARK)) }), [theme]);
  return <ThemeContext.Provider value={control}>{children}</ThemeContext.Provider>;
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
