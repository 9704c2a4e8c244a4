import { buildBvh, isBlocked, type Bvh } from '../bvh';
import { before, residuals, shareBytes, Writer } from '../codec';
import { parentsAll, SKIN_ATTRIBUTES, STEP_CM } from '../part-files';
import { growStrands, StrandList, STRAND } from '../strands';
import { joined, subdivideFaces, vertexNormals, type Mesh } from '../mesh';
import { overHairline } from '../hairline';
import { hairDepth, volumeOf, type HairVolume } from '../volume';
import type { Garment, PersonId } from '../../document/subject';
import { clothField, handsField, stoolField, type Posture } from './body';
import { makeCollars } from './collar';
import { makeComplexion } from './complexion';
import { makeEar } from './ear';
import {
  BOTTLE_TABLE_CM,
  bottleCapField,
  capField,
  glassesField,
  hatField,
  kettleField,
  kettleMattField,
  KETTLE_TABLE_CM,
  labelField,
} from './extras';
import { glassField } from '../glass';
import { GROWS_FROM, makeBeardGuides, makeGuides, type Guides } from './hair';
import { makeHead, type Head } from './head';
import { makeNet, type Net } from './net';
import { PEOPLE, type PersonShape } from './person';
import { slopeOf, type Field, type Vec } from './shapes';

/** Writes the parts of figures as files: a quick one, and one that adds what is fine. The same input gives the same bytes. */

export interface Baked {
  readonly name: string;
  readonly quick: Uint8Array;
  readonly fine: Uint8Array;
}

/** Shares of all directions from which light comes to places, by their cosine: less from below, where a floor is darker than a room. */
function openness(mesh: Mesh, normal: Float32Array, blockers: Bvh, volume: HairVolume | null, liftCm = 0.4): Float32Array {
  const rays = 44;
  const n = mesh.position.length / 3;
  const sum = new Float32Array(n);
  const all = new Float32Array(n);
  for (let i = 0; i < rays; i++) {
    const y = 1 - (2 * (i + 0.5)) / rays;
    const r = Math.sqrt(1 - y * y);
    const [dx, dy, dz] = [r * Math.cos(i * 2.39996), y, r * Math.sin(i * 2.39996)];
    const weight = y < -0.2 ? 0.4 : 1;
    for (let v = 0; v < n; v++) {
      const q = 3 * v;
      const cosine = normal[q]! * dx + normal[q + 1]! * dy + normal[q + 2]! * dz;
      if (cosine <= 0) continue;
      all[v]! += cosine;
      const [x, py, z] = [0, 1, 2].map((c) => mesh.position[q + c]! + liftCm * normal[q + c]!) as Vec;
      if (isBlocked(blockers, x, py, z, dx, dy, dz, 60)) continue;
      sum[v]! += weight * cosine * (volume ? Math.exp(-hairDepth(volume, x, py, z, dx, dy, dz, 60)) : 1);
    }
  }
  return sum.map((s, v) => (all[v]! > 0 ? s / all[v]! : 0));
}

/** The same for hair, which has no side: by depth of hair alone, at every point of its guides. */
function guideOpenness({ place }: Guides, volume: HairVolume): Float32Array {
  const rays = 18;
  const out = new Float32Array(place.length / 3);
  for (let i = 0; i < rays; i++) {
    const y = 1 - (2 * (i + 0.5)) / rays;
    const r = Math.sqrt(1 - y * y);
    for (let p = 0; p < out.length; p++)
      out[p]! +=
        ((y < -0.2 ? 0.4 : 1) *
          Math.exp(
            -hairDepth(
              volume,
              place[3 * p]!,
              place[3 * p + 1]!,
              place[3 * p + 2]!,
              r * Math.cos(i * 2.39996),
              y,
              r * Math.sin(i * 2.39996),
              40,
            ),
          )) /
        rays;
  }
  return out;
}

function writeGuides(w: Writer, { points, count, side, place }: Guides, open: Float32Array): void {
  const n = points * count;
  const q = Int32Array.from(place, (v) => Math.round(v / (2 * STEP_CM)));
  const out = new Int32Array(3 * n);
  for (let g = 0; g < count; g++)
    for (let i = 0; i < points; i++)
      for (let c = 0; c < 3; c++) {
        const at = (g * points + i) * 3 + c;
        const guess = i > 1 ? 2 * q[at - 3]! - q[at - 6]! : i === 1 ? q[at - 3]! : g > 0 ? q[3 * (g - 1) * points + c]! : 0;
        out[c * n + g * points + i] = ((q[at]! - guess) << 16) >> 16;
      }
  w.u32(points, count)
    .u8(Uint8Array.from(side, (s) => s + 1))
    .i16(out)
    .u8(shareBytes(open, before));
}

