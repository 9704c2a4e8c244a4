import type { KitEntry, KitFixture } from '@fulgent/core/catalogue';
import { compileEmitters, hasPrimaries, wheelFrom } from '@fulgent/core/fixture';
import { fixtureLookup, lookupIn } from '@fulgent/core/scene';
import { placedFixture } from '@fulgent/core/planning';
import { LIMITS } from '@fulgent/core/document';
import { useState } from 'react';
import { View } from 'react-native';
import { readNumber } from '../look/numbers';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 44,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** The hue dial of an own fixture, read with a colour meter at a few degrees: fixtures differ at the same angle. */
export function HueDial({
  entry,
  save,
  failed,
}: {
  readonly entry: KitFixture;
  readonly save: (change: Partial<KitEntry>) => void;
  readonly failed: (error: unknown) => void;
}) {
  const styles = useStyles();
  const [typed, setTyped] = useState({ dial: '', x: '', y: '' });
  const { fixture, spectra } = placedFixture(entry);
  if (fixture.kind !== 'colour' || !fixture.modes.includes('hsi') || !hasPrimaries(fixture)) return null;
  const own = entry.fixture;
  if (own.kind !== 'colour') return null;
  const { wheel } = own;
  const put = (next: typeof wheel) => save({ fixture: { ...own, wheel: next } });
  const add = () => {
    const dialDeg = readNumber(typed.dial, { name: 'Dial', low: 0, high: 359.99, unit: '°' });
    const x = readNumber(typed.x, { name: 'x', low: 0.001, high: 0.9 });
    const y = readNumber(typed.y, { name: 'y', low: 0.001, high: 0.9 });
    const wrong = [dialDeg, x, y].find((value) => typeof value === 'string');
    if (wrong !== undefined) return failed(new Error(String(wrong)));
    try {
      const emitters = compileEmitters(fixture, fixtureLookup(lookupIn(spectra)).source);
      const [read] = wheelFrom(emitters, [{ dialDeg: dialDeg as number, x: x as number, y: y as number }]);
      put([...wheel.filter((one) => one.dialDeg !== dialDeg), read!].sort((a, b) => a.dialDeg - b.dialDeg));
      setTyped({ dial: '', x: '', y: '' });
    } catch (error) {
      failed(error);
    }
  };
  return (
    <Section flush title="Its hue dial" aside={wheel.length ? `${wheel.length} read` : 'nominal, not verified'}>
      <Text size="label" quiet>
        At full saturation, with a colour meter: what the dial shows, and x, y. Three places or more; between them it is followed
        straight.
      </Text>
      {wheel.map(({ dialDeg, hueDeg }) => (
        <View key={dialDeg} style={styles.row}>
          <Text style={{ flex: 1 }}>
            {Number(dialDeg.toFixed(1))}° on its dial is {Math.round(hueDeg)}° of its primaries
          </Text>
          <IconButton
            icon="x"
            label={`Forget the reading at ${Number(dialDeg.toFixed(1))}°`}
            onPress={() => put(wheel.filter((one) => one.dialDeg !== dialDeg))}
          />
        </View>
      ))}
      {wheel.length < LIMITS.wheelPoints ? (
        <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end' }}>
          {(
            [
              ['dial', 'Dial, °'],
              ['x', 'x'],
              ['y', 'y'],
            ] as const
          ).map(([key, label]) => (
            <View key={key} style={{ flex: 1 }}>
              <Field label={label} value={typed[key]} onChange={(text) => setTyped({ ...typed, [key]: text })} />
            </View>
          ))}
          <Button label="Add" accessibilityLabel="Add this reading of the hue dial" onPress={add} />
        </View>
      ) : null}
    </Section>
  );
}
