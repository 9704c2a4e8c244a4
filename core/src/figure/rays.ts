import { startKernel, type Kernel } from '../wasm';
import { isBlocked, type Bvh } from './bvh';
import { RAYS_CODE } from './rays-code';

/** Rays from one place through a tree of triangles, up to four at a time. */
export interface Rays {
  /** Directions of four rays: x of all, then y, then z. Written by whoever asks, after the tree was chosen. */
  readonly way: Float32Array;
  /** Which of the first `count` of them, from (x, y, z), meet anything before the end of their direction: a bit each. */
  blocked(count: number, x: number, y: number, z: number): number;
}

/** Walks one tree after another. */
interface Walker {
  through(tree: Bvh): Rays;
}

/** What core/kernels/rays.ts exports; addresses are bytes in its memory. */
interface Exports {
  forget(): void;
  blocked(nodes: number, count: number, x: number, y: number, z: number): number;
}

/** After the directions and the kernel's own stack. */
const NODES = 512;
const NODE = 32;
const TRIANGLE = 36;

class FourRays implements Rays {
  readonly #kernel: Kernel<Exports>;
  readonly #does: Exports;
  #tree: Bvh | null = null;
  way: Float32Array;

  constructor(kernel: Kernel<Exports>) {
    this.#kernel = kernel;
    this.#does = kernel.does;
    this.way = kernel.floats.subarray(0, 12);
  }

  blocked(count: number, x: number, y: number, z: number): number {
    return this.#does.blocked(NODES, count, x, y, z);
  }

  /** Puts a tree in the place of the last. */
  through(tree: Bvh): this {
    if (tree === this.#tree) return this;
    const { box, link, count, triangle } = tree;
    const first = NODES + NODE * link.length;
    const kernel = this.#kernel;
    kernel.reserve(first + 4 * triangle.length);
    const { floats, words } = kernel;
    for (let n = 0; n < link.length; n++) {
      const at = (NODES + NODE * n) / 4;
      for (let c = 0; c < 3; c++) {
        floats[at + c] = box[6 * n + c]!;
        floats[at + 4 + c] = box[6 * n + 3 + c]!;
      }
      words[at + 3] = count[n] ? first + TRIANGLE * (-1 - link[n]!) : NODES + NODE * link[n]!;
      words[at + 7] = count[n]!;
    }
    floats.set(triangle, first / 4);
    this.way = floats.subarray(0, 12);
    this.#does.forget();
    this.#tree = tree;
    return this;
  }
}

/** One by one. */
class PlainRays implements Rays {
  readonly way = new Float32Array(12);
  #tree: Bvh | null = null;

  blocked(count: number, x: number, y: number, z: number): number {
    const { way } = this;
    let out = 0;
    for (let k = 0; k < count; k++) if (isBlocked(this.#tree!, x, y, z, way[k]!, way[4 + k]!, way[8 + k]!, 1)) out |= 1 << k;
    return out;
  }

  through(tree: Bvh): this {
    this.#tree = tree;
    return this;
  }
}

const NOTHING: Rays = { way: new Float32Array(12), blocked: () => 0 };

/** Rays by WebAssembly; null where it cannot run. */
export function fourRays(): Walker | null {
  const kernel = startKernel<Exports>(RAYS_CODE, NODES);
  return kernel && new FourRays(kernel);
}

export const plainRays = (): Walker => new PlainRays();

let found: Walker | null = null;

/** Rays through a tree: good until the next tree is asked for. */
export const raysThrough = (tree: Bvh): Rays =>
  tree.link.length === 0 ? NOTHING : (found ??= fourRays() ?? plainRays()).through(tree);

/** Whether a tree is in the way from a place to the end of a direction. */
export function isInWay(tree: Bvh, x: number, y: number, z: number, dx: number, dy: number, dz: number): boolean {
  const rays = raysThrough(tree);
  const { way } = rays;
  way[0] = dx;
  way[4] = dy;
  way[8] = dz;
  return rays.blocked(1, x, y, z) !== 0;
}
