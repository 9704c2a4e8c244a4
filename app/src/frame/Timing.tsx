import type { Picture } from '@fulgent/core/picture';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { Text } from '../ui/Text';

/** Shown and hidden by Alt and T: what the last picture cost. */
export function Timing({
  ms,
  width,
  height,
}: {
  readonly ms: Picture['ms'] | null;
  readonly width: number;
  readonly height: number;
}) {
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.altKey && event.key.toLowerCase() === 't') setShown((now) => !now);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  if (!shown || !ms) return null;
  const part = (name: string, value: number) => `${name} ${value.toFixed(1)}`;
  return (
    <View
      style={{ position: 'absolute', left: 4, top: 4, backgroundColor: 'rgba(0,0,0,0.75)', paddingHorizontal: 6 }}
      testID="timing"
    >
      <Text size="small" narrow style={{ color: '#f2f2f2' }}>
        {width}×{height}: {part('surfaces', ms.surfaces)}, {part('lights', ms.lights)}, {part('relight', ms.relight)} ms
      </Text>
    </View>
  );
}
