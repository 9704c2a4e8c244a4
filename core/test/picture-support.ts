import { MATERIAL, SURFACE_MATERIALS, type MaterialName } from '../src/figure/materials';
import { amountAt, type Amounts } from '../src/picture/amounts';
import { MIX_UNIT } from '../src/picture/fragments';
import { lightTerm, type LightTerm, type SentTerm } from '../src/picture/light-term';
import { relightInto } from '../src/picture/relight';
import { findSeen, type Seen } from '../src/picture/seen';
import { addGroups, addMesh } from '../src/picture/soft-mesh';
import { frameTriples } from '../src/picture/triples';
import { placed, type Placed } from '../src/transport/zone-light';
import { straight, reaching, byCard } from '../src/transport/reach';
import type { Emitting } from '../src/transport/emission';
import type { Stage } from '../src/transport/stage';
import type { Look } from '../src/document';

/** Helpers of tests that look into pictures. */

export interface Drawn {
  readonly seen: Seen;
  readonly terms: readonly LightTerm[];
  /** Balanced sensor values before any clip. */
  readonly raw: Float64Array;
}

export function drawn(look: Look, width: number, height: number, detail: 'finest' | 'quick' = 'quick'): Drawn {
  const seen = findSeen(look, width, height, detail);
  const terms = look.lights.map((light) => lightTerm(seen, light, look));
  const raw = new Float64Array(3 * width * height);
  relightInto(raw, seen, terms, frameTriples(look));
  return { seen, terms, raw };
}

const spreadOut = new WeakMap<Amounts, Float32Array>();

function spread(amounts: Amounts, count: number, fill: (out: Float32Array, values: Float32Array) => void): Float32Array {
  let found = spreadOut.get(amounts);
  if (!found) {
    fill(
      (found = new Float32Array(count)),
      Float32Array.from(amounts.codes, (_, i) => amountAt(amounts, i)),
    );
    spreadOut.set(amounts, found);
  }
  return found;
}

/** What is sent on to every point of strands, which soft light has for groups of them. */
export const onPoints = ({ strands }: Seen, { groups }: SentTerm, amounts: Amounts): Float32Array =>
  spread(amounts, strands!.point.length, (out, values) => (groups ? addGroups(out, groups, values) : out.set(values)));

/** What is sent on to every part of the room, which soft light has for the places of its mesh. */
export const inRoom = (seen: Seen, { groups, room }: SentTerm): Float32Array =>
  spread(room, seen.room.count, (out, values) => (groups === undefined ? out.set(values) : addMesh(out, seen, values)));

/** Share of every pixel that shows a material. */
export function sharesOf({ fragments: f, room, strands, figure, width, height }: Seen, material: MaterialName): Float32Array {
  const out = new Float32Array(width * height);
  for (let i = 0; i < f.count; i++)
    SURFACE_MATERIALS[f.surface[i]!]!.forEach((name, k) => {
      if (name === material) out[f.pixel[i]!]! += f.share[i]! * Math.min(1, MIX_UNIT * f.mix[6 * i + k]!);
    });
  for (let i = 0; i < room.through; i++) if (room.material[i] === MATERIAL[material]) out[room.pixel[i]!]! += room.share[i]!;
  if (strands && material === 'hair') {
    const { point, first, pixel, share } = strands;
    point.forEach((k, i) => {
      if (figure.strands!.kind[k] === 0) for (let j = first[i]!; j < first[i + 1]!; j++) out[pixel[j]!]! += share[j]!;
    });
  }
  return out;
}

/** Mean sensor values over the pixels that mostly show a material. */
export function meanOf(look: Look, material: MaterialName, size: readonly [number, number] = [48, 32]): [number, number, number] {
  const { seen, raw } = drawn(look, ...size);
  const share = sharesOf(seen, material);
  const sum: [number, number, number] = [0, 0, 0];
  let n = 0;
  share.forEach((s, p) => {
    if (s < 0.5) return;
    n++;
    for (const c of [0, 1, 2] as const) sum[c] += raw[3 * p + c]!;
  });
  return sum.map((value) => value / n) as [number, number, number];
}

/** All of a light that reaches a probe, coloured cards included, before any diffusion: 1/m^2. */
export function transfer(light: Emitting, probe: Look['probes'][number], stage: Stage): number {
  const reach = reaching(light, stage);
  const at: Placed = placed(stage, probe);
  return reach.cards.reduce(
    (sum, card) => sum + byCard(card, reach, at.place, at.normal, 0),
    straight(reach, at.place, at.normal, 0),
  );
}
