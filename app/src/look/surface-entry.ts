import type { SurfaceRef } from '@fulgent/core/document';

/** The kit entry behind a surface of a look: an own one is carried under its id. */
export const surfaceEntryId = (surface: SurfaceRef): string | null =>
  surface.kind === 'material' ? surface.id : surface.kind === 'spectrum' ? surface.id.replace(/^surface-/, '') : null;
