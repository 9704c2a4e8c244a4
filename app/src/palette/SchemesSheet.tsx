import { SCHEMES, type Look, type SchemeId } from '@fulgent/core/document';
import { missedColourWords, SCHEME_WORDS } from '@fulgent/words';
import type { MadePalette } from '@fulgent/core/planning';
import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { useKitEntries } from '../kit/useKit';
import { ComparedPicture } from '../look/ComparedPicture';
import { undo } from '../look/store';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { PictureChoice } from '../ui/PictureChoice';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { study } from '../workers/study';
import { takePalette, withScheme } from './edits';

interface Made {
  readonly id: SchemeId;
  readonly made: MadePalette;
}

/** Schemes as pictures of this look: each made with the kit and balanced before it is chosen, one after the other. */
export function SchemesSheet({ look, onClose }: { readonly look: Look; readonly onClose: () => void }) {
  const kit = useKitEntries();
  const [made, setMade] = useState<readonly Made[]>([]);
  const [failure, setFailure] = useState<string | null>(null);
  const [chosen, setChosen] = useState<SchemeId | null>(null);
  useEffect(() => {
    let isClosed = false;
    const { baseHueDeg, leanDeg } = look.palette;
    void (async () => {
      setMade([]);
      try {
        for (const id of SCHEMES) {
          if (id === 'own') continue;
          const one = await study().makePalette(withScheme(look, id, baseHueDeg, leanDeg), kit);
          if (isClosed) return;
          setMade((before) => [...before, { id, made: one }]);
        }
      } catch (error) {
        if (!isClosed) setFailure(error instanceof Error ? error.message : String(error));
      }
    })();
    return () => {
      isClosed = true;
    };
  }, [look, kit]);
  const one = made.find(({ id }) => id === chosen);
  const isWhole = made.length === SCHEMES.length - 1;
  return (
    <Sheet title="Schemes in this picture" onClose={onClose}>
      <Text size="label" quiet>
        Each on this look’s lights, with what the kit can make of it, and balanced.
      </Text>
      {failure ? <Text role="alert">{failure}</Text> : null}
      {one ? (
        <View style={{ gap: SPACE.s }} testID="scheme">
          <ComparedPicture before={look} after={one.made.balanced} />
          <Text>{SCHEME_WORDS[one.id].text}</Text>
          {one.made.missed.map((missed, i) => (
            <Text key={i} role="alert">
              {missedColourWords(missed)}
            </Text>
          ))}
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            <Button
              label="Set and balance"
              filled
              onPress={() => {
                takePalette(one.made.balanced);
                say(`${SCHEME_WORDS[one.id].name}: colours set, powers balanced.`, { label: 'Undo', run: undo });
                onClose();
              }}
            />
          </View>
        </View>
      ) : null}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        {made.map(({ id, made: { balanced } }) => (
          <PictureChoice
            key={id}
            name={SCHEME_WORDS[id].name}
            look={balanced}
            on={id === chosen}
            onPress={() => setChosen(id === chosen ? null : id)}
          />
        ))}
      </View>
      {isWhole || failure ? null : (
        <Text quiet role="status">
          {made.length} of {SCHEMES.length - 1} are made …
        </Text>
      )}
    </Sheet>
  );
}
