import { LIMITS, type Look } from '@fulgent/core/document';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { SPACE, themed, TOUCH, useTheme } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Dial } from '../ui/Dial';
import { Field } from '../ui/Field';
import { Icon } from '../ui/Icon';
import { Section } from '../ui/Section';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { changeAmbientLight } from './edits';

const useStyles = themed((t) => ({
  row: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1, borderBottomColor: t.line },
  check: { flex: 1, flexDirection: 'row', alignItems: 'center', gap: SPACE.m, minHeight: TOUCH + 4 },
}));

/** Windows, doors and cracks that are to be closed: a list to work off, then a black frame to prove it. */
export function OpeningsSection({ look }: { readonly look: Look }) {
  const styles = useStyles();
  const theme = useTheme();
  const [adding, setAdding] = useState(false);
  const { openings } = look.ambient;
  /** Each act is a step of its own to take back. */
  const put = (act: string, next: typeof openings) => changeAmbientLight(`openings.${act}`, { openings: next });
  const open = openings.filter(({ done }) => !done).length;
  return (
    <Section
      title="To close off"
      aside={openings.length ? (open ? `${open} still open` : 'all closed: prove it below') : 'nothing listed'}
    >
      {openings.map(({ id, name, count, done }) => (
        <View key={id} style={styles.row}>
          <Pressable
            style={styles.check}
            role="checkbox"
            aria-checked={done}
            aria-label={`${name}, ${count}`}
            onPress={() =>
              put(
                `done.${id}`,
                openings.map((one) => (one.id === id ? { ...one, done: !done } : one)),
              )
            }
          >
            <Icon name={done ? 'check-square' : 'square'} size={19} color={theme.text} />
            <Text style={{ flex: 1 }} quiet={done}>
              {count > 1 ? `${count} × ` : ''}
              {name}
            </Text>
          </Pressable>
          <IconButton
            icon="x"
            label={`Remove ${name}`}
            onPress={() =>
              put(
                `remove.${id}`,
                openings.filter((one) => one.id !== id),
              )
            }
          />
        </View>
      ))}
      <Button label="Add an opening" icon="plus" disabled={openings.length >= LIMITS.places} onPress={() => setAdding(true)} />
      {adding ? (
        <AddOpening
          onClose={() => setAdding(false)}
          onAdd={(name, count) => {
            let n = openings.length + 1;
            while (openings.some(({ id }) => id === `opening-${n}`)) n++;
            put('add', [...openings, { id: `opening-${n}`, name, count, done: false }]);
            setAdding(false);
          }}
        />
      ) : null}
    </Section>
  );
}

function AddOpening({ onAdd, onClose }: { readonly onAdd: (name: string, count: number) => void; readonly onClose: () => void }) {
  const [name, setName] = useState('');
  const [count, setCount] = useState(1);
  const [error, setError] = useState<string | null>(null);
  const add = () => {
    const title = name.trim();
    if (!title) setError('Say what it is: a window, a door, a crack.');
    else if (title.length > 120) setError('It may have 120 characters at most.');
    else onAdd(title, Math.round(count));
  };
  return (
    <Sheet title="Add an opening" onClose={onClose}>
      <Field label="What, and how it is closed" value={name} onChange={setName} onSubmit={add} error={error} autoFocus />
      <Dial label="How many" value={count} onChange={setCount} low={1} high={200} />
      <Button label="Add" filled onPress={add} />
    </Sheet>
  );
}
