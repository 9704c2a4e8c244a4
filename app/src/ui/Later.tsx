import { lazy, Suspense, type ComponentType } from 'react';
import { View } from 'react-native';
import { useTheme } from '../theme/theme';
import { WaitingRows } from './Waiting';

/** A page whose code is loaded when it is first opened; rows to come stand meanwhile where it takes long. */
export function later<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  const Page = lazy(async () => ({ default: await load() }));
  return function Later(props: Props) {
    const theme = useTheme();
    return (
      <Suspense
        fallback={
          <View style={{ flex: 1, backgroundColor: theme.ground }}>
            <WaitingRows count={6} />
          </View>
        }
      >
        <Page {...props} />
      </Suspense>
    );
  };
}
