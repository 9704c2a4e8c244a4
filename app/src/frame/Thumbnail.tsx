import { View } from 'react-native';
import useSWRImmutable from 'swr/immutable';
import { api, type StoredLook } from '../api/client';
import { FrameCanvas } from './FrameCanvas';

const ASPECT = 0.74;

interface Props {
  readonly id: string;
  readonly revision: number;
  readonly patches: Readonly<Record<string, string>>;
  readonly title: string;
  readonly width: number;
}

/** The picture of a look on its card, over the colour of its backdrop until it is drawn. */
export function Thumbnail({ id, revision, patches, title, width }: Props) {
  // A revision never changes: what is fetched for it stands.
  const { data } = useSWRImmutable(['thumbnail', id, revision], (): Promise<StoredLook> => api.readLook(id));
  const height = Math.round(width * ASPECT);
  return (
    <View style={{ width, height, overflow: 'hidden', backgroundColor: patches['backdrop'] ?? '#000000' }} testID="light-colour">
      {data ? <FrameCanvas small look={data.look} width={width} height={height} label={`${title}, simulated`} /> : null}
    </View>
  );
}
