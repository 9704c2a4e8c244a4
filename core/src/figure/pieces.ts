import type { NetsData } from './part-files';
import { makeCollars } from './make/collar';
import { makeEar } from './make/ear';
import { makeEyeball } from './make/eye';
import { PEOPLE, type PersonShape } from './make/person';
import { joined, neighboursOf, vertexNormals, type Mesh } from './mesh';
import { smooth } from './numeric';
import { CM, posed, posing, type Posing } from './pose';
import { isPerson, type SubjectShape } from './shape';
import { SURFACE, surfaceOfNet } from './surfaces';
import type { PartSource, Patch } from './types';

/** One mesh of a subject, in its own axes at rest, cm. */
export interface Piece {
  readonly mesh: Mesh;
  readonly normal: Float32Array;
  readonly open: Float32Array;
  readonly surface: number;
  readonly twoSided: boolean;
  readonly thin?: Float32Array;
  readonly eye?: readonly [number, number, number];
  /** Takes no part in shadows: what is glass, or lies inside. */
  readonly clear?: boolean;
}

/** Fits a body to a person: its neck to that of the head, its shoulders by their width. */
function fitted(rest: Float32Array, { neck, shoulders }: Pick<PersonShape, 'neck' | 'shoulders'>): Float32Array {
  const out = rest.slice();
  for (let i = 0; i < out.length; i += 3) {
    const high = smooth(-26, -18, out[i + 1]!);
    const w = high * (neck - 1) * 0.75;
    out[i]! *= 1 + w + (1 - high) * (shoulders - 1);
    out[i + 2] = -6.6 + (out[i + 2]! + 6.6) * (1 + w + (1 - high) * (shoulders - 1) * 0.5);
  }
  return out;
}

/** The meshes that a subject is put together from. */
export function piecesOf(shape: SubjectShape, parts: readonly string[], detail: 'quick' | 'fine', source: PartSource): Piece[] {
  const pieces: Piece[] = [];
  const addNets = ({ nets }: NetsData, wearer: PersonShape | null = null) => {
    for (const { name, mesh, normal, open } of nets) {
      const position = wearer ? fitted(mesh.position, wearer) : mesh.position;
      pieces.push({
        mesh: { ...mesh, position },
        normal,
        open,
        surface: surfaceOfNet(name),
        twoSided: name === 'hat' || name === 'cap',
        clear: name === 'glass',
      });
    }
  };
  if (!isPerson(shape)) {
    for (const name of parts) addNets(source.nets(name, detail));
    return pieces;
  }
  const head = source.head(parts[0]!);
  const who: PersonShape = PEOPLE[shape.person];
  const fine = detail === 'fine' ? source.headDetail(parts[0]!) : null;
  const mesh = fine?.mesh ?? head.mesh;
  pieces.push({
    mesh,
    normal: fine ? vertexNormals(mesh) : head.normal,
    open: (fine ?? head).attributes.open,
    surface: SURFACE.skin,
    twoSided: false,
  });
  // Ears under long hair are left out.
  if (who.hair.kind !== 'long')
    [1, -1].forEach((side, k) => {
      const ear = makeEar(side, fine !== null);
      pieces.push({
        mesh: ear,
        normal: vertexNormals(ear),
        open: (fine ?? head).earOpen[k]!.map((v) => Math.max(0.22, v)),
        surface: SURFACE.skin,
        twoSided: true,
        thin: ear.thin,
      });
    });
  for (const eye of head.eyes) {
    const ball = makeEyeball(eye);
    pieces.push({
      mesh: ball,
      normal: vertexNormals(ball),
      open: new Float32Array(ball.position.length / 3).fill(0.8),
      surface: SURFACE.eye,
      twoSided: false,
      eye: [eye.x, eye.y, eye.z],
      clear: true,
    });
  }
  const body = source.nets(parts[1]!, detail);
  addNets(body, who);
  makeCollars(shape.garment, fine !== null).forEach((collar, k) => {
    const position = fitted(collar.position, who);
    const own = { ...collar, position };
    pieces.push({ mesh: own, normal: vertexNormals(own), open: body.collarOpen[k]!, surface: SURFACE.collar, twoSided: true });
  });
  for (const name of parts.slice(2)) addNets(source.nets(name, detail));
  return pieces;
}

export function poseOf(shape: SubjectShape): Posing {
  if (!isPerson(shape)) return posing({ headYaw: 0, headRoll: 0, nod: 0, bodyYaw: 0 });
  const head = (shape.headTurnDeg * Math.PI) / 180;
  const body = shape.form === 'seated' ? -0.3 : -0.2;
  return posing({ headYaw: head, headRoll: 0.03, nod: 0.02, bodyYaw: body });
}

/** All meshes of a subject as one, posed: metres. */
export interface Assembled {
  readonly mesh: Mesh;
  readonly rest: Float32Array;
  readonly normal: Float32Array;
  readonly open: Float32Array;
  readonly surface: Uint8Array;
  readonly part: Uint8Array;
  readonly twoSided: Uint8Array;
  readonly first: readonly number[];
}

/** Directions turned with their places: by the rotation of the place's height, which is exact but for the twist itself. */
function posedNormals(pose: Posing, rest: Float32Array, normal: Float32Array): Float32Array {
  const tip = rest.map((v, i) => v + 0.01 * normal[i]!);
  const [a, b] = [posed(pose, rest, 1), posed(pose, tip, 1)];
  for (let i = 0; i < a.length; i += 3) {
    const [x, y, z] = [b[i]! - a[i]!, b[i + 1]! - a[i + 1]!, b[i + 2]! - a[i + 2]!];
    const l = Math.sqrt(x * x + y * y + z * z) || 1;
    b[i] = x / l;
    b[i + 1] = y / l;
    b[i + 2] = z / l;
  }
  return b;
}

