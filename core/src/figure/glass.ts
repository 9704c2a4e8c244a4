import { norm } from './numeric';
import { box, cylinder, join, type Vec } from './make/shapes';

/** The glass of the bottle and its liquid, cm about its middle; and the way of a line of sight through it. */

/** Refractive index of glass and liquid together: they differ too little to be told apart here. */
const INDEX = 1.46;

/** The outside of the glass: a thick block with rounded edges, and a neck. */
export function glassField(x: number, y: number, z: number): number {
  const body = box(x, y + 1.2, z, 3.6, 4.6, 1.85, 0.75);
  const neck = cylinder(x, y - 3.8, z, 0.85, 0.8, 0.2);
  return join(body, neck, 0.6);
}

/** The room inside for the liquid; its surface is level. */
export function liquidInside(x: number, y: number, z: number): boolean {
  return y < 2.1 && box(x, y + 1, z, 3.1, 3.8, 1.25, 0.6) < 0;
}

/** Where a line of sight leaves the bottle again, and how far it went through liquid. */
export interface Way {
  readonly place: Vec;
  readonly direction: Vec;
  readonly liquidCm: number;
}

function refracted([dx, dy, dz]: Vec, [nx, ny, nz]: Vec, ratio: number): Vec | null {
  const c = -(dx * nx + dy * ny + dz * nz);
  const k = 1 - ratio * ratio * (1 - c * c);
  if (k < 0) return null;
  const q = ratio * c - Math.sqrt(k);
  return [ratio * dx + q * nx, ratio * dy + q * ny, ratio * dz + q * nz];
}

function mirroredIn([dx, dy, dz]: Vec, [nx, ny, nz]: Vec): Vec {
  const k = 2 * (dx * nx + dy * ny + dz * nz);
  return [dx - k * nx, dy - k * ny, dz - k * nz];
}

function outward(x: number, y: number, z: number): Vec {
  const e = 0.02;
  const nx = glassField(x + e, y, z) - glassField(x - e, y, z);
  const ny = glassField(x, y + e, z) - glassField(x, y - e, z);
  const nz = glassField(x, y, z + e) - glassField(x, y, z - e);
  const n = norm(nx, ny, nz) || 1;
  return [nx / n, ny / n, nz / n];
}

const STEP_CM = 0.12;
const MOST_STEPS = 140;
const MOST_TURNS = 3;

/**
 * Follows a line of sight through the glass by Snell's law: in at `place`, mirrored inside where it meets the outside too flat, out
 * where it can. Null where it stays inside.
 */
export function throughGlass(place: Vec, direction: Vec): Way | null {
  let [x, y, z] = place;
  const entry = refracted(direction, outward(x, y, z), 1 / INDEX);
  if (!entry) return null;
  let way: Vec = entry;
  let liquidCm = 0;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    let steps = 0;
    do {
      x += STEP_CM * way[0];
      y += STEP_CM * way[1];
      z += STEP_CM * way[2];
      if (liquidInside(x, y, z)) liquidCm += STEP_CM;
    } while (glassField(x, y, z) < 0 && ++steps < MOST_STEPS);
    if (steps >= MOST_STEPS) return null;
    const [nx, ny, nz] = outward(x, y, z);
    const out = refracted(way, [-nx, -ny, -nz], INDEX);
    if (out) return { place: [x, y, z], direction: out, liquidCm };
    way = mirroredIn(way, [nx, ny, nz]);
    x -= 0.5 * STEP_CM * nx;
    y -= 0.5 * STEP_CM * ny;
    z -= 0.5 * STEP_CM * nz;
  }
  return null;
}
