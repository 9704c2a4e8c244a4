import { useEffect, useState } from 'react';
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

const [MOST_ASKED, PAUSE_MS] = [6, 2000];

/** The address of a picture that may still be drawn: asked for again a few times before it is taken for lost. */
function useAskedAgain(address: string) {
  const [failed, setFailed] = useState(0);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    if (failed === asked || failed >= MOST_ASKED) return undefined;
    const timer = setTimeout(() => setAsked(failed), PAUSE_MS);
    return () => clearTimeout(timer);
  }, [failed, asked]);
  return {
    uri: asked === 0 ? address : `${address}&again=${asked}`,
    isLost: failed >= MOST_ASKED,
    onError: () => setFailed(asked + 1),
  };
}

/** The picture of a look on its card, as the server drew it once for this revision; the colour of its backdrop until it is there. */
export function Thumbnail({ id, revision, patches, title, width }: Props) {
  const { uri, isLost, onError } = useAskedAgain(api.lookPicture(id, revision));
  const height = Math.round(width * ASPECT);
  return (
    <View style={{ width, height, overflow: 'hidden', backgroundColor: patches['backdrop'] ?? '#000000' }} testID="light-colour">
      {isLost ? null : (
        <Image
          source={{ uri }}
          style={{ width, height }}
          resizeMode="cover"
          accessibilityLabel={`${title}, simulated`}
          onError={onError}
        />
      )}
    </View>
  );
}