export function assemble(pieces: readonly Piece[], pose: Posing): Assembled {
  const { position: rest, face } = joined(pieces.map(({ mesh }) => mesh));
  const v = rest.length / 3;
  const normal = new Float32Array(3 * v);
  const open = new Float32Array(v);
  const surface = new Uint8Array(v);
  const part = new Uint8Array(face.length / 3);
  const twoSided = new Uint8Array(face.length / 3);
  const first: number[] = [];
  let at = 0;
  let f = 0;
  pieces.forEach((piece, k) => {
    const n = piece.mesh.position.length / 3;
    normal.set(piece.normal, 3 * at);
    open.set(piece.open, at);
    surface.fill(piece.surface, at, at + n);
    const faces = piece.mesh.face.length / 3;
    part.fill(k, f, f + faces);
    if (piece.twoSided) twoSided.fill(1, f, f + faces);
    first.push(at);
    at += n;
    f += faces;
  });
  return {
    mesh: { position: posed(pose, rest, CM), face },
    rest,
    normal: posedNormals(pose, rest, normal),
    open,
    surface,
    part,
    twoSided,
    first,
  };
}

/** Directions with the folds of cloth smoothed out; those of other surfaces stand. */
export function unfolded({ mesh, normal, surface }: Assembled, rounds: number): Float32Array {
  const { row, column } = neighboursOf(mesh.face, surface.length);
  let from = normal.slice();
  let to = normal.slice();
  for (let k = 0; k < rounds; k++) {
    for (let v = 0; v < surface.length; v++) {
      if (surface[v] !== SURFACE.cloth) continue;
      let [x, y, z] = [from[3 * v]!, from[3 * v + 1]!, from[3 * v + 2]!];
      for (let r = row[v]!; r < row[v + 1]!; r++) {
        const q = 3 * column[r]!;
        x += from[q]!;
        y += from[q + 1]!;
        z += from[q + 2]!;
      }
      const l = Math.sqrt(x * x + y * y + z * z) || 1;
      to[3 * v] = x / l;
      to[3 * v + 1] = y / l;
      to[3 * v + 2] = z / l;
    }
    [from, to] = [to, from];
  }
  return from;
}

/** Faces of those pieces that stand in light's way. */
export function shadowFaces(pieces: readonly Piece[], face: Uint32Array): Uint32Array {
  const out: number[] = [];
  let f = 0;
  for (const { mesh, clear } of pieces) {
    if (!clear) for (let i = f; i < f + mesh.face.length; i++) out.push(face[i]!);
    f += mesh.face.length;
  }
  return Uint32Array.from(out);
}

const PATCHES = 28;

/** Patches of cloth over chest and shoulders: places far from each other, each with the area that lies nearest to it. */
export function patchesOf({ mesh, rest, normal, surface }: Assembled): Patch[] {
  const { position, face } = mesh;
  const area = new Float32Array(position.length / 3);
  for (let i = 0; i < face.length; i += 3) {
    const a = 3 * face[i]!;
    const b = 3 * face[i + 1]!;
    const c = 3 * face[i + 2]!;
    const ux = position[b]! - position[a]!;
    const uy = position[b + 1]! - position[a + 1]!;
    const uz = position[b + 2]! - position[a + 2]!;
    const vx = position[c]! - position[a]!;
    const vy = position[c + 1]! - position[a + 1]!;
    const vz = position[c + 2]! - position[a + 2]!;
    const s = Math.hypot(uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx) / 6;
    for (let k = 0; k < 3; k++) area[face[i + k]!]! += s;
  }
  const wanted: number[] = [];
  for (let v = 0; v < area.length; v++)
    if (
      surface[v] === SURFACE.cloth &&
      rest[3 * v + 1]! > -56 &&
      rest[3 * v + 1]! < -17.5 &&
      (normal[3 * v + 2]! > -0.35 || rest[3 * v + 1]! > -24)
    )
      wanted.push(v);
  if (wanted.length === 0) return [];
  const away = new Float32Array(wanted.length).fill(Infinity);
  const nearest = new Int32Array(wanted.length);
  const chosen: number[] = [];
  let next = 0;
  for (let n = 0; n < Math.min(PATCHES, wanted.length); n++) {
    chosen.push(wanted[next]!);
    const q = 3 * wanted[next]!;
    let far = -1;
    for (let i = 0; i < wanted.length; i++) {
      const p = 3 * wanted[i]!;
      const d =
        (position[p]! - position[q]!) ** 2 +
        (position[p + 1]! - position[q + 1]!) ** 2 +
        (position[p + 2]! - position[q + 2]!) ** 2;
      if (d < away[i]!) {
        away[i] = d;
        nearest[i] = n;
      }
      if (away[i]! > far) {
        far = away[i]!;
        next = i;
      }
    }
  }
  const sums = new Float64Array(chosen.length);
  wanted.forEach((v, i) => (sums[nearest[i]!]! += area[v]!));
  return chosen.map((v, n) => ({
    place: [position[3 * v]!, position[3 * v + 1]!, position[3 * v + 2]!],
    normal: [normal[3 * v]!, normal[3 * v + 1]!, normal[3 * v + 2]!],
    areaM2: sums[n]!,
    vertex: v,
  }));
}
