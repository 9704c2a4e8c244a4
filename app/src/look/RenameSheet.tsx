import { useState } from 'react';
import { Button } from '../ui/Button';
import { Field } from '../ui/Field';
import { Sheet } from '../ui/Sheet';
import { rename } from './edits';
import { useOpenLook } from './store';

/** Names the open look anew. */
export function RenameSheet({ onClose }: { readonly onClose: () => void }) {
  const [title, setTitle] = useState(() => useOpenLook.getState().look?.title ?? '');
  const error = title.trim() ? null : 'Title is empty; give the look a name.';
  const done = () => {
    if (error) return;
    rename(title);
    onClose();
  };
  return (
    <Sheet title="Name of the look" onClose={onClose}>
      <Field label="Title" value={title} onChange={setTitle} onSubmit={done} error={error} autoFocus />
      <Button label="Rename" filled disabled={error !== null} onPress={done} />
    </Sheet>
  );
}
