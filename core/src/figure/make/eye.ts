import { smooth } from '../numeric';
import type { Mesh } from '../mesh';
import type { Eye } from './head';

const ROUND = 56;
const RINGS = 26;

/** The front of an eyeball, with the cornea standing out a little. */
export function makeEyeball({ x, y, z, radius }: Eye): Mesh {
  const position: number[] = [];
  const face: number[] = [];
  for (let j = 0; j <= RINGS; j++)
    for (let i = 0; i < ROUND; i++) {
      const th = (1.75 * j) / RINGS;
      const ph = (2 * Math.PI * i) / ROUND;
      const r = radius + 0.09 * smooth(0.52, 0.25, th);
      position.push(x + r * Math.sin(th) * Math.cos(ph), y + r * Math.sin(th) * Math.sin(ph), z + r * Math.cos(th));
    }
  for (let j = 0; j < RINGS; j++)
    for (let i = 0; i < ROUND; i++) {
      const a = j * ROUND + i;
      const b = j * ROUND + ((i + 1) % ROUND);
      face.push(a, a + ROUND, b + ROUND, a, b + ROUND, b);
    }
  return { position: Float32Array.from(position), face: Uint32Array.from(face) };
}
