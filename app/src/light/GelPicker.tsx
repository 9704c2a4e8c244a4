import type { Light, Look } from '@fulgent/core/document';
import type { GelSwatch } from '@fulgent/core/planning';
import { useEffect, useState } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Choice } from '../ui/Button';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { useKit, useKitEntries } from '../kit/useKit';
import { compute } from '../workers/compute';

const useStyles = themed((t) => ({
  grid: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
  gel: { width: '31%', flexGrow: 1, maxWidth: 180, minWidth: 92 },
  colour: { height: 46, borderRadius: 2 },
  waiting: { height: 240, backgroundColor: t.raised, borderRadius: 3 },
}));

const KINDS = [
  { id: 'effect', name: 'Effect' },
  { id: 'correction', name: 'Correction' },
] as const;

interface Props {
  readonly look: Look;
  readonly light: Light;
  readonly onPick: (id: string) => void;
  readonly onClose: () => void;
}

/** The gels of the kit as they look on this light in this camera, with what each costs in stops. */
export function GelPicker({ look, light, onPick, onClose }: Props) {
  const styles = useStyles();
  const [kind, setKind] = useState<'effect' | 'correction'>('effect');
  const { loaded } = useKit();
  const kit = useKitEntries();
  const [gels, setGels] = useState<readonly GelSwatch[] | null>(null);
  useEffect(() => {
    if (!loaded) return undefined;
    let closed = false;
    void compute()
      .gelSwatches(look, light, kit)
      .then((found) => {
        if (!closed) setGels(found);
      });
    return () => {
      closed = true;
    };
  }, [look, light, kit, loaded]);
  return (
    <Sheet title="Add a gel" onClose={onClose}>
      <Choice label="Kind of gel" options={KINDS} value={kind} onChange={setKind} />
      {gels ? (
        <View style={styles.grid}>
          {gels
            .filter((gel) => gel.kind === kind)
            .map(({ id, name, hex, stopsLost, count }) => (
              <Pressable
                key={id}
                style={styles.gel}
                onPress={() => onPick(id)}
                accessibilityRole="button"
                accessibilityLabel={`${name}, ${stopsLost.toFixed(1)} stops lost`}
              >
                <View testID="light-colour" style={[styles.colour, { backgroundColor: hex }]} />
                <Text size="label" narrow numberOfLines={1}>
                  {name}
                </Text>
                <Text size="small" narrow quiet>
                  {stopsLost.toFixed(1)} stops lost{count === 0 ? ' · none left' : ''}
                </Text>
              </Pressable>
            ))}
        </View>
      ) : (
        <View style={styles.waiting} role="status" aria-busy accessibilityLabel="Computing" />
      )}
    </Sheet>
  );
}
