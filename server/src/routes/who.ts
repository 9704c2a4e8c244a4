import { LIMITS } from '@fulgent/core/document';
import type { Request } from 'express';

/** The header in which a device says what it calls itself, percent-encoded: names have letters that headers have not. */
export const WHO = 'X-Fulgent-Who';

/** What a device calls itself, or ''. */
export function whoAsks(req: Pick<Request, 'get'>): string {
  try {
    return decodeURIComponent(req.get(WHO) ?? '')
      .replace(/\p{Cc}/gu, ' ')
      .trim()
      .slice(0, LIMITS.nameLength);
  } catch {
    // Not encoded as it should be: it is only a name.
    return '';
  }
}
