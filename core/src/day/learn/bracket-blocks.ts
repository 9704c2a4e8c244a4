import { InputError } from '../../errors';
import type { FramePixels } from '../frame/measure';

/** Mean recorded values of one block by frame, encoded, R G B; null where it is not plain enough to read. */
export type Block = readonly (readonly [number, number, number] | null)[];

/** Blocks on the shorter side. */
const ACROSS = 48;
const [FEWEST_BLOCKS, MOST_BLOCKS] = [30, 350];
/** More scatter within a block is texture or an edge, encoded. */
const PLAIN = 0.03;
/** Values as high as this are white for certain. */
const WHITE = 0.992;
/** So many blocks must lie at a ceiling under white, within so much of it, in two frames. */
const [FEWEST_AT_CEILING, CEILING_WIDTH, CEILING_FRAMES] = [4, 0.004, 2];

/** Even patches of a bracket, read in every frame at the same place. Spread evenly where there are many. */
export function blocksOf(frames: readonly FramePixels[]): Block[] {
  const { width, height } = frames[0]!;
  const size = Math.max(3, Math.floor(Math.min(width, height) / ACROSS));
  const blocks: Block[] = [];
  for (let y = 0; y + size <= height; y += size)
    for (let x = 0; x + size <= width; x += size) {
      const block = frames.map((frame) => readBlock(frame, x, y, size));
      if (block.filter(Boolean).length >= 2) blocks.push(block);
    }
  if (blocks.length < FEWEST_BLOCKS)
    throw new InputError(
      'frames',
      'Too little in the frames is plain enough to read. Take a scene with larger even surfaces, in focus or not.',
    );
  const stride = Math.max(1, blocks.length / MOST_BLOCKS);
  return Array.from({ length: Math.floor(blocks.length / stride) }, (_, i) => blocks[Math.floor(i * stride)]!);
}

function readBlock({ rgba, width }: FramePixels, x0: number, y0: number, size: number): [number, number, number] | null {
  const count = size * size;
  const means: [number, number, number] = [0, 0, 0];
  for (let c = 0; c < 3; c++) {
    let [sum, squares] = [0, 0];
    for (let y = y0; y < y0 + size; y++)
      for (let x = x0; x < x0 + size; x++) {
        const value = rgba[4 * (y * width + x) + c]! / 255;
        sum += value;
        squares += value * value;
      }
    const mean = sum / count;
    if (Math.sqrt(Math.max(0, squares / count - mean * mean)) > PLAIN) return null;
    means[c] = mean;
  }
  return means;
}

/**
 * The highest value that a camera records: white, or less where many places stop there in two frames. @throws InputError where nothing
 * clips, so that the top of the curve cannot be known.
 */
export function ceilingOf(blocks: readonly Block[], stops: readonly number[]): number {
  const highest = (read: Block[number]) => (read ? Math.max(...read) : 0);
  const top = blocks.reduce((most, block) => Math.max(most, ...block.map(highest)), 0);
  if (top >= WHITE) return 1;
  const atTop = stops.map((_, j) => blocks.filter((block) => highest(block[j]!) > top - CEILING_WIDTH).length);
  if (atTop.filter((count) => count >= FEWEST_AT_CEILING).length >= CEILING_FRAMES) return top;
  throw new InputError('frames', 'Nothing clips in the brightest frame, so its headroom is not seen: add one exposed more.');
}
