import type { WhatIs as Words } from '@fulgent/words';
import { useState } from 'react';
import { IconButton } from './Button';
import { Sheet } from './Sheet';
import { Text } from './Text';

/** A question mark beside a figure: what it is, in one paragraph with this look's own numbers. */
export function WhatIs({ words }: { readonly words: Words }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <IconButton icon="help-circle" label={`What is this: ${words.title}`} onPress={() => setOpen(true)} />
      {open ? (
        <Sheet title={words.title} onClose={() => setOpen(false)}>
          <Text testID="what-is">{words.text}</Text>
        </Sheet>
      ) : null}
    </>
  );
}
