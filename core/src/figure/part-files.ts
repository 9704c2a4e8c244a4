import { fromResiduals, Reader, sharesOf, type Parents } from './codec';
import type { Guides } from './make/hair';
import { cornerOf, netFaces } from './make/net';
import { subdivideFaces, vertexNormals, type Mesh, type Subdivision } from './mesh';
import type { HairVolume } from './volume';

/** How baked parts are laid out, and read back. What is written is in `make/bake.ts`; the two go together. */

/** One step of a place, cm. */
export const STEP_CM = 80 / 32767;

/** Attributes of skin, in the order of the file. */
export const SKIN_ATTRIBUTES = ['lip', 'lid', 'inner', 'blush', 'shade', 'hole', 'beard', 'open'] as const;
export type SkinAttributes = Readonly<Record<(typeof SKIN_ATTRIBUTES)[number], Float32Array>>;

export interface GuidesWithOpen extends Guides {
  readonly open: Float32Array;
}

/** A head as the quick file holds it: enough for figures, shadows and a coarse picture. */
export interface HeadData {
  readonly baseFace: Uint32Array;
  readonly baseVertices: number;
  /** From the base to this mesh. */
  readonly step: Subdivision;
  readonly mesh: Mesh;
  readonly normal: Float32Array;
  readonly attributes: SkinAttributes;
  readonly earOpen: readonly [Float32Array, Float32Array];
  readonly eyes: readonly { x: number; y: number; z: number; radius: number; side: number }[];
  readonly volume: HairVolume;
  readonly hair: GuidesWithOpen;
  readonly beard: GuidesWithOpen;
}

/** What the fine file adds: one subdivision more, and all guides. */
export interface HeadDetail {
  readonly step: Subdivision;
  readonly mesh: Mesh;
  readonly attributes: SkinAttributes;
  readonly earOpen: readonly [Float32Array, Float32Array];
  readonly hair: GuidesWithOpen;
  readonly beard: GuidesWithOpen;
}

/** A netted surface with its own directions and openness. */
export interface NetData {
  /** What it is made of, by the name that the bake gave it. */
  readonly name: string;
  readonly mesh: Mesh;
  readonly normal: Float32Array;
  readonly open: Float32Array;
}

/** Bodies, hats, glasses and things: netted surfaces, and how open the collars lie. */
export interface NetsData {
  readonly nets: readonly NetData[];
  readonly collarOpen: readonly Float32Array[];
}

export function parentsIn({ old, endA, endB }: Subdivision): Parents {
  return (v) => [endA[v - old]!, endB[v - old]!];
}

/** New vertices by their parents, old ones by the one before. */
export function parentsAll(step: Subdivision): Parents {
  const fresh = parentsIn(step);
  return (v) => (v < step.old ? [v - 1, v - 1] : fresh(v));
}

function attributesFrom(read: (k: number) => Float32Array): SkinAttributes {
  return Object.fromEntries(SKIN_ATTRIBUTES.map((name, k) => [name, read(k)])) as unknown as SkinAttributes;
}

function readGuides(r: Reader): GuidesWithOpen {
  const points = r.count(64);
  const count = r.count(100_000);
  const side = Int8Array.from(r.u8(count), (v) => v - 1);
  const flat = r.i16(3 * points * count);
  const place = new Float32Array(flat.length);
  const n = points * count;
  const q = new Int32Array(3 * points);
  for (let g = 0; g < count; g++)
    for (let i = 0; i < points; i++)
      for (let c = 0; c < 3; c++) {
        // The first point against the last guide's, then each against going straight on.
        const guess =
          i > 1
            ? 2 * q[3 * (i - 1) + c]! - q[3 * (i - 2) + c]!
            : i === 1
              ? q[c]!
              : g > 0
                ? Math.round(place[3 * (g - 1) * points + c]! / (2 * STEP_CM))
                : 0;
        q[3 * i + c] = ((flat[c * n + g * points + i]! + guess) << 16) >> 16;
        place[3 * (g * points + i) + c] = q[3 * i + c]! * 2 * STEP_CM;
      }
  return { points, count, side, place, open: sharesOf(r.u8(n)) };
}

function readVolume(r: Reader): HairVolume {
  const low: [number, number, number] = [r.f32(), r.f32(), r.f32()];
  const cell = r.f32();
  const size: [number, number, number] = [r.count(400), r.count(400), r.count(400)];
  const most = r.f32();
  return { low, cell, size, density: Float32Array.from(r.u8(size[0] * size[1] * size[2]), (v) => most * (v / 255) ** 2) };
}

