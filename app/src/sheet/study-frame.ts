import type { FrameRecord, Look, Mark } from '@fulgent/core';
import { api } from '../api/client';
import type { FrameStudy } from '../workers/frame-study';
import { study } from '../workers/study';

/** Reads a frame against the look that it was taken of, or against `planned`; `marks` null finds its places anew, and a black frame has none. */
export async function studyFrame(
  { id, kind, lightId }: Pick<FrameRecord, 'id' | 'kind' | 'lightId'>,
  marks: readonly Mark[] | null,
  planned?: Look,
): Promise<FrameStudy> {
  const [look, picture] = await Promise.all([
    planned ?? api.frameLook(id),
    fetch(api.framePicture(id)).then((answer) => answer.blob()),
  ]);
  return study().testFrame(picture, look, kind === 'alone' ? lightId : null, kind === 'black' ? [] : marks);
}
