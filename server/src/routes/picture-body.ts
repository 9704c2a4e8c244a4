import type { Request } from 'express';
import { HttpProblem } from '../problem';
import { within } from './within';

const LARGEST_PICTURE = 60_000_000;
const tooLarge = () =>
  new HttpProblem(413, 'Too large', `The file is larger than ${LARGEST_PICTURE / 1e6} MB. Export it as JPEG, and send that.`);
const PICTURES = ['image/jpeg', 'image/png', 'image/tiff', 'application/octet-stream'];

/** The bytes of a picture that was sent as the body itself. @throws HttpProblem 415 for anything else, 413 for too much. */
export function pictureBody(req: Request): AsyncGenerator<Uint8Array> {
  if (!req.is(PICTURES))
    throw new HttpProblem(415, 'No picture', 'Send the file itself as the body, as image/jpeg, image/png or image/tiff.');
  return within(req, LARGEST_PICTURE, tooLarge);
}
