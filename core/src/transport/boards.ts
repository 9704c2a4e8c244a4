import type { Board, Point } from '../document/schema';

/** Flags, cards and silks: upright rectangles that hold light off, send it back, or soften and pass a part of it. */

/** What a white card sends back of the light on it, and what a silver one does. */
export const CARD_REFLECTANCE = 0.85;
export const SILVER_REFLECTANCE = 0.8;
/** How tightly a silver card keeps light to the mirrored direction: a cosine to this power. */
const SILVER_POWER = 24;

/** Share of the light that a board passes where it covers a source entirely. */
export function passes({ finish, lossStops }: Pick<Board, 'finish' | 'lossStops'>): number {
  return finish === 'silk' ? 2 ** -lossStops : 0;
}

interface Axes {
  readonly normal: Point;
  readonly right: Point;
}

export function axesOf({ yawDeg }: Pick<Board, 'yawDeg'>): Axes {
  const a = (yawDeg * Math.PI) / 180;
  return { normal: [Math.sin(a), 0, Math.cos(a)], right: [Math.cos(a), 0, -Math.sin(a)] };
}

/** Share of a disc that lies past a straight edge whose distance from its middle is `x` radii, inwards positive. */
function discPast(x: number): number {
  if (x >= 1) return 1;
  return x <= -1 ? 0 : 0.5 + (x * Math.sqrt(1 - x * x) + Math.asin(x)) / Math.PI;
}

/**
 * The share of a round source of `radiusM` at `light` that a place sees past the boards: a rectangle's edge cuts the source softly, by how
 * large the source looks where the board stands. Scalars only: it runs for every pixel.
 */
export function pastBoards(
  boards: readonly Board[],
  px: number,
  py: number,
  pz: number,
  lx: number,
  ly: number,
  lz: number,
  radiusM: number,
): number {
  let share = 1;
  for (const board of boards) {
    const { normal, right } = axesOf(board);
    const [cx, cy, cz] = board.position;
    const dx = lx - px;
    const dy = ly - py;
    const dz = lz - pz;
    const along = normal[0] * dx + normal[2] * dz;
    if (Math.abs(along) < 1e-9) continue;
    const t = (normal[0] * (cx - px) + normal[2] * (cz - pz)) / along;
    if (t <= 0.001 || t >= 0.999) continue;
    const u = (px + t * dx - cx) * right[0] + (pz + t * dz - cz) * right[2];
    const v = py + t * dy - cy;
    // The source as it lies on the board, drawn out where the light comes aslant.
    const blur = Math.max(0.003, radiusM * t);
    const across = (dx * right[0] + dz * right[2]) / along;
    const covered =
      discPast((board.widthM / 2 - Math.abs(u)) / (blur * Math.sqrt(1 + across * across))) *
      discPast((board.heightM / 2 - Math.abs(v)) / (blur * Math.sqrt(1 + (dy * dy) / (along * along))));
    if (covered > 0) share *= 1 - covered * (1 - passes(board));
  }
  return share;
}

/** A white or silver card as a source: its light side in patches, each with what arrives there of a light of intensity 1. */
export interface CardSource {
  readonly board: Board;
  readonly normal: Point;
  /** Seven figures a patch: its middle; what it sends, illuminance x area / pi; where a silver one mirrors to. */
  readonly patches: Float64Array;
  readonly patchM2: number;
  readonly silver: boolean;
}

const FIGURES = 7;
/** Sides of a card's patches are about so long, and so many at most. */
const [PATCH_M, MOST_PATCHES] = [0.25, 5];

/**
 * The white and silver cards that a light falls on. A coloured card is counted before its colour. `arriving` gives the illuminance per unit of intensity
 * at a place of the board with a normal.
 */
export function cardSources(
  boards: readonly Board[],
  light: Point,
  arriving: (board: Board, place: Point, normal: Point) => number,
): CardSource[] {
  return boards.flatMap((board): CardSource[] => {
    if (board.finish !== 'white' && board.finish !== 'silver') return [];
    const { normal, right } = axesOf(board);
    const { position, widthM, heightM } = board;
    const side = normal[0] * (light[0] - position[0]) + normal[2] * (light[2] - position[2]) >= 0 ? 1 : -1;
    const facing: Point = [normal[0] * side, 0, normal[2] * side];
    const silver = board.finish === 'silver';
    const share = board.tint ? 1 : silver ? SILVER_REFLECTANCE : CARD_REFLECTANCE;
    const [nu, nv] = [widthM, heightM].map((m) => Math.min(MOST_PATCHES, Math.ceil(m / PATCH_M))) as [number, number];
    const patches = new Float64Array(FIGURES * nu * nv);
    const patchM2 = (widthM * heightM) / (nu * nv);
    let any = false;
    for (let k = 0; k < nu * nv; k++) {
      const u = ((2 * (k % nu) + 1) / nu - 1) * (widthM / 2);
      const v = ((2 * Math.floor(k / nu) + 1) / nv - 1) * (heightM / 2);
      const at: Point = [position[0] + u * right[0], position[1] + v, position[2] + u * right[2]];
      const sends = (share * patchM2 * arriving(board, at, facing)) / Math.PI;
      any ||= sends > 0;
      patches.set([...at, sends, ...mirrorOf(light, at, facing)], FIGURES * k);
    }
    return any ? [{ board, normal: facing, patches, patchM2, silver }] : [];
  });
}

function mirrorOf(light: Point, at: Point, [nx, ny, nz]: Point): Point {
  const d: Point = [light[0] - at[0], light[1] - at[1], light[2] - at[2]];
  const length = Math.hypot(...d) || 1;
  const k = (2 * (d[0] * nx + d[1] * ny + d[2] * nz)) / length;
  return [k * nx - d[0] / length, k * ny - d[1] / length, k * nz - d[2] / length];
}

/** Illuminance that a card brings to a place with a normal, per unit of the light's intensity: Lambertian patches, or mirrors with a roughness, bounded near them. */
export function fromCard(
  { normal, patches, patchM2, silver }: CardSource,
  px: number,
  py: number,
  pz: number,
  nx: number,
  ny: number,
  nz: number,
): number {
  let sum = 0;
  for (let q = 0; q < patches.length; q += FIGURES) {
    const dx = patches[q]! - px;
    const dy = patches[q + 1]! - py;
    const dz = patches[q + 2]! - pz;
    const leaving = -(normal[0] * dx + normal[1] * dy + normal[2] * dz);
    const facing = nx * dx + ny * dy + nz * dz;
    if (leaving <= 0 || facing <= 0) continue;
    const d2 = dx * dx + dy * dy + dz * dz;
    const d = Math.sqrt(d2);
    const sends = patches[q + 3]!;
    if (!silver) {
      sum += (sends * leaving * facing) / (d2 * (d2 + patchM2 / Math.PI));
      continue;
    }
    // All that silver sends back lies about the mirrored direction: (n + 1) / 2 pi over that half space.
    const along = -(patches[q + 4]! * dx + patches[q + 5]! * dy + patches[q + 6]! * dz) / d;
    if (along <= 0) continue;
    const lobe = ((SILVER_POWER + 1) / 2) * along ** SILVER_POWER;
    sum += (sends * lobe * facing) / (d * (d2 + (patchM2 * (SILVER_POWER + 1)) / (2 * Math.PI)));
  }
  return sum;
}
