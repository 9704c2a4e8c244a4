import { reweighed } from '@fulgent/core/day';
import { exactPixels, framePixels } from './pixels';

/** Light-alone frames added up at other powers, stops by frame; the black frame is taken off each and put back once. */
export async function addedUp(pictures: readonly Blob[], stops: readonly number[], black: Blob | null): Promise<ImageData> {
  const frames = (await Promise.all(pictures.map(exactPixels))).map(framePixels);
  const floor = black ? framePixels(await exactPixels(black)) : null;
  const sum = reweighed(frames, stops, floor);
  return new ImageData(sum, frames[0]!.width, frames[0]!.height);
}
