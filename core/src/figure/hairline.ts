import { mix, noise } from './numeric';

/** Height of the hairline by how far forward a place lies, cm: over the forehead, round the temple and the ear, to the nape. */
const LINE: readonly (readonly [z: number, y: number])[] = [
  [6, 9.2],
  [4.6, 8.7],
  [4.0, 8.3],
  [2.5, 7.3],
  [1.4, 5.8],
  [0.6, 3.6],
  [-0.4, 1.4],
  [-1.6, 0.6],
  [-2.2, 3.4],
  [-4.6, 3.2],
  [-5.4, -0.5],
  [-6.4, -4.6],
  [-9, -6.2],
  [-30, -6.4],
];

/** How far a place of the head lies over the hairline, cm; under 0 is bare skin. */
export function overHairline(x: number, y: number, z: number, shift: number): number {
  let line = 9.2;
  for (let i = 1; i < LINE.length; i++) {
    const [z0, y0] = LINE[i - 1]!;
    const [z1, y1] = LINE[i]!;
    if (z <= z0 && z >= z1) {
      line = mix(y0, y1, (z0 - z) / (z0 - z1));
      break;
    }
  }
  return y - line - shift - 0.35 * noise(x * 0.9, z * 0.9, 3) + 0.3 * Math.exp((-x * x) / 1.5) * (z > 3 ? 1 : 0);
}
