import type { Point } from '../document/schema';
import { free, ones } from './memory';

/** Places of the room: planes behind the figure, and what shows through glass. */
export interface RoomParts {
  readonly count: number;
  readonly pixel: Uint32Array;
  readonly share: Float32Array;
  readonly material: Uint8Array;
  readonly place: Float32Array;
  readonly normal: Float32Array;
  readonly fade: Float32Array;
  /** From here on parts are seen through glass: where the bent line of sight comes from, and its direction. */
  readonly through: number;
  readonly exit: Float32Array;
  readonly bent: Float32Array;
}

/** Parts of the room as they are found: up to `most`. */
export class RoomList {
  private n = 0;
  private readonly pixel: Uint32Array;
  private readonly share: Float32Array;
  private readonly material: Uint8Array;
  private readonly place: Float32Array;
  private readonly normal: Float32Array;
  private readonly way: Float32Array;
  readonly exit: number[] = [];
  readonly bent: number[] = [];

  constructor(most: number) {
    this.pixel = new Uint32Array(most);
    this.share = new Float32Array(most);
    this.material = new Uint8Array(most);
    this.place = new Float32Array(3 * most);
    this.normal = new Float32Array(3 * most);
    this.way = new Float32Array(most);
  }

  get count(): number {
    return this.n;
  }

  add(pixel: number, share: number, material: number, place: Point, normal: Point, way: number): void {
    const i = this.n++;
    this.pixel[i] = pixel;
    this.share[i] = share;
    this.material[i] = material;
    this.place.set(place, 3 * i);
    this.normal.set(normal, 3 * i);
    this.way[i] = way;
  }

  done(through: number, hazePerM: number): RoomParts {
    const { n, pixel, share, material, place, normal, way } = this;
    const isHazy = hazePerM > 0;
    if (isHazy) for (let i = 0; i < n; i++) way[i] = Math.exp(-hazePerM * way[i]!);
    else free(way);
    return {
      count: n,
      pixel: pixel.subarray(0, n),
      share: share.subarray(0, n),
      material: material.subarray(0, n),
      place: place.subarray(0, 3 * n),
      normal: normal.subarray(0, 3 * n),
      fade: isHazy ? way.subarray(0, n) : ones(n),
      through,
      exit: Float32Array.from(this.exit),
      bent: Float32Array.from(this.bent),
    };
  }
}
