import type { PaletteCheck } from '@fulgent/core/planning';
import { checkWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { setPower } from '../look/edits';
import { useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Text } from '../ui/Text';
import { accept } from './edits';

/** Start of the ids of checks on one member's colour. */
const TARGET = 'target:';

const useStyles = themed(() => ({
  check: { paddingVertical: SPACE.xs, gap: SPACE.xs },
  actions: { flexDirection: 'row', gap: SPACE.s, flexWrap: 'wrap' },
}));

/** Those that ask something first, then those that hold in short. */
export function Checks({
  checks,
  onMember,
}: {
  readonly checks: readonly PaletteCheck[];
  readonly onMember: (id: string) => void;
}) {
  const styles = useStyles();
  const [all, setAll] = useState(false);
  const asking = checks.filter(({ holds, accepted }) => !holds && !accepted);
  const rest = checks.filter(({ holds, accepted }) => holds || accepted);
  return (
    <View style={{ gap: SPACE.s }} testID="checks">
      {asking.length === 0 ? <Text>Nothing asks for a second look.</Text> : null}
      {asking.map((check) => (
        <View key={check.id} style={styles.check} testID={`check-${check.id}`}>
          <Said check={check} />
          <View style={styles.actions}>
            {check.fix ? (
              <Button
                label={checkWords(check).fix ?? ''}
                onPress={() => {
                  const light = useOpenLook.getState().look?.lights.find(({ id }) => id === check.fix!.lightId);
                  if (light) setPower(light.id, light.powerStops + check.fix!.stops);
                }}
              />
            ) : null}
            {check.id.startsWith(TARGET) ? (
              <Button label="How to make it" onPress={() => onMember(check.id.slice(TARGET.length))} />
            ) : null}
            <Button label="Intended" onPress={() => accept(check.id, true)} />
          </View>
        </View>
      ))}
      {rest.length ? (
        <Button label={all ? 'Hide what holds' : `${rest.length} more hold or are on purpose`} onPress={() => setAll(!all)} />
      ) : null}
      {all
        ? rest.map((check) => (
            <View key={check.id} style={styles.check} testID={`check-${check.id}`}>
              <Said check={check} />
              {check.accepted ? (
                <View style={styles.actions}>
                  <Button label="Not intended" onPress={() => accept(check.id, false)} />
                </View>
              ) : null}
            </View>
          ))
        : null}
    </View>
  );
}

function Said({ check }: { readonly check: PaletteCheck }) {
  const { title, text } = checkWords(check);
  return (
    <Text>
      <Text weight="strong">{title}</Text> <Text quiet>{text}</Text>
    </Text>
  );
}
