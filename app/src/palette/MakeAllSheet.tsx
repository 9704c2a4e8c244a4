import type { Look } from '@fulgent/core/document';
import type { MadeColour } from '@fulgent/core/planning';
import { madeWords, missedColourWords } from '@fulgent/words';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { ComparedPicture } from '../look/ComparedPicture';
import { undo } from '../look/store';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { useStudy } from '../workers/useStudy';
import { takePalette } from './edits';

/** Every colour of the palette on its light at once: what each gets, what cannot be reached, and the picture, before it is done. */
export function MakeAllSheet({ look, onClose }: { readonly look: Look; readonly onClose: () => void }) {
  const kit = useKitEntries();
  const { value, error } = useStudy(() => study().makePalette(look, kit), look);
  const take = (made: Look, said: string) => {
    takePalette(made);
    say(said, { label: 'Undo', run: undo });
    onClose();
  };
  return (
    <Sheet title="Make all of it" onClose={onClose}>
      {error ? <Text role="alert">{error}</Text> : null}
      {value || error ? null : <Text quiet>Searching the kit for every colour …</Text>}
      {value ? (
        <>
          <ComparedPicture before={look} after={value.balanced} />
          <View style={{ gap: SPACE.s }} testID="made">
            {value.made.map((made) => (
              <Made key={made.lightId} made={made} />
            ))}
            {value.missed.map((missed, i) => (
              <Text key={i} role="alert">
                {missedColourWords(missed)}
              </Text>
            ))}
          </View>
          {value.made.length ? (
            <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
              <Button label="Set and balance" filled onPress={() => take(value.balanced, 'Colours set, powers balanced.')} />
              <Button label="Set, leave powers" onPress={() => take(value.look, 'Colours set.')} />
            </View>
          ) : (
            <Text>Nothing can be made: give the colours lights first.</Text>
          )}
        </>
      ) : null}
    </Sheet>
  );
}

function Made({ made }: { readonly made: MadeColour }) {
  return (
    <View>
      <Text weight="medium">{made.light}</Text>
      <Text size="label" quiet={made.comes === 'near'}>
        {madeWords(made)}
      </Text>
    </View>
  );
}
