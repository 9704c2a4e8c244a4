import { useEffect, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { useSWRConfig } from 'swr';
import { api, ApiError, whenLocked } from '../api/client';
import { openLook, saveNow, sendDrafts, useOpenLook } from '../look/store';
import { SPACE, themed } from '../theme/theme';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Text } from '../ui/Text';

const useStyles = themed((t) => ({
  page: {
    position: 'absolute',
    inset: 0,
    backgroundColor: t.ground,
    justifyContent: 'center',
    alignItems: 'center',
    padding: SPACE.l,
  },
  inner: { width: '100%', maxWidth: 360, gap: SPACE.m },
}));

/** Asks for the passcode when the server wants it. What is open behind stays as it is, unsent edits included. */
export function Door({ children }: { readonly children: ReactNode }) {
  const styles = useStyles();
  const { mutate } = useSWRConfig();
  const [locked, setLocked] = useState(false);
  const [passcode, setPasscode] = useState('');
  const [error, setError] = useState<string | null>(null);
  useEffect(() => whenLocked(() => setLocked(true)), []);
  useEffect(() => void sendDrafts(), []);
  const enter = async () => {
    try {
      await api.enter(passcode);
      setPasscode('');
      setError(null);
      setLocked(false);
      await mutate(() => true);
      await saveNow();
      void sendDrafts();
      const { id, failure } = useOpenLook.getState();
      if (id && failure) await openLook(id);
    } catch (failure) {
      setError(failure instanceof ApiError || failure instanceof Error ? failure.message : String(failure));
    }
  };
  return (
    <>
      {children}
      {locked ? (
        <View style={styles.page} role="dialog" aria-label="Passcode" aria-modal>
          <View style={styles.inner}>
            <Text size="huge" weight="strong" role="heading" aria-level={1}>
              Fulgent
            </Text>
            <Field secret label="Passcode" value={passcode} onChange={setPasscode} onSubmit={() => void enter()} error={error} />
            <Button label="Enter" filled onPress={() => void enter()} disabled={passcode.length === 0} />
            <Text size="label" quiet>
              It is what the server was started with. Ask whoever runs it.
            </Text>
          </View>
        </View>
      ) : null}
    </>
  );
}
