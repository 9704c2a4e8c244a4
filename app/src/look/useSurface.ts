import type { SurfaceRef } from '@fulgent/core/document';
import { resample } from '@fulgent/core/spectrum';
import { kitOf, useKit } from '../kit/useKit';
import { surfaceHex } from './surface-colour';
import { surfaceEntryId } from './surface-entry';

/** What a surface of a look is called, in small letters, and its colour under daylight; null where the kit no longer has it. */
export interface SurfaceFacts {
  readonly name: string;
  readonly hex: string | null;
}

/** Asks the kit about the surfaces of a look. */
export function useSurface(): (surface: SurfaceRef) => SurfaceFacts {
  const { stored } = useKit();
  return (surface) => {
    if (surface.kind === 'neutral') return { name: `grey of ${Math.round(100 * surface.reflectance)} %`, hex: null };
    const id = surfaceEntryId(surface);
    const entry = kitOf(stored, 'surface').find((one) => one.id === id);
    if (!entry) return { name: 'its own', hex: null };
    return { name: entry.name.toLowerCase(), hex: surfaceHex(entry, () => resample(entry.spectrum, 'reflectance')) };
  };
}
