import type { Light, Look } from '@fulgent/core/document';
import type { GelSwatch } from '@fulgent/core/planning';
import { useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { kitOf, useKit, useKitEntries } from '../kit/useKit';
import { withGel } from '../look/edits';
import { Button, Choice } from '../ui/Button';
import { PictureChoice } from '../ui/PictureChoice';
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

const WAYS = [
  { id: 'swatches', name: 'Swatches' },
  { id: 'pictures', name: 'In the picture' },
] as const;
/** So many pictures are drawn at once. */
const AT_ONCE = 12;

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
  const [way, setWay] = useState<'swatches' | 'pictures'>('swatches');
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
      <Choice label="Shown as" options={WAYS} value={way} onChange={setWay} />
      {gels && way === 'pictures' ? (
        <InPicture look={look} light={light} gels={gels} kind={kind} onPick={onPick} />
      ) : gels ? (
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

/** Gels as what they make of this picture, at the power that the light has. */
function InPicture({
  look,
  light,
  gels,
  kind,
  onPick,
}: {
  readonly look: Look;
  readonly light: Light;
  readonly gels: readonly GelSwatch[];
  readonly kind: GelSwatch['kind'];
  readonly onPick: (id: string) => void;
}) {
  const { stored } = useKit();
  const [count, setCount] = useState(AT_ONCE);
  const looks = useMemo(
    () =>
      gels
        .filter((gel) => gel.kind === kind)
        .map((gel) => ({ gel, look: withGel(look, light.id, gel.id, kitOf(stored, 'gel')) })),
    [gels, kind, look, light.id, stored],
  );
  return (
    <>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }} testID="gel-pictures">
        {looks.slice(0, count).map(({ gel, look: made }) => (
          <PictureChoice
            key={gel.id}
            name={`${gel.name}, ${gel.stopsLost.toFixed(1)} stops lost`}
            look={made}
            onPress={() => onPick(gel.id)}
          />
        ))}
      </View>
      {looks.length > count ? (
        <View style={{ flexDirection: 'row' }}>
          <Button label={`${Math.min(AT_ONCE, looks.length - count)} more`} onPress={() => setCount(count + AT_ONCE)} />
        </View>
      ) : null}
    </>
  );
}
