import { linearOutputInto, recordInto } from '../camera/camera';
import { gamutLoss, outsideOf } from '../camera/gamut';
import { hexOfLinear } from '../colour/rgb';
import { MID_GREY } from '../exposure/meter';
import { clippedChannels } from '../vivid/clip';
import { partAt } from './parts';
import { patchBounds, type Mark, type PatchParts } from './patches';
import type { PointReading } from './request';
import type { Seen } from './seen';
import type { FrameTriples } from './triples';

/** What each light brings to every pixel by itself: balanced sensor values. */
export type Alone = readonly { readonly id: string; readonly raw: Float32Array }[];

/** What each light brings to a small square of a picture, and what is recorded there. */
export function patchParts({ width, height }: Seen, camera: FrameTriples['camera'], parts: Alone, mark: Mark): PatchParts {
  const { x0, x1, y0, y1 } = patchBounds(mark, width, height);
  const sums = parts.map(() => [0, 0, 0] as [number, number, number]);
  const recorded: [number, number, number] = [0, 0, 0];
  const rgb = new Float64Array(3);
  const count = (x1 - x0 + 1) * (y1 - y0 + 1);
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const q = 3 * (y * width + x);
      const sum = [0, 0, 0];
      parts.forEach(({ raw }, k) => {
        for (let c = 0; c < 3; c++) {
          sums[k]![c]! += raw[q + c]! / count;
          sum[c]! += raw[q + c]!;
        }
      });
      recordInto(rgb, camera, sum[0]!, sum[1]!, sum[2]!);
      for (let c = 0; c < 3; c++) recorded[c]! += rgb[c]! / count;
    }
  return { probe: mark.probe, recorded, lights: parts.map(({ id }, k) => ({ id, raw: sums[k]! })) };
}

/** What a picture records at pixel `p`. */
export function readPoint(seen: Seen, camera: FrameTriples['camera'], lights: Alone, p: number): PointReading {
  const sum = [0, 0, 0];
  const rgb = new Float64Array(3);
  const luminance = (r: number, g: number, b: number) => {
    linearOutputInto(rgb, camera, r, g, b);
    return 0.2126 * rgb[0]! + 0.7152 * rgb[1]! + 0.0722 * rgb[2]!;
  };
  const parts = lights.map(({ id, raw }) => {
    const own = [raw[3 * p]!, raw[3 * p + 1]!, raw[3 * p + 2]!] as const;
    own.forEach((value, c) => (sum[c]! += value));
    return { id, y: luminance(...own) };
  });
  const [r, g, b] = sum as [number, number, number];
  const total = parts.reduce((all, { y }) => all + Math.max(0, y), 0);
  const stops = Math.log2(Math.max(1e-9, luminance(r, g, b)) / MID_GREY);
  linearOutputInto(rgb, camera, r, g, b);
  const [x, y, z] = [rgb[0]!, rgb[1]!, rgb[2]!];
  const of = outsideOf(x, y, z);
  recordInto(rgb, camera, r, g, b);
  const each = (value: number) => Math.log2(Math.max(1e-9, value) / MID_GREY);
  const { material, place } = partAt(seen, p);
  return {
    material,
    hex: hexOfLinear(rgb[0]!, rgb[1]!, rgb[2]!),
    stops,
    channelStops: [each(r), each(g), each(b)],
    clipped: clippedChannels(camera, r, g, b),
    outside: of && { of, distance: gamutLoss(camera.gamut, x, y, z) },
    shares: parts
      .map(({ id, y }) => ({ id, share: total > 0 ? Math.max(0, y) / total : 0 }))
      .sort((one, other) => other.share - one.share),
    place,
  };
}
