import { modifierOf } from '../catalogue/kit';
import type { Modifier } from '../document/schema';
import type { ReadBeam, ReadFace } from './lm63';

/** A measured beam as the modifier that it was measured with; it loses nothing against its own figure. */
export function beamModifier({ beam, face, name }: Pick<ReadBeam, 'beam' | 'name'> & { readonly face: ReadFace }): Modifier {
  return {
    ...modifierOf('panel-face'),
    name: name || 'As measured',
    beam: { ...beam, anglesDeg: [...beam.anglesDeg], relative: [...beam.relative] },
    face: faceOf(face),
    lossStops: 0,
    gridDeg: null,
  };
}

/** The opening that LM-63 tells: a round one has one length alone, or none at all for a point. */
function faceOf({ widthM, lengthM }: ReadFace): Modifier['face'] {
  const within = (value: number) => Math.min(10, Math.max(0.01, value));
  if (widthM === 0 || lengthM === 0) return { kind: 'disc', radiusM: Math.min(5, Math.max(0.01, Math.max(widthM, lengthM) / 2)) };
  return { kind: 'rectangle', widthM: within(widthM), heightM: within(lengthM) };
}
