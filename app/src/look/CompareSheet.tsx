import type { Revision } from '@fulgent/core/contracts';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { compareWith } from '../frame/comparison';
import { AS_OPENED } from '../frame/CompareOver';
import { SPACE } from '../theme/theme';
import { PictureChoice } from '../ui/PictureChoice';
import { useFrames } from '../sheet/useReading';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { whenExactly } from '../ui/when';
import { useOpenLook } from './store';

/** As many earlier versions are offered: those with a name first, then the newest. */
const MOST_VERSIONS = 8;

/** What the picture is to be held against: the look as it was opened, a version, or a test frame. */
export function CompareSheet({ id, onClose }: { readonly id: string; readonly onClose: () => void }) {
  const opened = useOpenLook((state) => state.opened);
  const { data: revisions } = useSWR<Revision[], Error>(api.revisions(id));
  const { data: frames } = useFrames(api.framesOf(id));
  const versions = [...(revisions ?? []).slice(1)]
    .sort((a, b) => Number(b.name !== '') - Number(a.name !== ''))
    .slice(0, MOST_VERSIONS);
  const choose = (against: Parameters<typeof compareWith>[0]) => {
    compareWith(against);
    onClose();
  };
  const toVersion = ({ revision, name, createdAt }: Revision) =>
    api.readRevision(id, revision).then(
      (look) => choose({ kind: 'look', name: name || whenExactly(createdAt), look }),
      (error: unknown) => say(error instanceof Error ? error.message : String(error)),
    );
  return (
    <Sheet title="Compare with" onClose={onClose}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {opened ? (
          <PictureChoice
            name="As it was opened"
            look={opened}
            onPress={() => choose({ kind: 'look', name: AS_OPENED, look: opened })}
          />
        ) : null}
        {versions.map((version) => (
          <PictureChoice
            key={version.revision}
            name={version.name || whenExactly(version.createdAt)}
            url={api.lookPicture(id, version.revision)}
            onPress={() => void toVersion(version)}
          />
        ))}
        {frames?.map((frame) => (
          <PictureChoice
            key={frame.id}
            name={frame.name}
            url={api.framePicture(frame.id)}
            onPress={() => choose({ kind: 'photograph', name: frame.name, url: api.framePicture(frame.id) })}
          />
        ))}
      </View>
      <Text size="label" quiet>
        Drag the line to uncover one over the other. With a keyboard hold Space to see the other alone.
      </Text>
    </Sheet>
  );
}
