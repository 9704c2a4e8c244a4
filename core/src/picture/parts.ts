import { LIQUID, MATERIAL, MATERIAL_NAMES, SURFACE_MATERIALS, type MaterialName } from '../figure/materials';
import { SURFACE } from '../figure/surfaces';
import type { Point } from '../document/schema';
import { spotOf } from './room-parts';
import type { Seen } from './seen';

/** What a pixel mostly shows. */
export interface PixelPart {
  readonly material: MaterialName | 'liquid';
  readonly place: Point;
}

/** Fragments of a pixel: they are sorted by it. */
function rangeOf(pixel: Uint32Array, p: number): readonly [from: number, to: number] {
  let low = 0;
  let high = pixel.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (pixel[mid]! < p) low = mid + 1;
    else high = mid;
  }
  let to = low;
  while (to < pixel.length && pixel[to] === p) to++;
  return [low, to];
}

/** Finds what a pixel mostly shows: hair, a surface of the figure, or the room. */
export function partAt(seen: Seen, p: number): PixelPart {
  const { fragments: f, room, strands, view } = seen;
  const [from, to] = rangeOf(f.pixel, p);
  let best = -1;
  for (let i = from; i < to; i++) if (best < 0 || f.share[i]! > f.share[best]!) best = i;
  const at = (values: Float32Array, i: number): Point => [values[3 * i]!, values[3 * i + 1]!, values[3 * i + 2]!];
  const covered = best >= 0 ? f.share[best]! : 0;
  const glass = best >= 0 && f.surface[best] === SURFACE.glass;
  const inHair = strands ? 1 - strands.left[p]! : 0;
  if (inHair > 0.5 && inHair > covered) {
    const way = seen.wayM[p]!;
    const near: Point =
      best >= 0
        ? at(f.place, best)
        : [view.eye[0] + way * view.forward[0], view.eye[1] + way * view.forward[1], view.eye[2] + way * view.forward[2]];
    return { material: 'hair', place: near };
  }
  const part = room.pixel.indexOf(p);
  if (best >= 0 && !glass && (part < 0 || covered >= room.share[part]!)) {
    const names = SURFACE_MATERIALS[f.surface[best]!]!;
    let most = 0;
    names.forEach((_, k) => {
      if (f.mix[6 * best + k]! > f.mix[6 * best + most]!) most = k;
    });
    return { material: names[most]!, place: at(f.place, best) };
  }
  const own = glass ? lastOf(room.pixel, p, room.through) : part;
  if (own < 0)
    return {
      material: best >= 0 ? SURFACE_MATERIALS[f.surface[best]!]![0]! : 'wall',
      place: best >= 0 ? at(f.place, best) : [0, 0, 0],
    };
  const m = room.material[own]!;
  const { x, y, z } = spotOf(seen, own);
  return { material: m >= LIQUID ? 'liquid' : MATERIAL_NAMES[m]!, place: [x, y, z] };
}

function lastOf(pixel: Uint32Array, p: number, from: number): number {
  for (let i = from; i < pixel.length; i++) if (pixel[i] === p) return i;
  return pixel.indexOf(p);
}

export const NOTHING = 0;
export const IS_SKIN = 1;
export const IS_HAIR = 2;

/** By pixel: whether it mostly shows skin, hair, or neither. */
export function skinAndHair({ width, height, fragments: f, strands }: Seen): Uint8Array {
  const kind = new Uint8Array(width * height);
  const skin = new Float32Array(width * height);
  for (let i = 0; i < f.count; i++) if (f.surface[i] === SURFACE.skin) skin[f.pixel[i]!]! += f.share[i]!;
  for (let p = 0; p < kind.length; p++) {
    const hair = strands ? 1 - strands.left[p]! : 0;
    kind[p] = hair > 0.55 ? IS_HAIR : skin[p]! > 0.55 ? IS_SKIN : NOTHING;
  }
  return kind;
}

/** Where the room's own light comes from in drawing lamps. */
export const LAMP_PLACE = 3 * MATERIAL.lamp;
