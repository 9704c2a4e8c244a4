import { useState } from 'react';
import { View } from 'react-native';
import useSWRImmutable from 'swr/immutable';
import { api, type StoredLook } from '../api/client';
import { FrameCanvas } from './FrameCanvas';
import { LookPicture, type Patches } from './LookPicture';

const ASPECT = 0.74;

interface Props {
  readonly id: string;
  readonly revision: number;
  readonly patches: Patches;
  readonly title: string;
  readonly width: number;
}

/** The picture of a look on its card: flat colours of its places until it is drawn. */
export function Thumbnail({ id, revision, patches, title, width }: Props) {
  const [drawn, setDrawn] = useState(false);
  // A revision never changes: what is fetched for it stands.
  const { data } = useSWRImmutable(['thumbnail', id, revision], (): Promise<StoredLook> => api.readLook(id));
  const height = Math.round(width * ASPECT);
  return (
    <View style={{ width, height, overflow: 'hidden', backgroundColor: '#000000' }}>
      {data ? (
        <FrameCanvas
          small
          look={data.look}
          width={width}
          height={height}
          label={`${title}, simulated`}
          onDone={() => setDrawn(true)}
        />
      ) : null}
      {drawn ? null : (
        <View style={{ position: 'absolute', left: 0, top: 0 }}>
          <LookPicture patches={patches} width={width} height={height} />
        </View>
      )}
    </View>
  );
}
