import type { Revision } from '@fulgent/core/contracts';
import { useState } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { api } from '../api/client';
import { SPACE, themed, TOUCH } from '../theme/theme';
import { Button, IconButton } from '../ui/Button';
import { Field } from '../ui/Field';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { Waiting } from '../ui/Waiting';
import { whenExactly } from '../ui/when';
import { edit, useOpenLook } from './store';

/** Rows that are shown at first, and more each time. */
const PAGE = 40;

const useStyles = themed((t) => ({
  version: { gap: SPACE.s, paddingVertical: SPACE.s, borderBottomWidth: 1, borderBottomColor: t.line },
  row: { flexDirection: 'row', alignItems: 'center', gap: SPACE.s, minHeight: TOUCH },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s },
}));

const problem = (error: unknown): void => say(error instanceof Error ? error.message : String(error));

/** The look as it was: any version comes back as one step that can be undone, and one with a name is kept for good. */
export function EarlierSheet({ id, onClose }: { readonly id: string; readonly onClose: () => void }) {
  const { data, error, mutate } = useSWR<Revision[], Error>(api.revisions(id));
  const [shown, setShown] = useState(PAGE);
  const goBack = ({ revision, createdAt }: Revision) =>
    void api.readRevision(id, revision).then((look) => {
      edit(`revision-${revision}`, () => look);
      onClose();
      say(`The look is as it was on ${whenExactly(createdAt)}. Undo brings back what was there.`);
    }, problem);
  const name = (revision: number, text: string) =>
    api
      .nameRevision(id, revision, text)
      .then(() => mutate())
      .then(
        () => true,
        (failure: unknown) => (problem(failure), false),
      );
  return (
    <Sheet title="Earlier versions" onClose={onClose}>
      <Text size="label" quiet>
        Older ones are thinned out: one a minute, then a few a day, then one a week. What has a name stays.
      </Text>
      {error ? <Text role="alert">{error.message}</Text> : null}
      {!data && !error ? <Waiting height={120} /> : null}
      {data?.slice(0, shown).map((one, i) => (
        <Version
          key={one.revision}
          version={one}
          isNow={i === 0}
          onBack={() => goBack(one)}
          onName={(text) => name(one.revision, text)}
        />
      ))}
      {data && data.length > shown ? (
        <Button label={`${data.length - shown} more`} onPress={() => setShown(shown + PAGE)} />
      ) : null}
    </Sheet>
  );
}

interface VersionProps {
  readonly version: Revision;
  readonly isNow: boolean;
  readonly onBack: () => void;
  readonly onName: (text: string) => Promise<boolean>;
}

function Version({ version, isNow, onBack, onName }: VersionProps) {
  const styles = useStyles();
  const [naming, setNaming] = useState<string | null>(null);
  const isSaved = useOpenLook(({ look, saved }) => look === saved);
  const at = whenExactly(version.createdAt);
  const keep = () =>
    void onName((naming ?? '').trim()).then((isNamed) => {
      if (isNamed) setNaming(null);
    });
  return (
    <View style={styles.version} testID={`version-${version.revision}`}>
      <View style={styles.row}>
        <View style={{ flex: 1 }}>
          <Text weight="strong">{version.name || at}</Text>
          <Text size="label" quiet>
            {[version.name ? at : '', version.by, isNow ? 'as it is saved now' : ''].filter(Boolean).join(' · ')}
          </Text>
        </View>
        {isNow && isSaved ? null : <Button label="Go back to this" onPress={onBack} />}
        <IconButton
          icon="bookmark"
          label={version.name ? 'Rename' : 'Keep under a name'}
          onPress={() => setNaming(naming === null ? version.name : null)}
        />
      </View>
      {naming === null ? null : (
        <View style={{ gap: SPACE.s }}>
          <Field label="What it is kept for" value={naming} onChange={setNaming} onSubmit={keep} most={120} autoFocus />
          <View style={styles.buttons}>
            <Button label="Keep" filled onPress={keep} />
            <Button label="Cancel" onPress={() => setNaming(null)} />
          </View>
        </View>
      )}
    </View>
  );
}
