import { CAP, LABEL, LIQUID } from './materials';
import { box, cylinder, join } from './ops';

/** Refractive index of glass and liquid together: they differ too little to be told apart here. */
const INDEX = 1.46;

/** A perfume bottle that stands on a table: a thick glass block with a label, a collar and a cap. The origin is its middle. */

/** Height of the table's top under the middle, m. */
export const TABLE_TOP_M = -0.058;

/** The outside of the glass. */
export function glassDistance(x: number, y: number, z: number): number {
  const body = box(x, y + 0.012, z, 0.036, 0.046, 0.0185, 0.0075);
  const neck = cylinder(x, y - 0.038, z, 0.0085, 0.008, 0.002);
  return join(body, neck, 0.006);
}

/** The room inside for the liquid; its surface is level. */
export function liquidInside(x: number, y: number, z: number): boolean {
  return y < 0.021 && box(x, y + 0.01, z, 0.031, 0.038, 0.0125, 0.006) < 0;
}

function labelDistance(x: number, y: number, z: number): number {
  return box(x, y + 0.018, z - 0.0185, 0.0215, 0.0185, 0.0006, 0.0004);
}

function capDistance(x: number, y: number, z: number): number {
  return Math.min(cylinder(x, y - 0.056, z, 0.0138, 0.0128, 0.0022), cylinder(x, y - 0.041, z, 0.0108, 0.0026, 0.0008));
}

/** Distance to the whole. */
export function bottleDistance(x: number, y: number, z: number): number {
  return Math.min(glassDistance(x, y, z), labelDistance(x, y, z), capDistance(x, y, z));
}

/** The material at a place on the surface; glass is told by the first of the liquids. */
export function bottleMaterial(x: number, y: number, z: number): number {
  const glass = glassDistance(x, y, z);
  const label = labelDistance(x, y, z);
  const cap = capDistance(x, y, z);
  if (label <= glass && label <= cap) return LABEL;
  return cap < glass ? CAP : LIQUID;
}

export function bottlePart(material: number, x: number, y: number, z: number): number {
  return material === LABEL ? labelDistance(x, y, z) : material === CAP ? capDistance(x, y, z) : glassDistance(x, y, z);
}

/** Where a line of sight leaves the bottle again, and how far it went through liquid. */
export interface Way {
  readonly place: readonly [number, number, number];
  readonly direction: readonly [number, number, number];
  readonly liquidCm: number;
}

type Vector = readonly [number, number, number];

function refracted([dx, dy, dz]: Vector, [nx, ny, nz]: Vector, ratio: number): Vector | null {
  const c = -(dx * nx + dy * ny + dz * nz);
  const k = 1 - ratio * ratio * (1 - c * c);
  if (k < 0) return null;
  const q = ratio * c - Math.sqrt(k);
  return [ratio * dx + q * nx, ratio * dy + q * ny, ratio * dz + q * nz];
}

function mirroredIn([dx, dy, dz]: Vector, [nx, ny, nz]: Vector): Vector {
  const k = 2 * (dx * nx + dy * ny + dz * nz);
  return [dx - k * nx, dy - k * ny, dz - k * nz];
}

function outward(x: number, y: number, z: number): Vector {
  const e = 0.0002;
  const nx = glassDistance(x + e, y, z) - glassDistance(x - e, y, z);
  const ny = glassDistance(x, y + e, z) - glassDistance(x, y - e, z);
  const nz = glassDistance(x, y, z + e) - glassDistance(x, y, z - e);
  const n = Math.sqrt(nx * nx + ny * ny + nz * nz) || 1;
  return [nx / n, ny / n, nz / n];
}

const INSIDE_STEP_M = 0.0012;
const MOST_INSIDE_STEPS = 140;
const MOST_TURNS = 3;

/**
 * Follows a line of sight through the glass by Snell's law: in at `place`, mirrored inside where it meets the outside too flat, out where it can.
 * Gives null where it stays inside.
 */
export function throughBottle(place: Vector, direction: Vector): Way | null {
  let [x, y, z] = place;
  const entry = refracted(direction, outward(x, y, z), 1 / INDEX);
  if (!entry) return null;
  let way: Vector = entry;
  let liquidM = 0;
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    let steps = 0;
    do {
      x += INSIDE_STEP_M * way[0];
      y += INSIDE_STEP_M * way[1];
      z += INSIDE_STEP_M * way[2];
      if (liquidInside(x, y, z)) liquidM += INSIDE_STEP_M;
    } while (glassDistance(x, y, z) < 0 && ++steps < MOST_INSIDE_STEPS);
    if (steps >= MOST_INSIDE_STEPS) return null;
    const [nx, ny, nz] = outward(x, y, z);
    const out = refracted(way, [-nx, -ny, -nz], INDEX);
    if (out) return { place: [x, y, z], direction: out, liquidCm: liquidM * 100 };
    way = mirroredIn(way, [nx, ny, nz]);
    x -= 0.5 * INSIDE_STEP_M * nx;
    y -= 0.5 * INSIDE_STEP_M * ny;
    z -= 0.5 * INSIDE_STEP_M * nz;
  }
  return null;
}
