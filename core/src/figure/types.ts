import type { Bvh } from './bvh';
import type { HeadData, HeadDetail, NetsData } from './part-files';
import type { PersonShape } from './make/person';
import type { Mesh, Neighbours, Subdivision } from './mesh';
import type { Posing } from './pose';
import type { SubjectShape } from './shape';
import type { Strands } from './strands';
import type { HairVolume } from './volume';

/** A subject put together from baked parts and posed: metres about its origin, x to the picture's right, y up, z towards the camera. */
export interface Figure {
  readonly key: string;
  readonly detail: 'quick' | 'fine';
  readonly shape: SubjectShape;
  readonly who: PersonShape | null;
  readonly position: Float32Array;
  readonly normal: Float32Array;
  /** Directions of the body under its folds: what decides whether cloth faces a light at all. */
  readonly base: Float32Array;
  /** Places before posing, cm: what relief and weave are bound to. */
  readonly rest: Float32Array;
  readonly face: Uint32Array;
  /** Kind of surface of every vertex, of `SURFACE`. */
  readonly surface: Uint8Array;
  /** Part of every face, so that parts are never averaged with each other; whether it is seen from both sides. */
  readonly part: Uint8Array;
  readonly twoSided: Uint8Array;
  /** Share of the room's light that comes to each vertex. */
  readonly open: Float32Array;
  readonly skin: SkinParts | null;
  readonly eyes: readonly { readonly centre: readonly [number, number, number]; readonly first: number; readonly last: number }[];
  /** Posed, in metres. */
  readonly strands: Strands | null;
  readonly shade: Shade;
}

/** Attributes of skin by vertex of the whole figure (0 elsewhere), and how light that was found at nodes comes to its vertices. */
export interface SkinParts {
  readonly attributes: Readonly<
    Record<'lip' | 'lid' | 'blush' | 'shade' | 'hole' | 'beard' | 'root' | 'shine' | 'thin', Float32Array>
  >;
  /** Vertices of the head's skin: the first ones of the figure. */
  readonly vertices: number;
  /** From the nodes to these vertices, step by step. */
  readonly steps: readonly Subdivision[];
}

/** What keeps light off and throws it on: the same for figures and pictures, whatever the detail. Metres, posed. */
export interface Shade {
  readonly key: string;
  readonly bvh: Bvh;
  /** The mesh that `bvh` was made from, with directions, openness and surface by vertex. */
  readonly mesh: Mesh;
  readonly normal: Float32Array;
  readonly base: Float32Array;
  readonly open: Float32Array;
  readonly surface: Uint8Array;
  readonly hair: { readonly volume: HairVolume; readonly posing: Posing } | null;
  /** Vertices of the mesh at which light on the head's skin is found: the first ones. */
  readonly nodes: number;
  readonly neighbours: Neighbours | null;
  /** Points of hair that stand for what is seen of it, with their direction along the strand. */
  readonly strandPoints: { readonly place: Float32Array; readonly tangent: Float32Array };
  /** Patches of cloth that throw light back on the figure. */
  readonly patches: readonly Patch[];
  readonly low: readonly [number, number, number];
  readonly high: readonly [number, number, number];
}

export interface Patch {
  readonly place: readonly [number, number, number];
  readonly normal: readonly [number, number, number];
  readonly areaM2: number;
  /** Vertex of the shade's mesh that it stands for. */
  readonly vertex: number;
}

/** Parts as they were read, by name. */
export interface PartSource {
  head(name: string): HeadData;
  headDetail(name: string): HeadDetail;
  nets(name: string, detail: 'quick' | 'fine'): NetsData;
}
