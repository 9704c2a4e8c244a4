import type { Light, Look } from '@fulgent/core/document';
import type { Substitute } from '@fulgent/core/planning';
import { substituteWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { edit, undo } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { Waiting } from '../ui/Waiting';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 56,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** What else of the kit could do a light's work, with what it has to spare there. */
export function Substitutes({ look, light }: { readonly look: Look; readonly light: Light }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button label="What else could do it" onPress={() => setOpen(true)} />
      {open ? <List look={look} light={light} onClose={() => setOpen(false)} /> : null}
    </>
  );
}

function List({ look, light, onClose }: { readonly look: Look; readonly light: Light; readonly onClose: () => void }) {
  const styles = useStyles();
  const kit = useKitEntries();
  const { value: found } = useStudy(() => study().substitutes(look, light.id, kit), look);
  const take = ({ name, look: next }: Substitute) => {
    edit(`${light.id}.fixture`, () => next);
    onClose();
    say(`${light.name}: ${name}.`, { label: 'Undo', run: undo });
  };
  return (
    <Sheet title={`In place of ${light.fixture.name}`} onClose={onClose}>
      <Text size="label" quiet>
        Each of the kit in its place, making its colour by its own setting or by gels that are there.
      </Text>
      {found ? null : <Waiting height={120} label="Trying the kit" />}
      {found?.length === 0 ? <Text>The kit has no other fixture.</Text> : null}
      {found?.map((one) => (
        <View key={one.entryId} style={styles.row} testID={`substitute-${one.entryId}`}>
          <View style={{ flex: 1 }}>
            <Text weight="medium">{one.name}</Text>
            <Text size="label" quiet={one.isColour && one.spareStops >= 0}>
              {substituteWords(one)}
            </Text>
          </View>
          <Button label="Take" accessibilityLabel={`Take ${one.name}`} onPress={() => take(one)} />
        </View>
      ))}
    </Sheet>
  );
}
