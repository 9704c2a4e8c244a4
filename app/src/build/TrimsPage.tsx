import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { netTrims, type Net } from '@fulgent/core/planning';
import { useState } from 'react';
import { View } from 'react-native';
import { undo } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';
import { addGroup, clearLedger, removeGroup, trim } from './edits';

const [THIRD, TENTH] = [1 / 3, 0.1];
const SHOWN = 40;

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.s,
    minHeight: 52,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
}));

/** Lights trimmed one by one or as groups, and the ledger of it all. */
export function TrimsPage({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const [name, setName] = useState('');
  const [picked, setPicked] = useState<readonly string[]>([]);
  const net = netTrims(look);
  const netOf = (id: string) => net.lights.find((one) => one.id === id);
  const trimmer = (ids: readonly string[], label: string, why: string, group = '') => (
    <>
      <Button label="−1/3" tight accessibilityLabel={`${label}: a third down`} onPress={() => trim(ids, -THIRD, why, group)} />
      <Button label="−0.1" tight accessibilityLabel={`${label}: a tenth down`} onPress={() => trim(ids, -TENTH, why, group)} />
      <Button label="+0.1" tight accessibilityLabel={`${label}: a tenth up`} onPress={() => trim(ids, TENTH, why, group)} />
      <Button label="+1/3" tight accessibilityLabel={`${label}: a third up`} onPress={() => trim(ids, THIRD, why, group)} />
    </>
  );
  return (
    <>
      <Section title="Lights" aside="net of all trims">
        {look.lights.map((light) => (
          <View key={light.id} style={styles.row} testID={`trim-${light.id}`}>
            <Text weight="medium" style={{ flex: 1 }}>
              {light.name}
            </Text>
            <Text narrow weight="strong" align="right" style={{ width: 52 }}>
              {netOf(light.id) ? formatStops(netOf(light.id)!.stops) : '–'}
            </Text>
            {trimmer([light.id], light.name, 'Trim')}
          </View>
        ))}
      </Section>
      <Groups look={look} net={net} trimmer={trimmer} picked={picked} setPicked={setPicked} name={name} setName={setName} />
      <LedgerSection look={look} />
    </>
  );
}

function LedgerSection({ look }: { readonly look: Look }) {
  return (
    <Section title="Ledger" aside={`${look.build.ledger.length} trims`}>
      {look.build.ledger.length ? (
        <>
          <Table
            label="Trims"
            columns={['Light', 'Stops', 'When']}
            rows={[...look.build.ledger]
              .reverse()
              .slice(0, SHOWN)
              .map(({ light, stops, at, why }, i) => ({
                id: `${at}-${light}-${i}`,
                cells: [look.lights.find(({ id }) => id === light)?.name ?? light, formatStops(stops), when(at)],
                note: why,
              }))}
          />
          <Button
            label="Clear the ledger"
            onPress={() => {
              clearLedger();
              say('The ledger is empty. Powers stay as they are.', { label: 'Undo', run: undo });
            }}
          />
        </>
      ) : (
        <Text quiet>What is trimmed here or taken in the build-up is written down.</Text>
      )}
    </Section>
  );
}

function Groups({
  look,
  net,
  trimmer,
  picked,
  setPicked,
  name,
  setName,
}: {
  readonly look: Look;
  readonly net: Net;
  readonly trimmer: (ids: readonly string[], label: string, why: string, group?: string) => React.JSX.Element;
  readonly picked: readonly string[];
  readonly setPicked: (next: readonly string[]) => void;
  readonly name: string;
  readonly setName: (next: string) => void;
}) {
  const styles = useStyles();
  return (
    <Section title="Groups" aside={`${look.build.groups.length}`}>
      {net.groups.map(({ id, name: title, stops, offsets }) => (
        <View key={id} style={styles.row} testID={`group-${id}`}>
          <View style={{ flex: 1 }}>
            <Text weight="strong">{title}</Text>
            <Text size="small" quiet numberOfLines={2}>
              {offsets.map((one) => `${one.name} ${formatStops(one.stops)}`).join(', ')}
            </Text>
          </View>
          <Text narrow weight="strong" align="right" style={{ width: 52 }}>
            {formatStops(stops)}
          </Text>
          {trimmer(
            offsets.map(({ lightId }) => lightId),
            title,
            title,
            id,
          )}
          <IconButton
            icon="x"
            label={`Remove ${title}`}
            onPress={() => {
              removeGroup(id);
              say(`${title} removed.`, { label: 'Undo', run: undo });
            }}
          />
        </View>
      ))}
      <View role="group" aria-label="Lights of the group" style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {look.lights.map((light) => (
          <Button
            key={light.id}
            label={light.name}
            on={picked.includes(light.id)}
            onPress={() =>
              setPicked(picked.includes(light.id) ? picked.filter((one) => one !== light.id) : [...picked, light.id])
            }
          />
        ))}
      </View>
      <Field label="Name of the group" value={name} onChange={setName} />
      <Button
        label="Make a group"
        icon="plus"
        disabled={picked.length < 2}
        onPress={() => {
          addGroup(name, picked);
          setName('');
          setPicked([]);
        }}
      />
      <Text size="label" quiet>
        A group keeps the offsets of its lights: where one of them is at the end of its range, all stop.
      </Text>
    </Section>
  );
}
