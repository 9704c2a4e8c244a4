import { buildBvh } from './bvh';
import type { SkinAttributes } from './part-files';
import { hairPoints, poseStrands, strandsOf } from './hair-on';
import { overHairline } from './hairline';
import { PEOPLE, type PersonShape } from './make/person';
import { midpointValues, neighboursOf, type Subdivision } from './mesh';
import { bell, clamp, noise, smooth } from './numeric';
import { assemble, patchesOf, piecesOf, poseOf, shadowFaces, unfolded, type Assembled, type Piece } from './pieces';
import { CM, posed } from './pose';
import { isPerson, shapeKey, type SubjectShape } from './shape';
import { SURFACE } from './surfaces';
import type { Figure, PartSource, Shade, SkinParts } from './types';

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
