import type { Request } from 'express';
import { HttpProblem } from '../problem';

/** The revision that a write builds on, from If-Match. */
export function basedOn(req: Pick<Request, 'get'>): number {
  const header = req.get('If-Match');
  if (header === undefined) {
    throw new HttpProblem(428, 'If-Match is missing', 'Send If-Match with the ETag of what the change builds on.');
  }
  const match = /^"(\d{1,9})"$/.exec(header.trim());
  if (!match) throw new HttpProblem(400, 'Bad If-Match', 'If-Match must be an ETag of this API, such as "3".');
  return Number(match[1]);
}
