import type { Cluster, Reference } from '../../document/schema';

/** A colour that a reference asks for, against the nearest of a picture's own. */
export interface TargetMet {
  readonly target: Cluster;
  /** Null where the picture has no colour at all. */
  readonly found: Cluster | null;
  /** OKLab distance, lightness counting less. */
  readonly distance: number;
  readonly isMet: boolean;
}

/** A lit and a shaded red are one red. */
const LIGHTNESS_WEIGHT = 0.45;

function apart(a: Cluster, b: Cluster): number {
  const at = ({ hueDeg, chroma }: Cluster) => {
    const angle = (hueDeg * Math.PI) / 180;
    return [chroma * Math.cos(angle), chroma * Math.sin(angle)] as const;
  };
  const [p, q] = [at(a), at(b)];
  return Math.hypot(LIGHTNESS_WEIGHT * (a.lightness - b.lightness), p[0] - q[0], p[1] - q[1]);
}

/** Holds the colours of a picture against those of a reference, each within the reference's tolerance. */
export function againstReference(
  { clusters, tolerance }: Pick<Reference, 'clusters' | 'tolerance'>,
  found: readonly Cluster[],
): TargetMet[] {
  return clusters.map((target) => {
    const [nearest] = [...found].sort((a, b) => apart(target, a) - apart(target, b));
    const distance = nearest ? apart(target, nearest) : Infinity;
    return { target, found: nearest ?? null, distance, isMet: distance <= tolerance };
  });
}
