import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Sheet } from '../ui/Sheet';
import { say } from '../ui/Toasts';
import { Text } from '../ui/Text';
import { resolveConflict, useOpenLook } from './store';

const SHOWN_PLACES = 6;

/** Asks what to do when the same thing was changed here and elsewhere. Nothing is lost with any answer. */
export function ConflictSheet() {
  const conflict = useOpenLook((state) => state.conflict);
  if (!conflict) return null;
  const settle = (choice: 'mine' | 'theirs' | 'both') => () =>
    resolveConflict(choice).catch((error: unknown) => say(error instanceof Error ? error.message : String(error)));
  return (
    <Sheet title="Changed elsewhere" onClose={settle('both')}>
      <Text>This look was changed in another window at the same places. What only one side changed is kept either way.</Text>
      <View>
        {conflict.places.slice(0, SHOWN_PLACES).map((place) => (
          <Text key={place} size="label" quiet>
            {place || 'the whole look'}
          </Text>
        ))}
        {conflict.places.length > SHOWN_PLACES ? (
          <Text size="label" quiet>
            and {conflict.places.length - SHOWN_PLACES} more
          </Text>
        ) : null}
      </View>
      <View style={{ gap: SPACE.s }}>
        <Button label="Keep mine at these places" filled onPress={settle('mine')} />
        <Button label="Take theirs" onPress={settle('theirs')} />
        <Button label="Keep both, mine as a new look" onPress={settle('both')} />
      </View>
    </Sheet>
  );
}
