import type { KitEntry } from '@fulgent/core/catalogue';
import { LARGEST_SPECTRUM_FILE, type GelList as ReadList } from '@fulgent/core/files';
import { resample } from '@fulgent/core/spectrum';
import { useState } from 'react';
import { View } from 'react-native';
import { api } from '../../api/client';
import { SPACE, themed } from '../../theme/theme';
import { Button } from '../../ui/Button';
import { chooseFile, textOf } from '../../ui/files';
import { Text } from '../../ui/Text';
import { study } from '../../workers/study';
import { gelFacts, JUDGED_ON } from '../gel-facts';

const useStyles = themed((t) => ({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: SPACE.m,
    minHeight: 40,
    borderBottomWidth: 1,
    borderBottomColor: t.line,
  },
  swatch: { width: 28, height: 28, borderRadius: 2 },
}));

/** Many gels from a table: seen before they are taken, and rows that are wrong named one by one. */
export function GelList({
  onTaken,
  failed,
}: {
  readonly onTaken: (said: string) => void;
  readonly failed: (error: unknown) => void;
}) {
  const [list, setList] = useState<ReadList | null>(null);
  const choose = async () => {
    const file = await chooseFile('.csv,.txt,.tsv,text/csv,text/plain');
    if (!file) return;
    try {
      setList(await study().readGelList(await textOf(file, LARGEST_SPECTRUM_FILE)));
    } catch (error) {
      setList(null);
      failed(error);
    }
  };
  const take = async () => {
    if (!list) return;
    try {
      const entries = list.gels.map(({ film: _, ...gel }): KitEntry => ({
        id: `own-${crypto.randomUUID().slice(0, 13)}`,
        note: '',
        archived: false,
        ...gel,
      }));
      const { added } = await api.importKit({ format: 'fulgent-kit', version: 1, entries });
      onTaken(`${added} gels added.`);
    } catch (error) {
      failed(error);
    }
  };
  return (
    <View style={{ gap: SPACE.m }}>
      <Text size="label" quiet>
        A table with a header: name; how it looks, by colour (#rrggbb) and stops, by r, g, b, or by x, y, Y; count, width_cm and
        height_cm where you know them.
      </Text>
      <View style={{ flexDirection: 'row' }}>
        <Button label={list ? 'Another list' : 'Choose the list'} icon="file-text" onPress={() => void choose()} />
      </View>
      {list ? (
        <>
          <Preview list={list} />
          <Button
            label={`Take ${list.gels.length} into the kit`}
            filled
            disabled={list.gels.length === 0}
            onPress={() => void take()}
          />
        </>
      ) : null}
    </View>
  );
}

/** What would be taken, and what cannot be. */
function Preview({ list }: { readonly list: ReadList }) {
  const styles = useStyles();
  return (
    <>
      <View testID="gel-list">
        {list.gels.map((gel, i) => {
          const facts = gelFacts(resample(gel.spectrum, 'transmittance'), JUDGED_ON[0]);
          return (
            <View key={`${i} ${gel.name}`} style={styles.row}>
              <View testID="light-colour" style={[styles.swatch, { backgroundColor: facts.hex }]} />
              <Text style={{ flex: 1 }} numberOfLines={1}>
                {gel.name}
              </Text>
              <Text size="label" quiet narrow>
                {facts.stopsLost.toFixed(1)} stops, {gel.count} of {gel.widthCm} × {gel.heightCm} cm
              </Text>
            </View>
          );
        })}
      </View>
      {list.problems.length ? (
        <View role="alert" style={{ gap: SPACE.xs }}>
          <Text weight="strong">{list.problems.length} cannot be taken:</Text>
          {list.problems.map(({ row, message }) => (
            <Text key={row} size="label">
              Row {row}: {message}
            </Text>
          ))}
        </View>
      ) : null}
      {list.unread.length ? (
        <Text size="label" quiet>
          Not read: {list.unread.join(', ')}.
        </Text>
      ) : null}
    </>
  );
}
