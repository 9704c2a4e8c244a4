import type { Point } from '../document/schema';
import { sightInto, type View } from '../transport/view';
import { ones } from './memory';

/** Places of the room: planes behind the figure, and what shows through glass. `spotOf` tells where each is, and how it lies. */
export interface RoomParts {
  readonly count: number;
  readonly pixel: Uint32Array;
  readonly share: Float32Array;
  readonly material: Uint8Array;
  /** From the eye, along the sight through its pixel, m. */
  readonly way: Float32Array;
  /** Directions of length `WHOLE`. */
  readonly normal: Int16Array;
  readonly fade: Float32Array;
  /** From here on parts are seen through glass: where they are, where the bent line of sight comes from, and its direction. */
  readonly through: number;
  readonly behind: Float32Array;
  readonly exit: Float32Array;
  readonly bent: Float32Array;
}

const WHOLE = 32_767;

/** A place of the room and its direction. */
export interface RoomSpot {
  x: number;
  y: number;
  z: number;
  nx: number;
  ny: number;
  nz: number;
}

export const roomSpot = (): RoomSpot => ({ x: 0, y: 0, z: 0, nx: 0, ny: 0, nz: 0 });

/** Fills in where a part of the room is, and how it lies; its place within a tenth of a millimetre. */
export function spotInto(out: RoomSpot, { view, room }: { readonly view: View; readonly room: RoomParts }, i: number): void {
  const { normal, through, behind } = room;
  if (i < through) {
    const { eye } = view;
    const way = room.way[i]!;
    sightInto(sight, view, room.pixel[i]!);
    out.x = eye[0] + way * sight[0]!;
    out.y = eye[1] + way * sight[1]!;
    out.z = eye[2] + way * sight[2]!;
  } else {
    const q = 3 * (i - through);
    out.x = behind[q]!;
    out.y = behind[q + 1]!;
    out.z = behind[q + 2]!;
  }
  out.nx = normal[3 * i]! / WHOLE;
  out.ny = normal[3 * i + 1]! / WHOLE;
  out.nz = normal[3 * i + 2]! / WHOLE;
}

const sight = new Float64Array(3);

/** The same as an object of its own. */
export function spotOf(seen: { readonly view: View; readonly room: RoomParts }, i: number): RoomSpot {
  const out = roomSpot();
  spotInto(out, seen, i);
  return out;
}

/** Parts of the room as they are found: up to `most`. */
export class RoomList {
  private n = 0;
  private readonly pixel: Uint32Array;
  private readonly share: Float32Array;
  private readonly material: Uint8Array;
  private readonly normal: Int16Array;
  private readonly way: Float32Array;
  private readonly behind: number[] = [];
  private readonly exit: number[] = [];
  private readonly bent: number[] = [];

  constructor(most: number) {
    this.pixel = new Uint32Array(most);
    this.share = new Float32Array(most);
    this.material = new Uint8Array(most);
    this.normal = new Int16Array(3 * most);
    this.way = new Float32Array(most);
  }

  add(pixel: number, share: number, material: number, nx: number, ny: number, nz: number, way: number): void {
    const i = this.n++;
    this.pixel[i] = pixel;
    this.share[i] = share;
    this.material[i] = material;
    this.normal[3 * i] = Math.round(WHOLE * nx);
    this.normal[3 * i + 1] = Math.round(WHOLE * ny);
    this.normal[3 * i + 2] = Math.round(WHOLE * nz);
    this.way[i] = way;
  }

  /** One that is seen through glass, after all others: where it is, and the bent line of sight from where it leaves the glass. */
  addBehind(
    pixel: number,
    share: number,
    material: number,
    place: Point,
    [nx, ny, nz]: Point,
    way: number,
    exit: Point,
    bent: Point,
  ): void {
    this.add(pixel, share, material, nx, ny, nz, way);
    this.behind.push(...place);
    this.exit.push(...exit);
    this.bent.push(...bent);
  }

  done(hazePerM: number): RoomParts {
    const { n, pixel, share, material, normal, way, behind } = this;
    const fade = hazePerM > 0 ? Float32Array.from(way.subarray(0, n), (w) => Math.exp(-hazePerM * w)) : ones(n);
    return {
      count: n,
      pixel: pixel.subarray(0, n),
      share: share.subarray(0, n),
      material: material.subarray(0, n),
      way: way.subarray(0, n),
      normal: normal.subarray(0, 3 * n),
      fade,
      through: n - behind.length / 3,
      behind: Float32Array.from(behind),
      exit: Float32Array.from(this.exit),
      bent: Float32Array.from(this.bent),
    };
  }
}
