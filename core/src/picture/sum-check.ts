import type { Look } from '../document/schema';
import { lightTerm } from './light-term';
import { relightInto } from './relight';
import { findSeen } from './seen';
import { frameTriples } from './triples';

/** How far the pictures of single lights, added up in linear light, are from the picture of them all. */
export interface SumCheck {
  readonly lights: number;
  /** Largest difference of a pixel, as a share of the brightest value of the picture. */
  readonly worst: number;
}

/** Adds the light-alone pictures of a look, ambient with them, and holds the sum against the whole picture: linear sensor values before any clip. */
export function sumCheck(look: Look, width = 96, height = 64): SumCheck {
  const seen = findSeen(look, width, height);
  const terms = look.lights.map((light) => lightTerm(seen, light, look));
  const pictureOf = (only?: string) => {
    const raw = new Float32Array(3 * width * height);
    relightInto(raw, seen, terms, frameTriples(look, only));
    return raw;
  };
  const whole = pictureOf();
  const anySolo = look.lights.some(({ on, solo }) => on && solo);
  const counted = [
    ...look.lights.filter(({ on, muted, solo }) => on && !muted && (!anySolo || solo)).map(({ id }) => id),
    ...(anySolo ? [] : ['ambient']),
  ];
  const sum = new Float64Array(whole.length);
  for (const id of counted) pictureOf(id).forEach((value, k) => (sum[k]! += value));
  const brightest = whole.reduce((most, value) => Math.max(most, value), 1e-9);
  const worst = whole.reduce((most, value, k) => Math.max(most, Math.abs(value - sum[k]!)), 0);
  return { lights: counted.length, worst: worst / brightest };
}
