import { linearOutputInto, type Camera } from '../camera/camera';
import { IS_HAIR, IS_SKIN, skinAndHair } from './parts';
import type { Seen } from './seen';

/** How much of a part of the picture has lost a channel, by sheen, by an edge that faces a light, or altogether. */
export interface Burnt {
  readonly part: 'skin' | 'hair';
  /** Share of its pixels. */
  readonly share: number;
  /** Share that passes as a highlight. */
  readonly tolerance: number;
  /** Pixels that show it. */
  readonly pixels: number;
}

/** Share of the skin that may lose a channel, as along a lit edge: for the picture and for Balance. */
export const SKIN_MAY_BURN = 0.03;

/** Skin may lose a channel along a lit edge, hair in the strands that face a rim. */
const PARTS = [
  ['skin', IS_SKIN, SKIN_MAY_BURN],
  ['hair', IS_HAIR, 0.1],
] as const;

/** Pixels of skin and of hair: what each pixel shows does not change with the light. */
const pixelsOf = new WeakMap<Seen, ReadonlyMap<number, Uint32Array>>();

function pixelsByKind(seen: Seen): ReadonlyMap<number, Uint32Array> {
  let found = pixelsOf.get(seen);
  if (!found) {
    const kind = skinAndHair(seen);
    const ofKind = (k: number) => {
      const out = new Uint32Array(kind.reduce((n, own) => n + (own === k ? 1 : 0), 0));
      for (let p = 0, n = 0; p < kind.length; p++) if (kind[p] === k) out[n++] = p;
      return out;
    };
    pixelsOf.set(seen, (found = new Map(PARTS.map(([, k]) => [k, ofKind(k)]))));
  }
  return found;
}

/**
 * The one measure of burnt skin and hair: what the instruments draw and what stands beside Balance. Windows are told by a zone's diffuse light; this
 * counts sheen too, all over the picture, or over some pixels of it. `raw` are balanced sensor values, r, g, b a pixel.
 */
export function burntParts(
  raw: Float32Array,
  seen: Seen,
  camera: Camera,
  [from, to]: readonly [from: number, to: number] = [0, raw.length / 3],
): readonly Burnt[] {
  const { whiteClip, outputClip } = camera;
  const out = new Float64Array(3);
  const pixels = pixelsByKind(seen);
  return PARTS.flatMap(([part, k, tolerance]) => {
    let all = 0;
    let lost = 0;
    for (const p of pixels.get(k)!) {
      if (p < from || p >= to) continue;
      all++;
      const [r, g, b] = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!];
      if (r < whiteClip && g < whiteClip && b < whiteClip) {
        linearOutputInto(out, camera, r, g, b);
        if (out[0]! < outputClip && out[1]! < outputClip && out[2]! < outputClip) continue;
      }
      lost++;
    }
    return all > 0 ? [{ part, share: lost / all, tolerance, pixels: all }] : [];
  });
}
