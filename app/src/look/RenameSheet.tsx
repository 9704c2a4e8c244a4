import { stepWords } from '@fulgent/words';
import { useState } from 'react';
import { View } from 'react-native';
import { SPACE } from '../theme/theme';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { EarlierSheet } from './EarlierSheet';
import { rename } from './edits';
import { undoSteps, useOpenLook } from './store';

/** Names the open look anew, and leads to how it was before. */
export function RenameSheet({ onClose }: { readonly onClose: () => void }) {
  const [title, setTitle] = useState(() => useOpenLook.getState().look?.title ?? '');
  const id = useOpenLook((state) => state.id);
  const [isEarlier, setEarlier] = useState(false);
  const error = title.trim() ? null : 'Title is empty; give the look a name.';
  const done = () => {
    if (error) return;
    rename(title);
    onClose();
  };
  if (isEarlier && id) return <EarlierSheet id={id} onClose={onClose} />;
  return (
    <Sheet title="Name of the look" onClose={onClose}>
      <Field label="Title" value={title} onChange={setTitle} onSubmit={done} error={error} autoFocus />
      <Button label="Rename" filled disabled={error !== null} onPress={done} />
      <Steps onClose={onClose} />
      <Button label="Earlier versions" onPress={() => setEarlier(true)} />
    </Sheet>
  );
}

/** Steps that are listed. */
const LISTED = 12;

/** What was done since the look was opened, the last first: one press goes back to before it. */
function Steps({ onClose }: { readonly onClose: () => void }) {
  const look = useOpenLook((state) => state.look);
  const past = useOpenLook((state) => state.past);
  if (!look || past.length === 0) return null;
  const states = [...past.slice(-LISTED), look];
  const steps = states.slice(1).map((after, i) => stepWords(states[i]!, after));
  return (
    <View style={{ gap: SPACE.xs }} role="group" aria-label="What was done">
      <Text size="label" quiet>
        What was done, the last first. Go back to before it:
      </Text>
      {[...steps].reverse().map((words, i) => (
        <Button
          key={`${i} ${words}`}
          label={words}
          icon="corner-up-left"
          accessibilityLabel={`Back to before: ${words}`}
          onPress={() => {
            undoSteps(i + 1);
            onClose();
            say(`Back to before: ${words}. Redo goes forward again.`);
          }}
        />
      ))}
    </View>
  );
}