/** Some of the guides, evenly. */
function thinned({ points, count, side, place }: Guides, want: number): Guides {
  const every = Math.max(1, Math.round(count / Math.max(1, want)));
  const kept = Array.from({ length: Math.ceil(count / every) }, (_, i) => i * every).filter((g) => g < count);
  return {
    points,
    count: kept.length,
    side: Int8Array.from(kept, (g) => side[g]!),
    place: Float32Array.from(kept.flatMap((g) => [...place.slice(3 * g * points, 3 * (g + 1) * points)])),
  };
}

const VOLUME_CELL_CM = 0.75;
/** Light goes through a strand and on: hair takes less of it than its width. */
const TAKES = 0.35;

function hairVolume(head: Head, hair: Guides, beard: Guides): HairVolume {
  const { who } = head;
  const strands = new StrandList();
  const [over, lowest] = GROWS_FROM[who.hair.kind];
  const open = (g: Guides) => new Float32Array(g.points * g.count);
  const grow = (guides: Guides, count: number, keep: (x: number, y: number, z: number, v: number) => boolean) =>
    growStrands(strands, {
      mesh: head,
      normal: vertexNormals(head),
      guides,
      guideOpen: open(guides),
      style: who.hair,
      count,
      seed: 7,
      hairline: who.hairline,
      strandKind: STRAND.hair,
      keep,
    });
  grow(hair, who.hair.strands, (x, y, z) => overHairline(x, y, z, who.hairline) > over && y > lowest);
  grow(beard, who.beardLong ? 9000 : 0, (_x, y) => y > -10.8);
  const made = strands.done();
  if (made.width.length === 0) return { low: [0, 0, 0], cell: 1, size: [2, 2, 2], density: new Float32Array(8) };
  return volumeOf(made.place, (i) => TAKES * made.width[i]!, made.start, VOLUME_CELL_CM);
}

function writeVolume(w: Writer, { low, cell, size, density }: HairVolume): void {
  const most = density.reduce((a, b) => Math.max(a, b), 1e-6);
  w.f32(...low, cell)
    .u32(...size)
    .f32(most)
    .u8(Uint8Array.from(density, (v) => Math.round(255 * Math.sqrt(v / most))));
}

const bytesOfNormals = (n: Float32Array) => Uint8Array.from(n, (v) => Math.round(127 * v) & 255);

/** What a head's openness is taken under: shoulders in a shirt; a body's, under a head. */
const coarseBody = (() => {
  let made: Mesh | null = null;
  return () => {
    const field = clothField('standing', 'shirt');
    made ??= joined([makeNet(field, [-34, -80, -26], [34, -9.5, 18], 1.7), ...makeCollars('shirt', false)]);
    return made;
  };
})();

