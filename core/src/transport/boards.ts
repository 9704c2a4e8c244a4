import type { Board, Point } from '../document/schema';

/** Flags, cards and silks: upright rectangles that hold light off, send it back, or soften and pass a part of it. */

/** What a white card sends back of the light on it, and what a silver one does. */
export const CARD_REFLECTANCE = 0.85;
export const SILVER_REFLECTANCE = 0.8;
/** How tightly a silver card keeps light to the mirrored direction: a cosine to this power. */
const SILVER_POWER = 8;

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
    const dz = lz - pz;
    const along = normal[0] * dx + normal[2] * dz;
    if (Math.abs(along) < 1e-9) continue;
    const t = (normal[0] * (cx - px) + normal[2] * (cz - pz)) / along;
    if (t <= 0.001 || t >= 0.999) continue;
    const u = (px + t * dx - cx) * right[0] + (pz + t * dz - cz) * right[2];
    const v = py + t * (ly - py) - cy;
    const inside = Math.min(board.widthM / 2 - Math.abs(u), board.heightM / 2 - Math.abs(v));
    const blur = Math.max(0.003, radiusM * t);
    const covered = Math.min(1, Math.max(0, 0.5 + (0.5 * inside) / blur));
    if (covered > 0) share *= 1 - covered * covered * (3 - 2 * covered) * (1 - passes(board));
  }
  return share;
}

/** A white or silver card as a source: its light side, and what arrives there of a light of intensity 1. */
export interface CardSource {
  readonly board: Board;
  readonly normal: Point;
  /** Radiosity per unit of intensity, 1/m^2. */
  readonly radiosity: number;
  /** Where a silver card mirrors to; null for a white one, which sends light everywhere. */
  readonly mirrored: Point | null;
}

/**
 * The white and silver cards that a light falls on. A coloured card is counted before its colour. `arriving` gives the illuminance per unit of intensity at a place with a normal.
 */
export function cardSources(
  boards: readonly Board[],
  light: Point,
  arriving: (place: Point, normal: Point) => number,
): CardSource[] {
  return boards.flatMap((board): CardSource[] => {
    if (board.finish !== 'white' && board.finish !== 'silver') return [];
    const { normal } = axesOf(board);
    const side = normal[0] * (light[0] - board.position[0]) + normal[2] * (light[2] - board.position[2]) >= 0 ? 1 : -1;
    const facing: Point = [normal[0] * side, 0, normal[2] * side];
    const silver = board.finish === 'silver';
    const share = board.tint ? 1 : silver ? SILVER_REFLECTANCE : CARD_REFLECTANCE;
    const radiosity = share * arriving(board.position, facing);
    const mirrored = silver ? mirrorOf(light, board.position, facing) : null;
    return radiosity > 0 ? [{ board, normal: facing, radiosity, mirrored }] : [];
  });
}

function mirrorOf(light: Point, at: Point, [nx, ny, nz]: Point): Point {
  const d: Point = [light[0] - at[0], light[1] - at[1], light[2] - at[2]];
  const length = Math.hypot(...d) || 1;
  const k = (2 * (d[0] * nx + d[1] * ny + d[2] * nz)) / length;
  return [k * nx - d[0] / length, k * ny - d[1] / length, k * nz - d[2] / length];
}

/** Illuminance that a card brings to a place with a normal, per unit of the light's intensity: a Lambertian face, bounded near it. */
export function fromCard(
  { board, normal, radiosity, mirrored }: CardSource,
  px: number,
  py: number,
  pz: number,
  nx: number,
  ny: number,
  nz: number,
): number {
  const dx = board.position[0] - px;
  const dy = board.position[1] - py;
  const dz = board.position[2] - pz;
  const d2 = dx * dx + dy * dy + dz * dz;
  const d = Math.sqrt(d2) || 1e-6;
  const leaving = -(normal[0] * dx + normal[1] * dy + normal[2] * dz) / d;
  const facing = (nx * dx + ny * dy + nz * dz) / d;
  if (leaving <= 0 || facing <= 0) return 0;
  const area = board.widthM * board.heightM;
  if (mirrored) {
    // All that a silver card sends back lies about the mirrored direction: (n + 1) / 2 pi over that half space.
    const along = -(mirrored[0] * dx + mirrored[1] * dy + mirrored[2] * dz) / d;
    if (along <= 0) return 0;
    const lobe = ((SILVER_POWER + 1) / 2) * along ** SILVER_POWER;
    return (radiosity * lobe * facing * area) / (Math.PI * d2 + area * (SILVER_POWER + 1) * 0.5);
  }
  return (radiosity * leaving * facing * area) / (Math.PI * d2 + area);
}
