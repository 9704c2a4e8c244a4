import { useState } from 'react';
import { View } from 'react-native';
import useSWR, { useSWRConfig } from 'swr';
import type { DatabaseCopy } from '@fulgent/core/contracts';
import { api } from '../api/client';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { chooseFile } from '../ui/files';
import { problemLines } from '../ui/problems';
import { ProblemSheet } from '../ui/ProblemSheet';
import { Section } from '../ui/Section';
import { Table } from '../ui/Table';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';

const size = (bytes: number) => (bytes < 1e6 ? `${Math.round(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

/** Everything out and in as one file, and verified copies of the database. */
export function BackupPage() {
  const { data: copies, mutate } = useSWR<DatabaseCopy[], Error>(api.copies);
  const { mutate: refresh } = useSWRConfig();
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<readonly string[] | null>(null);
  const work = async (make: () => Promise<string>) => {
    setBusy(true);
    try {
      say(await make());
    } catch (failure) {
      setProblems(problemLines(failure));
    } finally {
      setBusy(false);
    }
  };
  const take = () =>
    void chooseFile('.zip,application/zip').then((file) =>
      file
        ? work(async () => {
            const { added, same, beside } = await api.takeArchive(file);
            await refresh(() => true);
            return `${added} added, ${same} here already${beside ? `, ${beside} stand beside what was changed here` : ''}.`;
          })
        : undefined,
    );
  return (
    <View style={{ gap: SPACE.m }}>
      <Section flush title="One file" aside="ZIP of JSON and pictures">
        <Text>Shoots, looks with their history, kit and test frames. Keep it on another machine.</Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label="Save everything" icon="download" onPress={() => window.location.assign(api.backup)} />
          <Button label={busy ? 'Working …' : 'Take one in'} disabled={busy} onPress={take} />
        </View>
        <Text size="label" quiet>
          All of a file is checked before any of it is taken in. What is here already stays; what differs is put beside it.
        </Text>
      </Section>
      <Section flush title="Copies of the database" aside="made daily, read back in full">
        <View style={{ flexDirection: 'row' }}>
          <Button
            label="Make one now"
            disabled={busy}
            onPress={() =>
              void work(async () => {
                const copy = await api.makeCopy();
                await mutate();
                return `${copy.name} is made and read back.`;
              })
            }
          />
        </View>
        {copies?.length ? (
          <Table
            label="Copies"
            columns={['Copy', 'Size']}
            first={2.4}
            rows={copies.map(({ name, at, bytes }) => ({
              id: name,
              cells: [when(new Date(at).toISOString()), size(bytes)],
              note: name,
            }))}
          />
        ) : (
          <Text size="label" quiet>
            None yet.
          </Text>
        )}
        <Text size="label" quiet>
          They lie in the folder “copies” of the data. To put one back, stop the server first; the guide says how.
        </Text>
      </Section>
      {problems ? <ProblemSheet problems={problems} onClose={() => setProblems(null)} /> : null}
    </View>
  );
}
