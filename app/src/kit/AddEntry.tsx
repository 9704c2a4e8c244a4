import type { KitEntry, KitKind } from '@fulgent/core/catalogue';
import { useState, type ComponentType } from 'react';
import { View } from 'react-native';
import { api } from '../api/client';
import { SPACE } from '../theme/theme';
import { problemLines } from '../ui/problems';
import { Sheet } from '../ui/Sheet';
import { Text } from '../ui/Text';
import { say } from '../ui/Toasts';
import { CameraForm } from './add/CameraForm';
import type { Draft, FormProps } from './add/fields';
import { FixtureForm } from './add/FixtureForm';
import { GelForm } from './add/GelForm';
import { ModifierForm } from './add/ModifierForm';
import { SurfaceForm } from './add/SurfaceForm';

interface Props {
  readonly kind: KitKind;
  readonly onClose: () => void;
  readonly onAdded: () => void;
}

const PLACEHOLDER_ID = 'new';

const TITLES: Record<KitKind, string> = {
  gel: 'Add a gel',
  fixture: 'Add a fixture',
  modifier: 'Add a modifier',
  camera: 'Add a camera',
  surface: 'Add a surface',
};

const FORMS: Record<KitKind, ComponentType<FormProps>> = {
  gel: GelForm,
  fixture: FixtureForm,
  modifier: ModifierForm,
  camera: CameraForm,
  surface: SurfaceForm,
};

/** Adds something of one's own: from a file, from measurements, or by hand. Everything is checked before anything is stored. */
export function AddEntry({ kind, onClose, onAdded }: Props) {
  const [problems, setProblems] = useState<readonly string[]>([]);
  const store = async (draft: Draft, count: number, { stay = false } = {}) => {
    setProblems([]);
    try {
      const { entry } = await api.createEntry({ id: PLACEHOLDER_ID, note: '', archived: false, count, ...draft } as KitEntry);
      onAdded();
      if (!stay) onClose();
      say(`${entry.name} added.`);
    } catch (error) {
      setProblems(problemLines(error));
    }
  };
  const failed = (error: unknown) => setProblems(problemLines(error));
  const Form = FORMS[kind];
  return (
    <Sheet title={TITLES[kind]} onClose={onClose}>
      <Form
        store={store}
        failed={failed}
        done={(said) => {
          onAdded();
          onClose();
          say(said);
        }}
      />
      {problems.length ? (
        <View role="alert" style={{ gap: SPACE.xs }}>
          {problems.map((line) => (
            <Text key={line} weight="strong">
              {line}
            </Text>
          ))}
          <Text quiet>Nothing was stored.</Text>
        </View>
      ) : null}
    </Sheet>
  );
}
