import { mkdir, open, readFile, rename, rm } from 'node:fs/promises';
import path from 'node:path';

/**
 * Files of test frames, beside the database: the original as it came and the PNG to look at. They are written off the main thread and never change, so
 * that answers do not wait for megabytes, and copies of the database need not hold them.
 */
export type PictureKind = 'original' | 'preview';

export interface PictureFiles {
  /** Resolves when both are on the disk for good. */
  save(id: string, original: Buffer, preview: Buffer): Promise<void>;
  read(id: string, kind: PictureKind): Promise<Buffer>;
  /** Takes files away that no frame came to use. */
  drop(id: string): Promise<void>;
}

const ID = /^[A-Za-z0-9_-]{1,64}$/;

export function pictureFiles(data: string): PictureFiles {
  const folder = path.join(data, 'frames');
  const place = (id: string, kind: PictureKind) => {
    // Ids are our own or were checked on the way in; a path is made of nothing else.
    if (!ID.test(id)) throw new Error('A frame has an odd id.');
    return path.join(folder, `${id}.${kind}`);
  };
  const write = async (file: string, bytes: Buffer) => {
    const draft = await open(`${file}.draft`, 'w');
    try {
      await draft.writeFile(bytes);
      await draft.sync();
    } finally {
      await draft.close();
    }
    await rename(`${file}.draft`, file);
  };
  return {
    async save(id, original, preview) {
      await mkdir(folder, { recursive: true });
      await write(place(id, 'original'), original);
      await write(place(id, 'preview'), preview);
      const entries = await open(folder, 'r');
      try {
        await entries.sync();
      } finally {
        await entries.close();
      }
    },
    read: (id, kind) => readFile(place(id, kind)),
    async drop(id) {
      await Promise.all([rm(place(id, 'original'), { force: true }), rm(place(id, 'preview'), { force: true })]);
    },
  };
}
