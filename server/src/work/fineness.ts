import type { Look } from '@fulgent/core/document';
import type { Fineness } from '@fulgent/core/picture';
import type { PictureWish } from '../config';

/** Lights of a look that are drawn finely in the time that somebody waits. */
const MOST_FINE = 10;

/** How finely a picture for paper, cards and test frames is drawn: each light costs its own pass. */
export function finenessFor({ lights }: Look, only: string | null, wish: PictureWish): Fineness {
  if (wish === 'quick') return 0;
  const drawn = only === null ? lights.filter(({ on }) => on).length : 1;
  return drawn <= MOST_FINE ? 2 : 1;
}
