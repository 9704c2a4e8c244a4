import { firstFaces, firstPicture } from '@fulgent/core/planning';
import { useState } from 'react';
import { useOwnOnly } from '../kit/useKit';
import type { Seen } from './choices';
import first from './first.json';

/** Addresses of what was drawn beforehand of choices, see `npm run first-pictures`; null where there is nothing. */
export function useFirst() {
  const { ownOnly } = useOwnOnly();
  const [isLost, setLost] = useState(false);
  const at = (name: string | null) => (name === null || ownOnly || isLost ? null : `/first/${first.version}/${name}.jpg`);
  return {
    whole: (seen: Seen) => at(firstPicture(seen)),
    faces: (seen: Seen) => at(firstFaces(seen)),
    /** One of them cannot be had: all is drawn. */
    lost: () => setLost(true),
  };
}

export type First = ReturnType<typeof useFirst>;
