import { addBrowsAndLashes } from './brows';
import type { GuidesWithOpen, HeadData, HeadDetail } from './part-files';
import { overHairline } from './hairline';
import { GROWS_FROM } from './make/hair';
import { PEOPLE, type PersonShape } from './make/person';
import { vertexNormals } from './mesh';
import { noise } from './numeric';
import { CM, posed, type Posing } from './pose';
import type { Piece } from './pieces';
import type { SubjectShape } from './shape';
import { addDown, growStrands, STRAND, StrandList, tangentInto, type Strands } from './strands';
import type { Shade } from './types';

/** Head wear presses hair away: whether a point of hair would lie under it. */
function hiddenBy({ headwear }: SubjectShape): (x: number, y: number, z: number) => boolean {
  if (headwear === 'hat') return (_x, y, z) => y > 7.6 - 0.12 * (z + 2.6);
  if (headwear === 'cap') return (_x, y, z) => y - 0.1 * z > 6.2;
  return () => false;
}

/** Without what lies under head wear: of every strand its lowest run outside is kept. */
function uncovered(strands: Strands, shape: SubjectShape): StrandList {
  const hidden = hiddenBy(shape);
  const { place, start, width, tint, kind, open } = strands;
  const list = new StrandList(kind.length);
  for (let s = 0; s + 1 < start.length; s++) {
    let from = start[s + 1]!;
    while (from > start[s]! && !hidden(place[3 * from - 3]!, place[3 * from - 2]!, place[3 * from - 1]!)) from--;
    if (start[s + 1]! - from < 3) continue;
    list.add(place.subarray(3 * from, 3 * start[s + 1]!), width[from]!, tint[from]!, kind[from]!, 0.4, (i) => open[from + i]!);
  }
  return list;
}

const HAIR_SEED = 7;
/** Of the strands that are tried about so many grow; points of brows, down and fuzz, about. Lists grow where that is not enough. */
const [MOSTLY_GROWN, OTHER_POINTS] = [0.75, 60_000];

/** All strands of a person: hair, brows and lashes, down, and the fuzz of cloth; at rest, cm. */
export function strandsOf(shape: SubjectShape, head: HeadData, fine: HeadDetail | null, cloth: Piece | undefined): Strands {
  const who: PersonShape = PEOPLE[shape.person];
  const { mesh, attributes } = fine ?? head;
  const normal = fine ? vertexNormals(mesh) : head.normal;
  const [over, lowest] = GROWS_FROM[who.hair.kind];
  const share = fine ? 1 : 0.16;
  const list = new StrandList(Math.round(share * who.hair.strands * head.hair.points * MOSTLY_GROWN) + OTHER_POINTS);
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
  const rest = shape.headwear === 'none' ? list : uncovered(list.done(), shape);
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
  return rest.done();
}

/** Poses strands at rest, cm, in their own arrays. */
export function poseStrands(pose: Posing, strands: Strands): Strands {
  const { place, width } = strands;
  for (let i = 0; i < width.length; i++) width[i]! *= CM;
  return { ...strands, place: posed(pose, place, CM, place) };
}

/** Points along guides of hair, with their direction: few, and everywhere that hair is. */
export function hairPoints(shape: SubjectShape, head: HeadData, pose: Posing): Shade['strandPoints'] {
  const { points, count, place, open } = head.hair;
  const n = points * count;
  const whole: Strands = {
    place: place.slice(),
    start: Uint32Array.from({ length: count + 1 }, (_, g) => g * points),
    width: new Float32Array(n).fill(1),
    tint: new Float32Array(n).fill(1),
    kind: new Uint8Array(n),
    open,
  };
  const { place: at, start } = poseStrands(pose, shape.headwear === 'none' ? whole : uncovered(whole, shape).done());
  const tangent = new Float32Array(at.length);
  for (let s = 0; s + 1 < start.length; s++)
    for (let i = start[s]!; i < start[s + 1]!; i++) tangentInto(tangent, i, at, i, start[s]!, start[s + 1]!);
  return { place: at, tangent };
}
