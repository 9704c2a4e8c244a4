import { createHash } from 'node:crypto';
import { existsSync, mkdirSync } from 'node:fs';
import { readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Look } from '@fulgent/core/document';
import { FIGURES_VERSION } from '@fulgent/core/figure';
import { asJpeg } from '../work/jpeg';
import type { Render, Sketch } from '../work/pool';
import type { Shipped } from './shipped';

/**
 * Pictures of looks, drawn once a revision and kept beside the database: what cards show, and the first picture of a look that is opened. They
 * hold all that the camera takes in, so that any view of it is cut from them.
 */
export interface LookPictures {
  /** The picture of a revision as JPEG, drawn where it is not there yet. */
  of(id: string, revision: number, read: () => Look): Promise<Buffer>;
  /** The same only where it was drawn before. */
  stored(id: string, revision: number): Promise<Buffer | null>;
  /** One for whoever waits, not kept: coarse, where none has shipped. */
  sketch(look: Look): Promise<Buffer>;
}

const LONGER_PX = 720;
const NONE: Shipped = () => Promise.resolve(null);

/** Size of the whole picture of a camera. */
export function wholeSize({ camera }: Look): { readonly width: number; readonly height: number } {
  const aspect = camera.sensorWidthMm / camera.sensorHeightMm;
  return aspect >= 1
    ? { width: LONGER_PX, height: Math.max(2, Math.round(LONGER_PX / aspect)) }
    : { width: Math.max(2, Math.round(LONGER_PX * aspect)), height: LONGER_PX };
}

/** The files of looks' pictures in a data folder. */
export function lookPictureFiles(dataFolder: string) {
  const folder = path.join(dataFolder, 'look-pictures');
  // An id is a name of ours or of an import: it becomes part of a file's name only as a hash.
  const stem = (id: string) => createHash('sha256').update(id).digest('hex').slice(0, 24);
  const fileOf = (id: string, revision: number) => path.join(folder, `${stem(id)}-${revision}-${FIGURES_VERSION}.jpg`);
  const namesOf = async (id: string) =>
    existsSync(folder) ? (await readdir(folder)).filter((name) => name.startsWith(`${stem(id)}-`)) : [];
  return {
    fileOf,
    async keep(id: string, revision: number, jpeg: Buffer): Promise<void> {
      mkdirSync(folder, { recursive: true });
      const file = fileOf(id, revision);
      await writeFile(`${file}.part`, jpeg);
      await rename(`${file}.part`, file);
      // Earlier revisions are seen no more.
      for (const name of await namesOf(id)) {
        const isOld = Number(name.split('-')[1]) < revision || path.extname(name) === '.part' || !name.includes(FIGURES_VERSION);
        if (isOld) await rm(path.join(folder, name), { force: true });
      }
    },
    async drop(id: string): Promise<void> {
      for (const name of await namesOf(id)) await rm(path.join(folder, name), { force: true });
    },
  };
}

export function lookPictures(dataFolder: string, render: Render, sketch: Sketch, shipped: Shipped = NONE): LookPictures {
  const { fileOf, keep } = lookPictureFiles(dataFolder);
  const drawing = new Map<string, Promise<Buffer>>();

  return {
    async of(id, revision, read) {
      const file = fileOf(id, revision);
      if (existsSync(file)) return readFile(file);
      let one = drawing.get(file);
      if (!one) {
        const look = read();
        const { width, height } = wholeSize(look);
        one = shipped(look)
          .then(async (known) => known ?? asJpeg(await render({ look, width, height, only: null }), width, height))
          .then(async (jpeg) => {
            // A full disk costs the keeping, not the picture.
            await keep(id, revision, jpeg).catch(() => undefined);
            return jpeg;
          })
          .finally(() => drawing.delete(file));
        drawing.set(file, one);
      }
      return one;
    },
    async stored(id, revision) {
      const file = fileOf(id, revision);
      return existsSync(file) ? readFile(file) : null;
    },
    sketch: async (look) => (await shipped(look)) ?? Buffer.from(await sketch({ look, ...wholeSize(look) })),
  };
}
