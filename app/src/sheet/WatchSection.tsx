import type { WatchedFile, WatchState } from '@fulgent/core/contracts';
import type { Href } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { LinkRow } from '../ui/LinkRow';
import { Section } from '../ui/Section';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { when } from '../ui/when';

const ASK_AGAIN_MS = 2000;
const SHOWN = 8;

/** The folder that the server watches: whether its pictures come in here, and what came. Nothing where none is watched. */
export function WatchSection({ lookId, onTaken }: { readonly lookId: string; readonly onTaken: () => void }) {
  const { data: watch, mutate } = useSWR<WatchState>(api.watch, { refreshInterval: ASK_AGAIN_MS });
  const taken = watch?.files.filter(({ state }) => state === 'taken').length ?? 0;
  useEffect(() => {
    if (taken > 0) onTaken();
    // Only what came in is news.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [taken]);
  if (!watch?.folder) return null;
  const isLive = watch.lookId === lookId;
  const set = async () => {
    try {
      await mutate(api.setLive(isLive ? '' : lookId), { revalidate: false });
    } catch (error) {
      say(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <Section title="Watched folder" aside={watch.folder}>
      <View style={{ flexDirection: 'row' }}>
        <Button label={isLive ? 'Pictures come in here' : 'Let pictures come in here'} on={isLive} onPress={() => void set()} />
      </View>
      <Text size="label" quiet>
        {isLive
          ? 'What is written there from now on, whole, becomes a frame of this look. The files stay where they are.'
          : watch.lookId
            ? 'They go to another look now.'
            : 'They wait until a look takes them.'}
      </Text>
      {watch.problem ? (
        <Text weight="strong" role="alert">
          {watch.problem}
        </Text>
      ) : null}
      <View testID="watched">
        {watch.files.slice(0, SHOWN).map((file) => (
          <File key={file.name} file={file} lookId={isLive ? lookId : null} />
        ))}
      </View>
      {watch.files.length > SHOWN ? (
        <Text size="small" quiet>
          {watch.files.length - SHOWN} more.
        </Text>
      ) : null}
    </Section>
  );
}

const STATE_NAMES: Readonly<Record<WatchedFile['state'], string>> = { waiting: 'waits', taken: 'came in', refused: 'not read' };

function File({
  file: { name, at, state, frameId, why },
  lookId,
}: {
  readonly file: WatchedFile;
  readonly lookId: string | null;
}) {
  const said = [STATE_NAMES[state], when(new Date(at).toISOString()), why].filter(Boolean).join(' · ');
  if (frameId && lookId)
    return <LinkRow href={`/looks/${lookId}/sheet/frame?frame=${frameId}` as Href} name={name} text={said} />;
  return (
    <View style={{ paddingVertical: SPACE.s }}>
      <Text numberOfLines={1}>{name}</Text>
      <Text size="label" quiet>
        {said}
      </Text>
    </View>
  );
}
