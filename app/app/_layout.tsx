import barlow from '@fontsource/barlow/files/barlow-latin-400-normal.woff2';
import barlowMedium from '@fontsource/barlow/files/barlow-latin-500-normal.woff2';
import barlowSemiBold from '@fontsource/barlow/files/barlow-latin-600-normal.woff2';
import barlowSemiCondensed from '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal.woff2';
import barlowSemiCondensedSemiBold from '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-600-normal.woff2';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { SWRConfig } from 'swr';
import { fetchJson } from '../src/api/client';
import { Door } from '../src/door/Door';
import { keepShell } from '../src/door/offline';
import { pressBySpace } from '../src/ui/space-key';
import { Toasts } from '../src/ui/Toasts';
import { ThemeProvider } from '../src/theme/theme';

keepShell();
pressBySpace();

export default function Root() {
  const [loaded, failed] = useFonts({
    Barlow: barlow,
    BarlowMedium: barlowMedium,
    BarlowSemiBold: barlowSemiBold,
    BarlowSemiCondensed: barlowSemiCondensed,
    BarlowSemiCondensedSemiBold: barlowSemiCondensedSemiBold,
  });
  if (!loaded && !failed) return null;
  return (
    <GestureHandlerRootView style={{ flex: 1 }}>
      <SafeAreaProvider>
        <ThemeProvider>
          <SWRConfig value={{ fetcher: fetchJson, revalidateOnFocus: true, shouldRetryOnError: true }}>
            <Door>
              <Slot />
              <Toasts />
            </Door>
          </SWRConfig>
        </ThemeProvider>
      </SafeAreaProvider>
    </GestureHandlerRootView>
  );
}
