import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { Look } from '@fulgent/core/document';
import { FIGURES_VERSION } from '@fulgent/core/figure';
import { pictureText } from '@fulgent/core/scene';

/** The name of the file of a look's picture among those that ship with the program: by all that it shows. */
export const shippedName = (look: Look): string =>
  `${createHash('sha256').update(FIGURES_VERSION).update(pictureText(look)).digest('hex').slice(0, 24)}.jpg`;

/** Pictures of the demo's looks, drawn beforehand by `npm run first-pictures`; null for a look that is none of them, or is changed. */
export type Shipped = (look: Look) => Promise<Buffer | null>;

export const shippedIn =
  (folder: string): Shipped =>
  async (look) => {
    const file = path.join(folder, shippedName(look));
    return existsSync(file) ? readFile(file) : null;
  };
