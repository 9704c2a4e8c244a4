import type { Cluster } from '@fulgent/core/document';
import { hexOfPoint } from '@fulgent/core/vivid';

/** Strength and hue of a cluster apart from its level, as the palette holds colours. */
export function purityOf({ lightness, chroma }: Cluster): number {
  const size = Math.hypot(lightness, chroma);
  return size > 0 ? chroma / size : 0;
}

/** A cluster as it is shown. */
export function clusterHex(cluster: Cluster): string {
  const angle = (cluster.hueDeg * Math.PI) / 180;
  const purity = purityOf(cluster);
  const level = Math.min(1, Math.max(0.02, cluster.lightness ** 3 * 1.1));
  return hexOfPoint({ a: purity * Math.cos(angle), b: purity * Math.sin(angle) }, level);
}
