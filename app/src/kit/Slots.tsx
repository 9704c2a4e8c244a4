import type { KitEntry, KitFixture } from '@fulgent/core/catalogue';
import type { Fixture } from '@fulgent/core/document';
import { DRIVE_NAMES, DRIVE_UNITS, slotsOfLayout, type Layout } from '@fulgent/core/fixture';
import { LARGEST_SPECTRUM_FILE, layoutCsv } from '@fulgent/core/files';
import { View } from 'react-native';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { download, fileName } from '../ui/download';
import { chooseFile, textOf } from '../ui/files';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { study } from '../workers/study';

const useStyles = themed((t) => ({
  row: { flexDirection: 'row', gap: SPACE.m, paddingVertical: SPACE.xs, borderBottomWidth: 1, borderBottomColor: t.line },
}));

/** Which slot of a fixture drives what on a lighting network: as its maker prints it, from a table. */
export function Slots({
  entry,
  save,
  failed,
}: {
  readonly entry: KitFixture;
  /** Null for what nobody may change. */
  readonly save: ((change: Partial<KitEntry>) => void) | null;
  readonly failed: (error: unknown) => void;
}) {
  const styles = useStyles();
  const { fixture } = entry;
  if (fixture.kind === 'flash') return null;
  const { layout } = fixture;
  const put = (next: Layout) => save?.({ fixture: { ...fixture, layout: next } as Fixture });
  const take = async () => {
    const file = await chooseFile('.csv,.txt,.tsv,text/csv,text/plain');
    if (!file) return;
    try {
      put(await study().readLayout(await textOf(file, LARGEST_SPECTRUM_FILE)));
    } catch (error) {
      failed(error);
    }
  };
  return (
    <Section flush title="On a lighting network" aside={layout.length ? `${slotsOfLayout(layout)} slots` : ''}>
      {layout.map(({ slot, drives, byte, low, high }) => (
        <View key={slot} style={styles.row}>
          <Text narrow quiet style={{ width: 32 }} align="right">
            {slot}
          </Text>
          <Text style={{ flex: 1 }}>
            {DRIVE_NAMES[drives]}
            {byte === 'fine' ? ', fine' : ''}
          </Text>
          <Text narrow quiet>
            {drives === 'fixed' ? low : `${low} to ${high}${DRIVE_UNITS[drives].unit ? ` ${DRIVE_UNITS[drives].unit}` : ''}`}
          </Text>
        </View>
      ))}
      {layout.length === 0 ? (
        <Text size="label" quiet>
          Its slots are not known: it is sent the nine of the stand-ins. A table with slot, channel, byte, low and high says what
          its maker prints; docs/fixture-file.md has the channels.
        </Text>
      ) : null}
      {save ? (
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label={layout.length ? 'Another table' : 'Slots from a table'} icon="file-text" onPress={() => void take()} />
          {layout.length ? <Button label="Forget them" onPress={() => put([])} /> : null}
          {layout.length ? (
            <Button
              label="Save as CSV"
              icon="upload"
              onPress={() => download(new Blob([layoutCsv(layout)], { type: 'text/csv' }), `${fileName(entry.name)}.slots.csv`)}
            />
          ) : null}
        </View>
      ) : null}
    </Section>
  );
}
