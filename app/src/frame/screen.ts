import type { Space } from '@fulgent/core/picture';
import { useSyncExternalStore } from 'react';

/** The colours that this screen can show: Display P3 where it has it, else those of the file. */

const QUERY = '(color-gamut: p3)';
const wide = typeof window !== 'undefined' && 'matchMedia' in window ? window.matchMedia(QUERY) : null;

function subscribe(onChange: () => void): () => void {
  wide?.addEventListener('change', onChange);
  return () => wide?.removeEventListener('change', onChange);
}

export const useScreenSpace = (): Space => useSyncExternalStore(subscribe, () => (wide?.matches ? 'display-p3' : 'srgb'));

export const SPACE_NAMES: Readonly<Record<Space, string>> = { srgb: 'sRGB', 'display-p3': 'Display P3' };
