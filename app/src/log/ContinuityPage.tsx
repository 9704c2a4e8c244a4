import { useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import type { StoredLook } from '@fulgent/core/contracts';
import { continuityWords, type ContinuityLine } from '@fulgent/words';
import { SPACE, themed } from '../theme/theme';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { LookPick, useLooks } from './LookPick';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    gap: SPACE.s,
    alignItems: 'center',
    minHeight: 44,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  swatch: { width: 26, height: 18, borderWidth: 1, borderColor: t.line },
  alarm: { borderLeftWidth: 3, borderLeftColor: t.text, paddingLeft: SPACE.s },
}));

const isColour = (text: string) => /^#[0-9a-f]{6}$/i.test(text);

/** Two shots of one scene held against each other. */
export function ContinuityPage() {
  const looks = useLooks();
  const [first, setFirst] = useState<string | null>(null);
  const [second, setSecond] = useState<string | null>(null);
  const [a, b] = [first ?? looks[0]?.id ?? null, second ?? looks[1]?.id ?? null];
  const read = (id: string | null) => (id ? `/api/looks/${id}` : null);
  const { data: one } = useSWR<StoredLook, Error>(read(a));
  const { data: other } = useSWR<StoredLook, Error>(read(b));
  const { value } = useStudy(
    () => (one && other ? study().continuity(one.look, other.look) : Promise.resolve([])),
    `${one?.id} ${one?.revision} ${other?.id} ${other?.revision}`,
  );
  const items = value ?? [];
  const alarms = items.filter(({ alarm }) => alarm);
  return (
    <View style={{ gap: SPACE.m }}>
      <LookPick label="First" value={a} onPick={setFirst} />
      <LookPick label="Second" value={b} onPick={setSecond} />
      {items.length ? (
        <Section
          flush
          title={alarms.length ? `${alarms.length} would be seen in a cut` : 'These cut together'}
          aside="first, second"
        >
          {items.map((item, i) => (
            <Row key={i} alarm={item.alarm} line={continuityWords(item)} />
          ))}
        </Section>
      ) : null}
    </View>
  );
}

interface RowProps {
  readonly alarm: boolean;
  readonly line: ContinuityLine;
}

function Row({ alarm, line: { what, first, second, text } }: RowProps) {
  const styles = useStyles();
  const side = (value: string, key: string) =>
    isColour(value) ? (
      <View key={key} style={[styles.swatch, { backgroundColor: value }]} testID="light-colour" />
    ) : (
      <Text key={key} narrow weight="medium" style={{ width: 58 }} align="right">
        {value}
      </Text>
    );
  return (
    <View style={[styles.row, alarm && styles.alarm]} testID={alarm ? 'alarm' : 'same'}>
      <View style={{ flex: 1 }}>
        <Text weight={alarm ? 'strong' : 'regular'}>{what}</Text>
        <Text size="small" quiet>
          {text}
        </Text>
      </View>
      {side(first, 'first')}
      {side(second, 'second')}
    </View>
  );
}
