import { buildBvh, type Bvh } from './bvh';
import type { GuidesWithOpen, HeadData, HeadDetail, NetsData, SkinAttributes } from './files';
import { overHairline } from './hairline';
import { makeCollars } from './make/collar';
import { makeEar } from './make/ear';
import { makeEyeball } from './make/eye';
import { GROWS_FROM } from './make/hair';
import { PEOPLE, type PersonShape } from './make/person';
import { joined, midpointValues, neighboursOf, vertexNormals, type Mesh, type Neighbours, type Subdivision } from './mesh';
import { bell, clamp, noise, smooth } from './numeric';
import { posed, posing, type Posing } from './pose';
import { isPerson, shapeKey, type SubjectShape } from './shape';
import { addBrowsAndLashes } from './brows';
import { addDown, growStrands, STRAND, StrandList, tangents, type Strands } from './strands';
import { SURFACE, surfaceOfNet } from './surfaces';
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
  readonly strands: PosedStrands | null;
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

export interface PosedStrands extends Strands {
  readonly tangent: Float32Array;
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

const CM = 0.01;

interface Piece {
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

function piecesOf(shape: SubjectShape, parts: readonly string[], detail: 'quick' | 'fine', source: PartSource): Piece[] {
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

function poseOf(shape: SubjectShape): Posing {
  if (!isPerson(shape)) return posing({ headYaw: 0, headRoll: 0, nod: 0, bodyYaw: 0 });
  const head = (shape.headTurnDeg * Math.PI) / 180;
  const body = shape.form === 'seated' ? -0.3 : -0.2;
  return posing({ headYaw: head, headRoll: 0.03, nod: 0.02, bodyYaw: body });
}

interface Assembled {
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
  // The height decides the turn: tips take that of their roots.
  for (let i = 1; i < tip.length; i += 3) tip[i] = rest[i]! + 0.01 * normal[i]!;
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

function assemble(pieces: readonly Piece[], pose: Posing): Assembled {
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
function unfolded({ mesh, normal, surface }: Assembled, rounds: number): Float32Array {
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
function shadowFaces(pieces: readonly Piece[], face: Uint32Array): Uint32Array {
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
function patchesOf({ mesh, rest, normal, surface }: Assembled): Patch[] {
  const { position, face } = mesh;
  const area = new Float32Array(position.length / 3);
  for (let i = 0; i < face.length; i += 3) {
    const [a, b, c] = [3 * face[i]!, 3 * face[i + 1]!, 3 * face[i + 2]!];
    const u = [0, 1, 2].map((k) => position[b + k]! - position[a + k]!);
    const v = [0, 1, 2].map((k) => position[c + k]! - position[a + k]!);
    const s = Math.hypot(u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!) / 6;
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

/** Head wear presses hair away: whether a point of hair would lie under it. */
function hiddenBy({ headwear }: SubjectShape): (x: number, y: number, z: number) => boolean {
  if (headwear === 'hat') return (_x, y, z) => y > 7.6 - 0.12 * (z + 2.6);
  if (headwear === 'cap') return (_x, y, z) => y - 0.1 * z > 6.2;
  return () => false;
}

/** Cuts off what lies under head wear: of every strand its lowest run outside is kept. */
function uncovered(strands: Strands, hidden: (x: number, y: number, z: number) => boolean): Strands {
  const list = new StrandList();
  const { place, start, width, tint, kind, open } = strands;
  for (let s = 0; s + 1 < start.length; s++) {
    let from = start[s + 1]!;
    while (from > start[s]! && !hidden(place[3 * from - 3]!, place[3 * from - 2]!, place[3 * from - 1]!)) from--;
    if (start[s + 1]! - from < 3) continue;
    list.add(place.subarray(3 * from, 3 * start[s + 1]!), width[from]!, tint[from]!, kind[from]!, 0.4, (i) => open[from + i]!);
  }
  return list.done();
}

const HAIR_SEED = 7;

function strandsOf(shape: SubjectShape, head: HeadData, fine: HeadDetail | null, cloth: Piece | undefined): Strands {
  const who: PersonShape = PEOPLE[shape.person];
  const { mesh, attributes } = fine ?? head;
  const normal = fine ? vertexNormals(mesh) : head.normal;
  const list = new StrandList();
  const [over, lowest] = GROWS_FROM[who.hair.kind];
  const share = fine ? 1 : 0.16;
  const wider = fine ? 1 : 2.3;
  const grow = (
    guides: GuidesWithOpen,
    count: number,
    kind: number,
    keep: (x: number, y: number, z: number, v: number) => boolean,
    style = who.hair,
  ) =>
    growStrands(list, {
      mesh,
      normal,
      guides,
      guideOpen: guides.open,
      style: { ...style, width: style.width * wider },
      count: Math.round(count * share),
      seed: HAIR_SEED,
      hairline: who.hairline,
      strandKind: kind,
      keep,
    });
  grow((fine ?? head).hair, who.hair.strands, STRAND.hair, (x, y, z) => overHairline(x, y, z, who.hairline) > over && y > lowest);
  if (who.beardLong)
    grow((fine ?? head).beard, 17000, STRAND.brow, (_x, y, _z, v) => attributes.beard[v]! > 0.12 && y > -10.6, {
      ...who.hair,
      width: 0.016,
      clump: 0.42,
      tip: 0.3,
      fly: 0.03,
    });
  const hair = uncoveredIf(list.done(), shape);
  const rest = new StrandList();
  addBrowsAndLashes(rest, head, who, fine !== null);
  if (fine) {
    addDown(
      rest,
      mesh,
      normal,
      { count: 7000, seed: 3, length: 0.11, width: 0.005, kind: STRAND.down, lie: 0.55 },
      (x, y, z, v) =>
        z > -7 &&
        overHairline(x, y, z, 0) < 0.2 &&
        attributes.inner[v]! < 0.1 &&
        attributes.lip[v]! < 0.3 &&
        !(y > 1.6 && y < 3.6 && Math.abs(x) > 1.4 && Math.abs(x) < 4.8 && z > 2),
    );
    if (who.beard && !who.beardLong)
      addDown(
        rest,
        mesh,
        normal,
        { count: 11000, seed: 4, length: 0.16, width: 0.011, kind: STRAND.brow, lie: 0.5 },
        (_x, _y, _z, v) => attributes.beard[v]! > 0.2 + 0.5 * noise(v * 7.31, v * 3.7, 2),
      );
    if (shape.garment === 'sweater' && cloth)
      addDown(
        rest,
        cloth.mesh,
        cloth.normal,
        { count: 16000, seed: 5, length: 0.3, width: 0.009, kind: STRAND.fuzz, lie: 0.2 },
        (_x, y, z) => y > -50 && z > -12,
      );
  }
  return merged(hair, rest.done());
}

function uncoveredIf(strands: Strands, shape: SubjectShape): Strands {
  return shape.headwear === 'none' ? strands : uncovered(strands, hiddenBy(shape));
}

function merged(a: Strands, b: Strands): Strands {
  const both = (x: Float32Array, y: Float32Array) => {
    const out = new Float32Array(x.length + y.length);
    out.set(x);
    out.set(y, x.length);
    return out;
  };
  const n = a.width.length;
  return {
    place: both(a.place, b.place),
    width: both(a.width, b.width),
    tint: both(a.tint, b.tint),
    open: both(a.open, b.open),
    kind: Uint8Array.from([...a.kind, ...b.kind]),
    start: Uint32Array.from([...a.start, ...b.start.subarray(1).map((s) => s + n)]),
  };
}

function poseStrands(pose: Posing, strands: Strands): PosedStrands {
  const place = posed(pose, strands.place, CM);
  return { ...strands, place, width: strands.width.map((w) => w * CM), tangent: tangents({ place, start: strands.start }) };
}

/** Where a face shines: forehead, nose, cheekbones. */
function shineAt(x: number, y: number, z: number): number {
  const nose = z > 4 ? 0.7 * bell(x, 1.2) * bell(y - 0.5, 2.6) : 0;
  const cheek = 0.35 * bell(Math.abs(x) - 4.3, 1.6) * bell(y - 0.3, 1.5);
  return clamp(0.75 + 0.45 * bell(x, 3) * bell(y - 6, 3) + nose + cheek + 0.25 * noise(x * 1.1, y * 1.1, z * 1.1), 0.3, 1.9);
}

function skinParts(
  shape: SubjectShape,
  pieces: readonly Piece[],
  { first }: Assembled,
  attributes: SkinAttributes,
  total: number,
  steps: readonly Subdivision[],
): SkinParts {
  const who: PersonShape = PEOPLE[shape.person];
  const names = ['lip', 'lid', 'blush', 'shade', 'hole', 'beard', 'root', 'shine', 'thin'] as const;
  const all = Object.fromEntries(names.map((name) => [name, new Float32Array(total)])) as Record<
    (typeof names)[number],
    Float32Array
  >;
  for (const name of ['lip', 'lid', 'blush', 'shade', 'hole', 'beard'] as const) all[name].set(attributes[name]);
  const p = pieces[0]!.mesh.position;
  const n = p.length / 3;
  for (let v = 0; v < n; v++) {
    const [x, y, z] = [p[3 * v]!, p[3 * v + 1]!, p[3 * v + 2]!];
    all.root[v] =
      who.hair.kind === 'none'
        ? 0.14 * smooth(-0.35, 0.9, overHairline(x, y, z, who.hairline))
        : smooth(-0.35, 0.9, overHairline(x, y, z, who.hairline));
    all.shine[v] = shineAt(x, y, z);
  }
  pieces.forEach(({ thin, surface, mesh }, k) => {
    if (k === 0 || surface !== SURFACE.skin) return;
    const m = mesh.position.length / 3;
    all.shine.fill(0.75, first[k]!, first[k]! + m);
    all.blush.fill(thin ? 0.75 : 0.3, first[k]!, first[k]! + m);
    if (thin) all.thin.set(thin, first[k]!);
  });
  return { attributes: all, vertices: n, steps };
}

/** Points along guides of hair, with their direction: few, and everywhere that hair is. */
function hairPoints(shape: SubjectShape, head: HeadData, pose: Posing): Shade['strandPoints'] {
  const { points, count, place, open } = head.hair;
  const n = points * count;
  const whole: Strands = {
    place,
    start: Uint32Array.from({ length: count + 1 }, (_, g) => g * points),
    width: new Float32Array(n).fill(1),
    tint: new Float32Array(n).fill(1),
    kind: new Uint8Array(n),
    open,
  };
  const { place: at, tangent } = poseStrands(pose, uncoveredIf(whole, shape));
  return { place: at, tangent };
}

/** Puts together what a subject shades and throws back: from its quick parts, without drawing it. */
export function buildShade(shape: SubjectShape, parts: readonly string[], source: PartSource): Shade {
  const pieces = piecesOf(shape, parts, 'quick', source);
  const pose = poseOf(shape);
  const all = assemble(pieces, pose);
  const head = isPerson(shape) ? source.head(parts[0]!) : null;
  const mesh = { position: all.mesh.position, face: shadowFaces(pieces, all.mesh.face) };
  const strandPoints = head ? hairPoints(shape, head, pose) : { place: new Float32Array(0), tangent: new Float32Array(0) };
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const p of [mesh.position, strandPoints.place])
    for (let i = 0; i < p.length; i++) {
      const c = (i % 3) as 0 | 1 | 2;
      if (p[i]! < low[c]) low[c] = p[i]!;
      if (p[i]! > high[c]) high[c] = p[i]!;
    }
  return {
    key: shapeKey(shape),
    bvh: buildBvh(mesh),
    mesh,
    normal: all.normal,
    base: unfolded(all, 3),
    open: all.open,
    surface: all.surface,
    hair: head && head.volume.density.length > 8 ? { volume: head.volume, posing: pose } : null,
    nodes: head ? head.step.vertices : 0,
    neighbours: head ? neighboursOf(head.step.face, head.step.vertices) : null,
    strandPoints,
    patches: patchesOf(all),
    low,
    high,
  };
}

/** Puts together what is drawn of a subject. `shade` is that of the same shape. */
export function buildFigure(
  shape: SubjectShape,
  parts: readonly string[],
  detail: 'quick' | 'fine',
  source: PartSource,
  shade: Shade,
): Figure {
  const pieces = piecesOf(shape, parts, detail, source);
  const pose = poseOf(shape);
  const all = assemble(pieces, pose);
  const head = isPerson(shape) ? source.head(parts[0]!) : null;
  const fine = head && detail === 'fine' ? source.headDetail(parts[0]!) : null;
  const cloth = pieces.find(({ surface }) => surface === SURFACE.cloth);
  const strands = head ? poseStrands(pose, strandsOf(shape, head, fine, cloth)) : null;
  const vertices = all.surface.length;
  const eyes = pieces.flatMap(({ eye, mesh }, k) => {
    if (!eye) return [];
    const c = posed(pose, Float32Array.from(eye), CM);
    return [{ centre: [c[0]!, c[1]!, c[2]!] as const, first: all.first[k]!, last: all.first[k]! + mesh.position.length / 3 }];
  });
  return {
    key: `${shapeKey(shape)} ${detail}`,
    detail,
    shape,
    who: head ? PEOPLE[shape.person] : null,
    position: all.mesh.position,
    normal: all.normal,
    base: unfolded(all, detail === 'fine' ? 14 : 3),
    rest: all.rest,
    face: all.mesh.face,
    surface: all.surface,
    part: all.part,
    twoSided: all.twoSided,
    open: all.open,
    skin: head ? skinParts(shape, pieces, all, (fine ?? head).attributes, vertices, fine ? [fine.step] : []) : null,
    eyes,
    strands,
    shade,
  };
}

/** Values at the nodes of the head brought to all its vertices. */
export function fromNodes({ steps }: SkinParts, values: Float32Array): Float32Array {
  return steps.reduce((coarse, step) => midpointValues(step, coarse), values);
}
