import { lazy, Suspense, type ComponentType } from 'react';
import { View } from 'react-native';
import { useTheme } from '../theme/theme';

/** A page whose code is loaded when it is first opened; the empty ground stands meanwhile. */
export function later<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  const Page = lazy(async () => ({ default: await load() }));
  return function Later(props: Props) {
    const theme = useTheme();
    return (
      <Suspense fallback={<View style={{ flex: 1, backgroundColor: theme.ground }} aria-busy />}>
        <Page {...props} />
      </Suspense>
    );
  };
}
