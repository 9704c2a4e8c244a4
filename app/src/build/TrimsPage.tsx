import type { Look } from '@fulgent/core/document';
import { formatStops } from '@fulgent/core/exposure';
import { netTrims, type Net } from '@fulgent/core/planning';
import { useState } from 'react';
import { View } from 'react-native';
import { kitOf, useKit } from '../kit/useKit';
import { undo } from '../look/store';
import { gelName } from '../look/words';
import { SPACE, themed } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Pick } from '../ui/Pick';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';
import { addGroup, clearLedger, gelGroup, muteGroup, removeGroup, soloGroup, trim } from './edits';

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
  group: { gap: SPACE.s, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  groupHead: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s },
  groupActs: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
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
      <Section title="Lights" aside="net of every change of power">
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
              say('Counting begins anew. Powers stay as they are.', { label: 'Undo', run: undo });
            }}
          />
        </>
      ) : (
        <Text quiet>What is trimmed here or taken in the build-up is written down.</Text>
      )}
    </Section>
  );
}

type Trimmer = (ids: readonly string[], label: string, why: string, group?: string) => React.JSX.Element;

/** Lights that go together: trimmed, muted, heard alone and gelled as one. */
function Group({
  look,
  group: { id, name, stops, offsets },
  trimmer,
}: {
  readonly look: Look;
  readonly group: Net['groups'][number];
  readonly trimmer: Trimmer;
}) {
  const styles = useStyles();
  const { stored } = useKit();
  const ids = offsets.map(({ lightId }) => lightId);
  const lights = look.lights.filter((light) => ids.includes(light.id));
  const isMuted = lights.length > 0 && lights.every(({ muted }) => muted);
  const isSolo = lights.length > 0 && look.lights.every(({ id: one, solo }) => solo === ids.includes(one));
  const gels = kitOf(stored, 'gel').filter(({ count }) => count >= lights.length);
  const worn = new Set(lights.map((light) => light.gels.map(({ gel }) => gelName(look, gel)).join(' + ') || 'none'));
  return (
    <View style={styles.group} testID={`group-${id}`}>
      <View style={styles.groupHead}>
        <View style={{ flex: 1 }}>
          <Text weight="strong">{name}</Text>
          <Text size="small" quiet numberOfLines={2}>
            {offsets.map((one) => `${one.name} ${formatStops(one.stops)}`).join(', ')}
          </Text>
        </View>
        <Text narrow weight="strong" align="right" style={{ width: 52 }}>
          {formatStops(stops)}
        </Text>
        <IconButton
          icon="x"
          label={`Remove ${name}`}
          onPress={() => {
            removeGroup(id);
            say(`${name} removed.`, { label: 'Undo', run: undo });
          }}
        />
      </View>
      <View style={styles.groupActs}>
        {trimmer(ids, name, name, id)}
        <Button label="Mute" tight on={isMuted} accessibilityLabel={`Mute ${name}`} onPress={() => muteGroup(ids, !isMuted)} />
        <Button label="Solo" tight on={isSolo} accessibilityLabel={`Solo ${name}`} onPress={() => soloGroup(ids, !isSolo)} />
      </View>
      {lights.some(({ fixture }) => fixture.kind !== 'colour') ? (
        <Pick
          label={`Gel of ${name}`}
          current={worn.size === 1 ? [...worn][0]! : 'several'}
          options={[{ id: '', name: 'None' }, ...gels.map((gel) => ({ id: gel.id, name: gel.name }))]}
          onPick={(gel) => gelGroup(ids, gels.find((one) => one.id === gel) ?? null)}
        />
      ) : null}
    </View>
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
  readonly trimmer: Trimmer;
  readonly picked: readonly string[];
  readonly setPicked: (next: readonly string[]) => void;
  readonly name: string;
  readonly setName: (next: string) => void;
}) {
  return (
    <Section title="Groups" aside={`${look.build.groups.length}`}>
      {net.groups.map((group) => (
        <Group key={group.id} look={look} group={group} trimmer={trimmer} />
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