/** Bakes a head: its two files. */
export function bakeHead(id: PersonId): Baked {
  const who: PersonShape = PEOPLE[id];
  const head = makeHead(who);
  const skin = makeComplexion(head);
  const normal = vertexNormals(head);
  const one = subdivideFaces(head.base.face, head.base.vertices);
  const nodes = one.vertices;
  const hair = makeGuides(head);
  const beard: Guides = who.beardLong
    ? makeBeardGuides(head, skin, 700)
    : { points: 2, count: 0, place: new Float32Array(0), side: new Int8Array(0) };
  const volume = hairVolume(head, hair, beard);
  const ears = [makeEar(1, false), makeEar(-1, false)] as const;
  const fineEars = [makeEar(1, true), makeEar(-1, true)] as const;
  const blockers = buildBvh(
    joined([
      { position: head.position.slice(0, 3 * nodes), face: one.face },
      ...(who.hair.kind === 'long' ? [] : ears),
      coarseBody(),
    ]),
  );
  const open = openness(head, normal, blockers, volume);
  const attributes = { lip: head.lip, lid: head.lid, inner: head.inner, ...skin, open };

  const quick = new Writer();
  quick.u32(head.base.vertices, head.base.face.length);
  quick.i16(Int32Array.from(head.base.face, (v, i) => v - (i ? head.base.face[i - 1]! : 0)));
  const q = Int32Array.from(head.position, (v) => Math.round(v / STEP_CM));
  const parents = parentsAll(one);
  quick.i16(residuals(q.slice(0, 3 * nodes), parents, 3)).u8(bytesOfNormals(normal.slice(0, 3 * nodes)));
  for (const name of SKIN_ATTRIBUTES) quick.u8(shareBytes(attributes[name].slice(0, nodes), parents));
  quick.u32(ears[0].thin.length);
  for (const ear of ears) quick.u8(shareBytes(openness(ear, vertexNormals(ear), blockers, volume), before));
  for (const e of head.eyes) quick.f32(e.x, e.y, e.z, e.radius, e.side);
  writeVolume(quick, volume);
  const few = thinned(hair, who.hair.kind === 'long' ? 420 : 330);
  writeGuides(quick, few, guideOpenness(few, volume));
  const fewBeard = thinned(beard, 150);
  writeGuides(quick, fewBeard, guideOpenness(fewBeard, volume));

  const fine = new Writer();
  const two = subdivideFaces(one.face, nodes);
  const fresh = two.vertices - nodes;
  const known = Float32Array.from(q.slice(0, 3 * nodes), (v) => v * STEP_CM);
  const place = new Int32Array(3 * fresh);
  for (let e = 0; e < fresh; e++)
    for (let c = 0; c < 3; c++) {
      const guess = (known[3 * two.endA[e]! + c]! + known[3 * two.endB[e]! + c]!) / 2;
      place[c * fresh + e] = Math.round((head.position[3 * (nodes + e) + c]! - guess) / STEP_CM);
    }
  fine.i16(place);
  for (const name of SKIN_ATTRIBUTES) {
    const a = attributes[name].map((v) => Math.min(1, Math.max(0, v)));
    fine.u8(
      Uint8Array.from({ length: fresh }, (_, e) => {
        const rounded = (v: number) => Math.round(255 * v) / 255;
        const guess = (rounded(a[two.endA[e]!]!) + rounded(a[two.endB[e]!]!)) / 2;
        return Math.round(127 * Math.min(1, Math.max(-1, a[nodes + e]! - guess))) & 255;
      }),
    );
  }
  fine.u32(fineEars[0].thin.length);
  for (const ear of fineEars) fine.u8(shareBytes(openness(ear, vertexNormals(ear), blockers, volume), before));
  writeGuides(fine, hair, guideOpenness(hair, volume));
  writeGuides(fine, beard, guideOpenness(beard, volume));
  return { name: `head-${id}`, quick: quick.bytes(), fine: fine.bytes() };
}

interface NetPart {
  readonly name: string;
  readonly field: Field;
  readonly net: Net;
  /** Over how much its directions are taken from the field, cm; 0 leaves them to the mesh. */
  readonly slopeCm: number;
}

const part = (name: string, field: Field, low: Vec, high: Vec, cell: number, slopeCm = 0): NetPart => ({
  name,
  field,
  net: makeNet(field, low, high, cell),
  slopeCm,
});

function writeNets(
  parts: readonly NetPart[],
  collars: readonly Mesh[],
  others: readonly Mesh[],
  volume: HairVolume | null,
  liftCm = 0.4,
): Uint8Array {
  const w = new Writer();
  const blockers = buildBvh(joined([...parts.map(({ net }) => net), ...collars, ...others]));
  w.u32(parts.length);
  for (const { name, field, net, slopeCm } of parts) {
    const { low, cell, size, inside, position } = net;
    const n = position.length / 3;
    w.u32(name.length).u8([...name].map((c) => c.charCodeAt(0)));
    w.f32(...low, cell)
      .u32(...size)
      .runs(inside);
    const corners = cornersOf(net);
    const offset = new Uint8Array(3 * n);
    for (let v = 0; v < n; v++)
      for (let c = 0; c < 3; c++)
        offset[c * n + v] = Math.round(
          (255 * Math.min(1.5, Math.max(0, (position[3 * v + c]! - corners[3 * v + c]!) / cell + 0.25))) / 1.5,
        );
    w.u8(offset).u32(slopeCm > 0 ? 1 : 0);
    const normal = vertexNormals(net);
    if (slopeCm > 0) {
      for (let v = 0; v < n; v++)
        normal.set(slopeOf(field, position[3 * v]!, position[3 * v + 1]!, position[3 * v + 2]!, slopeCm), 3 * v);
      w.u8(bytesOfNormals(normal));
    }
    w.u8(shareBytes(openness(net, normal, blockers, volume, liftCm), before));
  }
  w.u32(collars.length);
  for (const collar of collars) {
    const open = openness(collar, vertexNormals(collar), blockers, volume);
    w.u32(open.length).u8(shareBytes(open, before));
  }
  return w.bytes();
}

