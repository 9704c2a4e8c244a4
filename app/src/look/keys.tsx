import { useRouter } from 'expo-router';
import { useEffect, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { holdComparison } from '../frame/comparison';
import { SPACE, themed } from '../theme/theme';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { STEPS } from './steps';
import { balanceLook, redo, undo } from './store';

const useStyles = themed((t) => ({
  row: { flexDirection: 'row', gap: SPACE.m, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
}));

/** What keys do in a look, as they are listed. */
const KEYS: readonly (readonly [keys: string, does: string])[] = [
  [`1 to ${STEPS.length}`, STEPS.map(({ name }) => name).join(', ')],
  ['B', 'Balance the powers'],
  ['Space, held', 'The picture as it was opened, or what it is compared with'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Y', 'Redo'],
  ['Tab', 'To the next control; Enter or Space presses it'],
  [
    'Arrows',
    'On a light’s strip: left and right by its steps, up and down to the next light; in a choice: the next and the one before',
  ],
  ['Page up, down', 'On a light’s strip: a whole stop; Home and End: its ends'],
  ['Esc', 'Closes what lies over the page'],
  ['?', 'This list'],
];

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement;

/** Whether Space would press nothing there. */
const isFree = (target: EventTarget | null) =>
  target instanceof Element && !target.closest('button, a, [role=button], [role=radio], [role=link], [role=slider]');

/** Keys of a look; gives the list of them while that is asked for. */
export function useKeys(id: string): ReactNode {
  const router = useRouter();
  const [listed, setListed] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target)) return;
      const key = event.key.toLowerCase();
      if (event.ctrlKey || event.metaKey) {
        if (key === 'z' && !event.shiftKey) undo();
        else if (key === 'y' || (key === 'z' && event.shiftKey)) redo();
        else return;
      } else {
        // A sheet that is open has the keys to itself.
        if (event.altKey || document.querySelector('[role=dialog]')) return;
        const step = STEPS[Number(key) - 1];
        if (step) router.navigate(`/looks/${id}/${step.id}`);
        else if (key === 'b') void balanceLook();
        else if (key === '?') setListed(true);
        else if (key === ' ' && isFree(event.target)) holdComparison(true);
        else return;
      }
      event.preventDefault();
    };
    const onUp = (event: KeyboardEvent) => {
      if (event.key === ' ') holdComparison(false);
    };
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onUp);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onUp);
    };
  }, [id, router]);
  return listed ? <KeysSheet onClose={() => setListed(false)} /> : null;
}

function KeysSheet({ onClose }: { readonly onClose: () => void }) {
  const styles = useStyles();
  return (
    <Sheet title="Keys" onClose={onClose}>
      <View role="list">
        {KEYS.map(([keys, does]) => (
          <View key={keys} style={styles.row} role="listitem">
            <Text weight="strong" style={{ width: 84 }}>
              {keys}
            </Text>
            <Text style={{ flex: 1 }}>{does}</Text>
          </View>
        ))}
      </View>
    </Sheet>
  );
}
