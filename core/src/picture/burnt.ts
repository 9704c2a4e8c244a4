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
}

/** Skin may lose a channel along a lit edge, hair in the strands that face a rim. */
const PARTS = [
  ['skin', IS_SKIN, 0.03],
  ['hair', IS_HAIR, 0.1],
] as const;

/** What each pixel shows does not change with the light. */
const kinds = new WeakMap<Seen, Uint8Array>();

/**
 * The one measure of burnt skin and hair: what the instruments draw and what stands beside Balance. Windows are told by a zone's diffuse light; this
 * counts sheen too, all over the picture. `raw` are balanced sensor values, r, g, b a pixel.
 */
export function burntParts(raw: Float32Array, seen: Seen, camera: Camera): readonly Burnt[] {
  let kind = kinds.get(seen);
  if (!kind) kinds.set(seen, (kind = skinAndHair(seen)));
  const lost = new Float64Array(3);
  const all = new Float64Array(3);
  const { whiteClip, outputClip } = camera;
  const out = new Float64Array(3);
  for (let p = 0; p < kind.length; p++) {
    const k = kind[p]!;
    if (k !== IS_SKIN && k !== IS_HAIR) continue;
    all[k]!++;
    const [r, g, b] = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!];
    if (r < whiteClip && g < whiteClip && b < whiteClip) {
      linearOutputInto(out, camera, r, g, b);
      if (out[0]! < outputClip && out[1]! < outputClip && out[2]! < outputClip) continue;
    }
    lost[k]!++;
  }
  return PARTS.flatMap(([part, k, tolerance]) => (all[k]! > 0 ? [{ part, share: lost[k]! / all[k]!, tolerance }] : []));
}
