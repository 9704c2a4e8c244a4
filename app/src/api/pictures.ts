import { api, type ReadPicture } from './client';

/** A picture as it was chosen and read. */
export interface Picture extends ReadPicture {
  readonly name: string;
  /** Address of its pixels, to show. */
  readonly url: string;
}

/** Reads pictures that are not kept. @throws Error naming the file that cannot be read. */
export async function readPictures(files: readonly File[]): Promise<Picture[]> {
  const read: Picture[] = [];
  // One after the other: the server reads them so, and what is wrong with one names it.
  for (const file of files) {
    try {
      const picture = await api.readPicture(file);
      read.push({ ...picture, name: file.name, url: URL.createObjectURL(picture.png) });
    } catch (error) {
      throw new Error(`${file.name}: ${error instanceof Error ? error.message : String(error)}`, { cause: error });
    }
  }
  return read;
}