/** Low corners of the cells that hold vertices, as stored: single precision, so that what is read fits. */
function cornersOf({ low, cell, size, inside }: Net): Float64Array {
  const l = low.map(Math.fround) as Vec;
  const c = Math.fround(cell);
  const out: number[] = [];
  const [nx, ny, nz] = size;
  for (let k = 0; k + 1 < nz; k++)
    for (let j = 0; j + 1 < ny; j++)
      for (let i = 0; i + 1 < nx; i++) {
        let sum = 0;
        for (let b = 0; b < 8; b++) sum += inside[((k + (b >> 2)) * ny + j + ((b >> 1) & 1)) * nx + i + (b & 1)]!;
        if (sum > 0 && sum < 8) out.push(l[0] + i * c, l[1] + j * c, l[2] + k * c);
      }
  return Float64Array.from(out);
}

/** Bakes a body in its clothes, its hands, and what it sits on. */
export function bakeBody(posture: Posture, garment: Garment, heads: readonly Mesh[]): Baked {
  const cloth = clothField(posture, garment);
  const hands = handsField(posture);
  const seated = posture === 'seated';
  const low: Vec = [-34, seated ? -131 : -160, -26];
  const high: Vec = [34, -9.5, seated ? 50 : 20];
  const handLow: Vec = seated ? [-19, -69, 16] : [-27, -101, -1];
  const handHigh: Vec = seated ? [19, -60, 38] : [27, -77, 11];
  const stool = (cell: number) => (seated ? [part('seat', stoolField, [-22, -131, -20], [22, -88, 22], cell)] : []);
  const upper: Field = (x, y, z) => Math.max(cloth(x, y, z), -53.5 - y);
  const lower: Field = (x, y, z) => Math.max(cloth(x, y, z) + 0.04, y + 51);
  const quick = writeNets(
    [part('cloth', cloth, low, high, 1.8, 0.35), part('skin', hands, handLow, handHigh, 0.8, 0.1), ...stool(1.4)],
    makeCollars(garment, false),
    heads,
    null,
  );
  const fine = writeNets(
    [
      part('cloth', upper, [-34, -54.5, -26], high, 0.55),
      part('cloth', lower, low, [34, -50, high[2]], 1.1),
      part('skin', hands, handLow, handHigh, 0.42),
      ...stool(0.9),
    ],
    makeCollars(garment, true),
    heads,
    null,
  );
  return { name: `body-${posture}-${garment}`, quick, fine };
}

/** Heads that stand for any head over a body. */
export function headBlockers(): Mesh[] {
  const head = makeHead(PEOPLE.cropped);
  makeComplexion(head);
  return [{ position: head.position, face: subdivideFaces(head.base.face, head.base.vertices).face }];
}

/** Bakes what is worn on the head, and the things of a still life. */
export function bakeExtras(): Baked[] {
  const head = headBlockers();
  const worn = (name: string, field: Field, low: Vec, high: Vec, coarse: number, fine: number): Baked => ({
    name,
    quick: writeNets([part(name, field, low, high, coarse, 0.2)], [], head, null, 0.3),
    fine: writeNets([part(name, field, low, high, fine, 0.08)], [], head, null, 0.3),
  });
  const table = (top: number): Mesh => ({
    position: Float32Array.from([-60, top, -35, 60, top, -35, 60, top, 35, -60, top, 35]),
    face: Uint32Array.from([0, 2, 1, 0, 3, 2]),
  });
  const thing = (name: string, top: number, parts: (scale: number) => NetPart[]): Baked => ({
    name,
    quick: writeNets(parts(2), [], [table(top)], null, 0.12),
    fine: writeNets(parts(1), [], [table(top)], null, 0.12),
  });
  return [
    worn('hat', hatField, [-16, 3, -20], [16, 21, 15], 0.95, 0.4),
    worn('cap', capField, [-12, 4, -16], [12, 20, 10], 0.95, 0.36),
    worn('lens', glassesField, [-9, 0, -6], [9, 6, 8], 0.4, 0.16),
    thing('bottle', BOTTLE_TABLE_CM, (s) => [
      part('glass', glassField, [-4.2, -6.2, -2.5], [4.2, 5.2, 2.5], 0.16 * s, 0.03),
      part('label', labelField, [-2.6, -4.2, 1.6], [2.6, 0.6, 2.1], 0.1 * s, 0.02),
      part('metal', bottleCapField, [-1.8, 3.6, -1.8], [1.8, 7.2, 1.8], 0.12 * s, 0.03),
    ]),
    thing('kettle', KETTLE_TABLE_CM, (s) => [
      part('metal', kettleField, [-9, -9, -9], [13.5, 6.5, 9], 0.42 * s, 0.08),
      part('matt', kettleMattField, [-13, -9.4, -8], [8, 7.6, 8], 0.3 * s, 0.05),
    ]),
  ];
}
