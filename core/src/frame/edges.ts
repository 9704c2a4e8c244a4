import type { Surfaces } from './surfaces';

const DEPTH_STEP_M = 0.02;

/** Pixels whose right or lower neighbour belongs to something else, and those neighbours. */
export function edgesOf(
  width: number,
  height: number,
  material: Uint8Array,
  place: Float32Array,
  normal: Float32Array,
): Uint32Array {
  const edge = new Uint8Array(width * height);
  const compare = (p: number, q: number) => {
    const turns =
      normal[3 * p]! * normal[3 * q]! + normal[3 * p + 1]! * normal[3 * q + 1]! + normal[3 * p + 2]! * normal[3 * q + 2]! < 0.4;
    if (material[p] !== material[q] || Math.abs(place[3 * p + 2]! - place[3 * q + 2]!) > DEPTH_STEP_M || turns)
      edge[p] = edge[q] = 1;
  };
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const p = j * width + i;
      if (i + 1 < width) compare(p, p + 1);
      if (j + 1 < height) compare(p, p + width);
    }
  const list: number[] = [];
  for (let j = 1; j < height - 1; j++) for (let i = 1; i < width - 1; i++) if (edge[j * width + i]) list.push(j * width + i);
  return Uint32Array.from(list);
}

/** Softens outlines: a pixel on one takes half of its value from its four neighbours. */
export function smoothEdges(rgba: Uint8ClampedArray, { width, edges }: Pick<Surfaces, 'width' | 'edges'>): void {
  const smooth = new Uint8ClampedArray(3 * edges.length);
  edges.forEach((p, e) => {
    for (let c = 0; c < 3; c++) {
      const around = rgba[4 * (p - 1) + c]! + rgba[4 * (p + 1) + c]! + rgba[4 * (p - width) + c]! + rgba[4 * (p + width) + c]!;
      smooth[3 * e + c] = 0.5 * rgba[4 * p + c]! + 0.125 * around;
    }
  });
  edges.forEach((p, e) => {
    for (let c = 0; c < 3; c++) rgba[4 * p + c] = smooth[3 * e + c]!;
  });
}
