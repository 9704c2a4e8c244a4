import { existsSync, readdirSync, rmSync } from 'node:fs';
import { mkdir, open, rename, rm, type FileHandle } from 'node:fs/promises';
import path from 'node:path';
import { refused, type Decode, type PictureFacts } from './decoding';

/**
 * Files of test frames, beside the database: the original as it came and the PNG to look at. They are written as they arrive, off the main thread, and never
 * change, so that answers do not wait for megabytes, and copies of the database need not hold them.
 */
export type PictureKind = 'original' | 'preview';

export interface PictureStore {
  /**
   * Takes a picture in as its bytes come, and reads it. Resolves when its files are on the disk for good.
   * @throws HttpProblem 422 for what is no picture; nothing is left behind.
   */
  take(id: string, bytes: AsyncIterable<Uint8Array>): Promise<PictureFacts>;
  /** Folder and name of one file. */
  find(id: string, kind: PictureKind): { readonly root: string; readonly name: string };
  /** Takes files away that no frame came to use. */
  drop(id: string): Promise<void>;
}

/** Folder of archives on their way in. */
export const INCOMING = 'incoming';

const ID = /^[A-Za-z0-9_-]{1,64}$/;
const KINDS = ['original', 'preview'] as const;

/**
 * Takes away what a server left half written that was killed. Finished files stay, whatever the database says of them: an older copy of it may have been put
 * back. To be called before anything is taken in.
 */
export function sweepDrafts(data: string): void {
  const root = path.join(data, 'frames');
  for (const name of existsSync(root) ? readdirSync(root) : [])
    if (name.endsWith('.draft')) rmSync(path.join(root, name), { force: true });
  rmSync(path.join(data, INCOMING), { recursive: true, force: true });
}

export function pictureStore(data: string, decode: Decode): PictureStore {
  const root = path.join(data, 'frames');
  const nameOf = (id: string, kind: PictureKind) => {
    // Ids are our own or were checked on the way in; a path is made of nothing else.
    if (!ID.test(id)) throw new Error('A frame has an odd id.');
    return `${id}.${kind}`;
  };
  const place = (id: string, kind: PictureKind) => path.join(root, nameOf(id, kind));
  const draft = (id: string, kind: PictureKind) => `${place(id, kind)}.draft`;
  const dropDrafts = (id: string) => Promise.all(KINDS.map((kind) => rm(draft(id, kind), { force: true })));
  return {
    async take(id, bytes) {
      await mkdir(root, { recursive: true });
      try {
        await onDisk(draft(id, 'original'), 'w', (file) => receive(file, bytes));
        const facts = await decode(draft(id, 'original'), draft(id, 'preview'));
        await onDisk(draft(id, 'preview'), 'r+');
        for (const kind of KINDS) await rename(draft(id, kind), place(id, kind));
        await onDisk(root, 'r');
        return facts;
      } catch (error) {
        await dropDrafts(id);
        throw error;
      }
    },
    find: (id, kind) => ({ root, name: nameOf(id, kind) }),
    async drop(id) {
      await Promise.all(KINDS.map((kind) => rm(place(id, kind), { force: true })));
    },
  };
}

/** Opens a file or folder, does the work, and waits until what was written is on the disk. */
async function onDisk(place: string, flags: string, work?: (file: FileHandle) => Promise<void>): Promise<void> {
  const file = await open(place, flags);
  try {
    await work?.(file);
    await file.sync();
  } finally {
    await file.close();
  }
}

async function receive(file: FileHandle, bytes: AsyncIterable<Uint8Array>): Promise<void> {
  let isEmpty = true;
  for await (const chunk of bytes) {
    isEmpty &&= chunk.length === 0;
    await file.writeFile(chunk);
  }
  if (isEmpty) throw refused('The file is empty. Choose a JPEG, PNG or TIFF.');
}
