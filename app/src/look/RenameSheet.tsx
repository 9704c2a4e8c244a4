import { useState } from 'react';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Sheet } from '../ui/Sheet';
import { EarlierSheet } from './EarlierSheet';
import { rename } from './edits';
import { useOpenLook } from './store';

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
      <Button label="Earlier versions" onPress={() => setEarlier(true)} />
    </Sheet>
  );
}
