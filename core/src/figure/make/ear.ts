import type { Mesh } from '../mesh';
import { bell, smooth } from '../numeric';

/** An ear: a plate with ridges; `thin` is how much light gets through each vertex. */
export interface Ear extends Mesh {
  readonly thin: Float32Array;
}

/** The ear on one side of the head: 1 on the right of the picture, -1 on its left. */
export function makeEar(side: number, fine: boolean): Ear {
  const round = fine ? 64 : 28;
  const rings = fine ? 28 : 12;
  const position: number[] = [];
  const thin: number[] = [];
  const face: number[] = [];
  const middle = [7.2, 0.7, -3.4];
  const up = [0.08, 0.975, -0.2];
  const flare = 0.52;
  const back = [Math.sin(flare), 0.15, -Math.cos(flare)];
  const out = [Math.cos(flare), 0, Math.sin(flare)];
  for (let j = 0; j <= rings; j++)
    for (let i = 0; i < round; i++) {
      const a = (2 * Math.PI * i) / round;
      const { r, reach, height, through } = plate(a, j / rings);
      for (let k = 0; k < 3; k++) {
        const v = middle[k]! + reach * Math.cos(a) * up[k]! + reach * Math.sin(a) * back[k]! * 0.85 + height * out[k]!;
        position.push(k === 0 ? side * v : v);
      }
      thin.push(r > 0 ? through : 0);
    }
  for (let j = 0; j < rings; j++)
    for (let i = 0; i < round; i++) {
      const a = j * round + i;
      const b = j * round + ((i + 1) % round);
      const faces = [a, b, b + round, a, b + round, a + round];
      face.push(...(side < 0 ? faces.reverse() : faces));
    }
  return { position: Float32Array.from(position), face: Uint32Array.from(face), thin: Float32Array.from(thin) };
}

/** One place of the plate by its angle from the top and its way from the middle over the rim: helix, antihelix, bowl, tragus, lobe. */
function plate(a: number, w: number) {
  const side = Math.sin(a);
  const top = Math.cos(a);
  const wide = (side > 0 ? 1.95 : 1.15) * (1 + 0.2 * top + 0.05 * Math.cos(2 * a));
  const tall = top > 0 ? 3.05 : 2.85;
  const e = 2.35;
  const R = 1 / (Math.abs(top / tall) ** e + Math.abs(side / wide) ** e) ** (1 / e);
  const r = w <= 0.8 ? w / 0.8 : 1 - 0.12 * ((w - 0.8) / 0.2);
  const roll = w > 0.8 ? (w - 0.8) / 0.2 : 0;
  const rear = smooth(-0.6, 0.1, side);
  const lobe = smooth(-0.62, -0.9, top);
  const rim = Math.max(rear, smooth(0.2, 0.6, top)) * (1 - lobe);
  const fork = smooth(0.5, 0.85, top);
  let height = 0.42 * r * r;
  height += 0.36 * bell(r - 0.92, 0.085) * rim - 0.26 * bell(r - 0.78, 0.075) * rim;
  height += 0.36 * bell(r - (0.6 + 0.04 * top), 0.1) * rear * (1 - lobe) * (1 - 0.5 * fork);
  height += 0.16 * fork * (bell(r - 0.68, 0.06) + bell(r - 0.44, 0.07)) * rear;
  height -= 0.95 * bell(r, 0.36) * smooth(0.9, 0.1, top);
  height += 0.3 * bell(r - 0.42, 0.12) * bell(a - 2.55, 0.4) + 0.62 * bell(r - 0.5, 0.17) * bell(a - 4.62, 0.42);
  height += 0.22 * lobe * smooth(0.3, 0.8, r) * smooth(1.02, 0.8, r);
  height -= 0.42 * roll * (0.6 + 0.4 * roll);
  const through = smooth(0.25, 0.6, r) * (1 - 0.45 * rim * bell(r - 0.93, 0.08)) * smooth(-1, -0.1, side) * (1 - 0.25 * lobe);
  return { r, reach: R * r, height, through };
}
