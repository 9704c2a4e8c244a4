import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { SWRConfig } from 'swr';
import { fetchJson } from '../src/api/client';
import { Toasts } from '../src/ui/Toasts';
import { ThemeProvider } from '../src/theme/theme';

export default function Root() {
  const [loaded, failed] = useFonts({
    Barlow: require('@fontsource/barlow/files/barlow-latin-400-normal.woff2'),
    BarlowMedium: require('@fontsource/barlow/files/barlow-latin-500-normal.woff2'),
    BarlowSemiBold: require('@fontsource/barlow/files/barlow-latin-600-normal.woff2'),
    BarlowSemiCondensed: require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal.woff2'),
    BarlowSemiCondensedSemiBold: require('@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-600-normal.woff2'),
  });
  if (!loaded && !failed) return null;
  return (
    <GestureHandlerRootView style={{ flex: 1 }}>
      <SafeAreaProvider>
        <ThemeProvider>
          <SWRConfig value={{ fetcher: fetchJson, revalidateOnFocus: true, shouldRetryOnError: true }}>
            <Slot />
            <Toasts />
          </SWRConfig>
        </ThemeProvider>
      </SafeAreaProvider>
    </GestureHandlerRootView>
  );
}
