import type { Look } from '../document/schema';
import { pathOnSensor } from '../scene/motion';
import { SOFTENED } from '../scene/soft-filter';
import type { LightTerm } from './light-term';
import { LAMP_PLACE } from './parts';
import { relightInto } from './relight';
import type { Seen } from './seen';
import type { FrameTriples } from './triples';

/** What the camera and the things before it do to a picture once its light is summed: trails, lamps in view, a soft filter. */

/** Whether anything of this applies: if not, the sums can be developed as they are. */
export function needsFinish(look: Look, terms: readonly (LightTerm | undefined)[], width: number): boolean {
  return look.camera.diffusion > 0 || terms.some((term) => term?.body) || trailOf(look, width) >= 1;
}

/** Length of the trail in a picture of `width` pixels. */
function trailOf(look: Look, width: number): number {
  return pathOnSensor(look).share * width;
}

/** Draws lamps and stands, trails and the soft filter over the sums of a picture, into `out`, which may be `raw` itself. */
export function finishInto(
  out: Float32Array,
  raw: Float32Array,
  seen: Seen,
  terms: readonly (LightTerm | undefined)[],
  triples: FrameTriples,
  look: Look,
): void {
  const trail = trailOf(look, seen.width);
  if (trail >= 1) trailInto(out, seen, terms, triples, look, trail);
  else if (out !== raw) out.set(raw);
  drawBodies(out, terms, triples);
  if (look.camera.diffusion > 0) soften(out, seen.width, seen.height, SOFTENED[look.camera.diffusion]);
}

/** The body of a lamp has the dark of black cloth in the light of the room; its face is the light itself. */
function drawBodies(out: Float32Array, terms: readonly (LightTerm | undefined)[], { lights }: FrameTriples): void {
  const room = [0, 0, 0];
  for (const { active, wash } of lights) if (active) for (let c = 0; c < 3; c++) room[c]! += wash.plain[LAMP_PLACE + c]!;
  lights.forEach(({ active, white }, l) => {
    const body = terms[l]?.body;
    if (!body) return;
    body.pixels.forEach((p, i) => {
      const bright = active ? body.bright[i]! : 0;
      for (let c = 0; c < 3; c++) out[3 * p + c] = room[c]! + bright * white[c]!;
    });
  });
}

const MOST_SHIFTS = 24;

/**
 * Flash shows the subject where it stood; light that lasts shows it all along its way, over what lies behind. When the camera moves,
 * all that lasts trails: sideways in a pan, from the middle outwards in a zoom. Energies add: a still picture comes out as it was.
 */
function trailInto(
  out: Float32Array,
  seen: Seen,
  terms: readonly (LightTerm | undefined)[],
  triples: FrameTriples,
  { motion, camera }: Look,
  trail: number,
): void {
  const { width, height, isSubject } = seen;
  const { of, zoomToMm } = motion;
  // Zooming out, things go towards the middle.
  const way = zoomToMm !== null && zoomToMm < camera.focalMm ? -1 : 1;
  const lasting = new Float32Array(out.length);
  relightInto(lasting, seen, terms, triples, ({ flash }) => !flash);
  relightInto(out, seen, terms, triples, ({ flash }) => flash);
  const shifts = Math.max(2, Math.min(MOST_SHIFTS, Math.ceil(trail)));
  for (let k = 0; k < shifts; k++) {
    const share = k / (shifts - 1);
    const shift = Math.round(share * trail);
    const zoom = 1 - (way * share * trail) / width;
    for (let j = 0; j < height; j++)
      for (let i = 0; i < width; i++) {
        const p = j * width + i;
        let from: number;
        if (of === 'zoom') {
          const x = Math.round(width / 2 + (i - width / 2) * zoom);
          const y = Math.round(height / 2 + (j - height / 2) * zoom);
          from = Math.max(0, Math.min(height - 1, y)) * width + Math.max(0, Math.min(width - 1, x));
        } else {
          from = j * width + Math.max(0, i - shift);
          // The subject alone moves: where it is not at this moment, what stands behind shows.
          if (of === 'subject' && !isSubject[from] && !isSubject[p]) from = p;
        }
        for (let c = 0; c < 3; c++) out[3 * p + c]! += lasting[3 * from + c]! / shifts;
      }
  }
}

/** Radii of the halos, share of the picture's height, and their parts. */
const HALOS = [
  [0.012, 0.4],
  [0.04, 0.35],
  [0.12, 0.25],
] as const;
const COARSE = 4;

/** Moves a share of all light into wide halos: edges stay, fine contrast falls, black is lifted and veiled. No light is lost. */
export function soften(raw: Float32Array, width: number, height: number, share: number): void {
  const w = Math.max(1, Math.ceil(width / COARSE));
  const h = Math.max(1, Math.ceil(height / COARSE));
  const small = new Float32Array(3 * w * h);
  const count = new Float32Array(w * h);
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const s = Math.floor(j / COARSE) * w + Math.floor(i / COARSE);
      count[s]!++;
      for (let c = 0; c < 3; c++) small[3 * s + c]! += raw[3 * (j * width + i) + c]!;
    }
  count.forEach((n, s) => {
    for (let c = 0; c < 3; c++) small[3 * s + c]! /= n;
  });
  const halo = new Float32Array(small.length);
  for (const [size, part] of HALOS) {
    const blurred = small.slice();
    const radius = Math.max(1, Math.round((size * height) / COARSE));
    for (let pass = 0; pass < 3; pass++) {
      blurLines(blurred, h, w, 3 * w, 3, radius);
      blurLines(blurred, w, h, 3, 3 * w, radius);
    }
    blurred.forEach((value, k) => (halo[k]! += part * value));
  }
  for (let j = 0; j < height; j++) {
    const y = Math.min(h - 1, Math.max(0, (j + 0.5) / COARSE - 0.5));
    const b = Math.min(h - 1, Math.floor(y));
    const b1 = Math.min(h - 1, b + 1);
    const v = y - b;
    for (let i = 0; i < width; i++) {
      const x = Math.min(w - 1, Math.max(0, (i + 0.5) / COARSE - 0.5));
      const a = Math.floor(x);
      const a1 = Math.min(w - 1, a + 1);
      const u = x - a;
      for (let c = 0; c < 3; c++) {
        const at = (row: number, column: number) => halo[3 * (row * w + column) + c]!;
        const glow = (at(b, a) * (1 - u) + at(b, a1) * u) * (1 - v) + (at(b1, a) * (1 - u) + at(b1, a1) * u) * v;
        const q = 3 * (j * width + i) + c;
        raw[q] = (1 - share) * raw[q]! + share * glow;
      }
    }
  }
}

/** A running mean along each of `lines`; beyond an end the picture is mirrored, so that nothing is lost there. */
function blurLines(values: Float32Array, lines: number, length: number, lineStride: number, step: number, radius: number): void {
  const line = new Float32Array(length);
  const n = 2 * radius + 1;
  const mirror = (i: number) => {
    const period = 2 * length;
    const k = ((i % period) + period) % period;
    return k < length ? k : period - 1 - k;
  };
  for (let l = 0; l < lines; l++)
    for (let c = 0; c < 3; c++) {
      const from = l * lineStride + c;
      for (let i = 0; i < length; i++) line[i] = values[from + i * step]!;
      let sum = 0;
      for (let i = -radius; i <= radius; i++) sum += line[mirror(i)]!;
      for (let i = 0; i < length; i++) {
        values[from + i * step] = sum / n;
        sum += line[mirror(i + radius + 1)]! - line[mirror(i - radius)]!;
      }
    }
}
