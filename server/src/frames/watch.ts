import { createReadStream } from 'node:fs';
import { lstat, readdir } from 'node:fs/promises';
import path from 'node:path';
import type { WatchedFile, WatchState } from '@fulgent/core/contracts';
import { HttpProblem } from '../problem';

interface WatchOptions {
  readonly folder: string | null;
  /** Takes one file in as a frame of a look, and gives the frame's id. @throws HttpProblem for what is no picture. */
  readonly take: (lookId: string, name: string, bytes: AsyncIterable<Uint8Array>) => Promise<string>;
  readonly everyMs?: number;
  readonly now?: () => number;
}

const EVERY_MS = 1000;
/** A file that has not grown for so many looks is whole. */
const STILL_FOR = 2;
const LARGEST_BYTES = 60_000_000;
const MOST_LISTED = 200;
const PICTURES = /\.(jpe?g|png|tiff?)$/i;
/** What programs call a file while they write it. */
const UNFINISHED = /^[.~]|\.(part|partial|tmp|temp|download|crdownload|filepart|lock)$/i;

interface Seen {
  readonly size: number;
  readonly changed: number;
  readonly still: number;
}

/**
 * A folder into which other software puts pictures as they are shot. What is new there and whole is taken in as a frame of the look that is set live; the
 * folder is only read, so that whatever goes wrong the file is still where it was.
 */
export class FolderWatch {
  readonly #folder: string | null;
  readonly #take: WatchOptions['take'];
  readonly #now: () => number;
  readonly #timer: NodeJS.Timeout | undefined;
  readonly #seen = new Map<string, Seen>();
  readonly #done = new Set<string>();
  readonly #files = new Map<string, WatchedFile>();
  #live: string | null = null;
  #problem: string | null = null;
  #isFirst = true;
  #looking: Promise<void> | null = null;

  constructor({ folder, take, everyMs = EVERY_MS, now = Date.now }: WatchOptions) {
    this.#folder = folder;
    this.#take = take;
    this.#now = now;
    if (folder !== null) this.#timer = setInterval(() => void this.look(), everyMs).unref();
  }

  state(): WatchState {
    return {
      folder: this.#folder === null ? null : path.basename(this.#folder),
      lookId: this.#live,
      problem: this.#problem,
      files: [...this.#files.values()].reverse(),
    };
  }

  /** Sets which look new files belong to; null for none. What waits is then taken in. */
  setLive(lookId: string | null): void {
    this.#live = lookId;
  }

  /** Looks once; it does so by itself while it runs. */
  look(): Promise<void> {
    return (this.#looking ??= this.#once().finally(() => (this.#looking = null)));
  }

  stop(): void {
    clearInterval(this.#timer);
  }

  async #once(): Promise<void> {
    const folder = this.#folder;
    if (folder === null) return;
    let names: string[];
    try {
      names = (await readdir(folder)).sort();
      this.#problem = null;
    } catch {
      this.#problem = `The folder ${folder} cannot be read. Make it, or set FULGENT_WATCH to another one.`;
      return;
    }
    const there = new Set(names);
    for (const name of [...this.#seen.keys(), ...this.#done]) {
      if (there.has(name)) continue;
      // Gone, and free to come again under the same name.
      this.#seen.delete(name);
      this.#done.delete(name);
    }
    for (const name of names) {
      // What lay there before is somebody's archive.
      if (this.#isFirst) this.#done.add(name);
      if (this.#done.has(name) || UNFINISHED.test(name)) continue;
      const file = path.join(folder, name);
      if (await this.#isWhole(name, file)) await this.#takeIn(name, file);
    }
    this.#isFirst = false;
  }

  /** Whether a file is there to be taken in; why it never will be is noted. */
  async #isWhole(name: string, file: string): Promise<boolean> {
    const facts = await lstat(file).catch(() => null);
    // A link may lead anywhere, and what is no file cannot be read to its end.
    if (!facts?.isFile()) return false;
    const { size, mtimeMs } = facts;
    const before = this.#seen.get(name);
    const still = before?.size === size && before.changed === mtimeMs ? before.still + 1 : 0;
    this.#seen.set(name, { size, changed: mtimeMs, still });
    if (still < STILL_FOR || size === 0) return false;
    const why = !PICTURES.test(name)
      ? 'It is not JPEG, PNG or TIFF: raw files are not read. Let the camera write JPEG beside them.'
      : size > LARGEST_BYTES
        ? `It is larger than ${LARGEST_BYTES / 1e6} MB. Export it as JPEG.`
        : null;
    if (why !== null) this.#refuse(name, why);
    return why === null;
  }

  async #takeIn(name: string, file: string): Promise<void> {
    if (this.#live === null) {
      if (this.#files.get(name)?.state !== 'waiting')
        this.#note(name, { state: 'waiting', frameId: null, why: 'No look is set live. Set one, and it is taken in.' });
      return;
    }
    try {
      const frameId = await this.#take(this.#live, name, createReadStream(file));
      this.#done.add(name);
      this.#note(name, { state: 'taken', frameId, why: null });
    } catch (error) {
      // What is wrong with the file stays so; anything else, a full disk among it, may pass, and the file is still there.
      const why = error instanceof Error ? error.message : String(error);
      const isOfFile = error instanceof HttpProblem && error.status < 500 && error.status !== 404;
      if (isOfFile) this.#refuse(name, why);
      else this.#note(name, { state: 'waiting', frameId: null, why: `${why} It is tried again.` });
    }
  }

  #refuse(name: string, why: string): void {
    this.#done.add(name);
    this.#note(name, { state: 'refused', frameId: null, why });
  }

  #note(name: string, what: Omit<WatchedFile, 'name' | 'at'>): void {
    this.#files.delete(name);
    this.#files.set(name, { name, at: this.#now(), ...what });
    for (const oldest of this.#files.keys()) {
      if (this.#files.size <= MOST_LISTED) break;
      this.#files.delete(oldest);
    }
  }
}
