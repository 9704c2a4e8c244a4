import { useState } from 'react';
import { View } from 'react-native';
import useSWR, { useSWRConfig } from 'swr';
import type { ArchiveOutcome, DatabaseCopy } from '@fulgent/core/contracts';
import { api, ApiError } from '../api/client';
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

interface Refused {
  readonly problems: readonly string[];
  readonly anyway: { readonly label: string; readonly run: () => void } | undefined;
}

/** What taking an archive in did, in words. */
const outcomeWords = ({ added, same, beside, left }: ArchiveOutcome) =>
  [
    `${added} added`,
    `${same} here already`,
    ...(beside ? [`${beside} stand beside what was changed here`] : []),
    ...(left ? [`${left} ${left === 1 ? 'frame' : 'frames'} left out`] : []),
  ].join(', ') + '.';

/** Everything out and in as one file, and verified copies of the database. */
export function BackupPage() {
  const { mutate: refresh } = useSWRConfig();
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<Refused | null>(null);
  const work = async (make: () => Promise<string>, anyway?: () => void) => {
    setBusy(true);
    setRefused(null);
    try {
      say(await make());
    } catch (failure) {
      setRefused({
        problems: problemLines(failure),
        anyway:
          failure instanceof ApiError && failure.canLeave && anyway
            ? { label: 'Take it in without them', run: anyway }
            : undefined,
      });
    } finally {
      setBusy(false);
    }
  };
  const take = (file: File, leaveUnread: boolean): Promise<void> =>
    work(
      async () => {
        const outcome = await api.takeArchive(file, leaveUnread);
        await refresh(() => true);
        return outcomeWords(outcome);
      },
      () => void take(file, true),
    );
  const choose = () => void chooseFile('.zip,application/zip').then((file) => (file ? take(file, false) : undefined));
  return (
    <View style={{ gap: SPACE.m }}>
      <Section flush title="One file" aside="ZIP of JSON and pictures">
        <Text>Shoots, looks with their history, kit and test frames. Keep it on another machine.</Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
          <Button label="Save everything" icon="download" onPress={() => window.location.assign(api.backup)} />
          <Button label={busy ? 'Working …' : 'Take one in'} disabled={busy} onPress={choose} />
        </View>
        <Text size="label" quiet>
          All of a file is checked before any of it is taken in. What is here already stays; what differs is put beside it.
        </Text>
      </Section>
      <Copies busy={busy} work={work} />
      {refused ? <ProblemSheet {...refused} onClose={() => setRefused(null)} /> : null}
    </View>
  );
}

interface CopiesProps {
  readonly busy: boolean;
  /** Does something and says what came of it. */
  readonly work: (make: () => Promise<string>) => Promise<void>;
}

function Copies({ busy, work }: CopiesProps) {
  const { data: copies, mutate } = useSWR<DatabaseCopy[], Error>(api.copies);
  return (
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
  );
}
