import { useState } from 'react';
import { Image, View } from 'react-native';
import { api } from '../api/client';

const ASPECT = 0.74;

interface Props {
  readonly id: string;
  readonly revision: number;
  readonly patches: Readonly<Record<string, string>>;
  readonly title: string;
  readonly width: number;
}

/** The picture of a look on its card, as the server drew it once for this revision; the colour of its backdrop until it is there. */
export function Thumbnail({ id, revision, patches, title, width }: Props) {
  const [lost, setLost] = useState(false);
  const height = Math.round(width * ASPECT);
  return (
    <View style={{ width, height, overflow: 'hidden', backgroundColor: patches['backdrop'] ?? '#000000' }} testID="light-colour">
      {lost ? null : (
        <Image
          source={{ uri: api.lookPicture(id, revision) }}
          style={{ width, height }}
          resizeMode="cover"
          accessibilityLabel={`${title}, simulated`}
          onError={() => setLost(true)}
        />
      )}
    </View>
  );
}