const directions = (bytes: Uint8Array) =>
  Float32Array.from(new Int8Array(bytes.buffer, bytes.byteOffset, bytes.length), (v) => v / 127);

/** @throws FigureFileError where the bytes are damaged. */
export function readHead(bytes: Uint8Array): HeadData {
  const r = new Reader(bytes);
  const baseVertices = r.count(20_000);
  const corners = r.count(200_000);
  const baseFace = Uint32Array.from(r.i16(corners));
  for (let i = 1; i < corners; i++) baseFace[i] = (baseFace[i]! + baseFace[i - 1]!) & 0xffff;
  const step = subdivideFaces(baseFace, baseVertices);
  const n = step.vertices;
  const parents = parentsAll(step);
  const position = Float32Array.from(fromResiduals(r.i16(3 * n), parents, 3), (v) => v * STEP_CM);
  const normal = directions(r.u8(3 * n));
  const attributes = attributesFrom(() => sharesOf(r.u8(n), parents));
  const ear = r.count(10_000);
  const earOpen = [sharesOf(r.u8(ear)), sharesOf(r.u8(ear))] as const;
  const eyes = [0, 1].map(() => ({ x: r.f32(), y: r.f32(), z: r.f32(), radius: r.f32(), side: r.f32() }));
  const volume = readVolume(r);
  const hair = readGuides(r);
  const beard = readGuides(r);
  r.end();
  return {
    baseFace,
    baseVertices,
    step,
    mesh: { position, face: step.face },
    normal,
    attributes,
    earOpen,
    eyes,
    volume,
    hair,
    beard,
  };
}

/** @throws FigureFileError where the bytes are damaged or belong to another head. */
export function readHeadDetail(bytes: Uint8Array, head: HeadData): HeadDetail {
  const r = new Reader(bytes);
  const step = subdivideFaces(head.step.face, head.step.vertices);
  const fresh = step.vertices - step.old;
  const position = new Float32Array(3 * step.vertices);
  position.set(head.mesh.position);
  const residual = r.i16(3 * fresh);
  for (let e = 0; e < fresh; e++)
    for (let c = 0; c < 3; c++) {
      const guess = (position[3 * step.endA[e]! + c]! + position[3 * step.endB[e]! + c]!) / 2;
      position[3 * (step.old + e) + c] = guess + residual[c * fresh + e]! * STEP_CM;
    }
  const attributes = attributesFrom((k) => {
    const bytesOf = r.u8(fresh);
    const known = head.attributes[SKIN_ATTRIBUTES[k]!];
    const out = new Float32Array(step.vertices);
    out.set(known);
    for (let e = 0; e < fresh; e++) {
      const signed = (bytesOf[e]! << 24) >> 24;
      out[step.old + e] = Math.min(1, Math.max(0, (known[step.endA[e]!]! + known[step.endB[e]!]!) / 2 + signed / 127));
    }
    return out;
  });
  const ear = r.count(10_000);
  const earOpen = [sharesOf(r.u8(ear)), sharesOf(r.u8(ear))] as const;
  const hair = readGuides(r);
  const beard = readGuides(r);
  r.end();
  return { step, mesh: { position, face: step.face }, attributes, earOpen, hair, beard };
}

/** @throws FigureFileError where the bytes are damaged. */
export function readNets(bytes: Uint8Array): NetsData {
  const r = new Reader(bytes);
  const nets = Array.from({ length: r.count(32) }, (): NetData => {
    const name = String.fromCharCode(...r.u8(r.count(32)));
    const low: [number, number, number] = [r.f32(), r.f32(), r.f32()];
    const cell = r.f32();
    const size: [number, number, number] = [r.count(2000), r.count(2000), r.count(2000)];
    const { face, cells } = netFaces(size, r.runs(size[0] * size[1] * size[2]));
    const n = cells.length;
    const offset = r.u8(3 * n);
    const position = new Float32Array(3 * n);
    for (let v = 0; v < n; v++) {
      const corner = cornerOf(low, cell, size, cells[v]!);
      for (let c = 0; c < 3; c++) position[3 * v + c] = corner[c]! + cell * (-0.25 + (1.5 * offset[c * n + v]!) / 255);
    }
    const own = r.count(1) === 1;
    const mesh = { position, face };
    const normal = own ? directions(r.u8(3 * n)) : vertexNormals(mesh);
    return { name, mesh, normal, open: sharesOf(r.u8(n)) };
  });
  const collarOpen = Array.from({ length: r.count(8) }, () => sharesOf(r.u8(r.count(100_000))));
  r.end();
  return { nets, collarOpen };
}
