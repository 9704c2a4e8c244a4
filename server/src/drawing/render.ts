import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { KitEntry } from '@fulgent/core/catalogue';
import type { FrameReading } from '@fulgent/core/day';
import type { Look } from '@fulgent/core/document';
import { InputError } from '@fulgent/core/errors';
import type { Remedy } from '@fulgent/core/planning';
import sharp from 'sharp';
import type { Measure, MeasureRequest } from './measure';

/** What takes long, beside the server's own thread: pictures of looks, the measuring of test frames against them, and the search for remedies. */

export interface RenderRequest {
  readonly look: Look;
  readonly width: number;
  readonly height: number;
  /** Only this light. */
  readonly only: string | null;
}

/** RGBA of 8 bits. */
export type Render = (request: RenderRequest) => Promise<Uint8ClampedArray>;

export interface RemediesRequest {
  readonly look: Look;
  readonly kit: readonly KitEntry[];
}

/** What would bring a look nearer to its aims. */
export type FindRemedies = (request: RemediesRequest) => Promise<readonly Remedy[]>;

/** What the worker is asked, and what it answers. */
type AskedWithoutId =
  | { readonly task: 'picture'; readonly request: RenderRequest }
  | { readonly task: 'measure'; readonly request: MeasureRequest }
  | { readonly task: 'remedies'; readonly request: RemediesRequest };
export type Asked = { readonly id: number } & AskedWithoutId;
export interface Answer {
  readonly id: number;
  readonly done?: Uint8ClampedArray | FrameReading | readonly Remedy[];
  readonly failed?: string;
  /** The field of an input that could not be used. */
  readonly field?: string;
}

interface Waiting {
  readonly asked: Asked;
  readonly resolve: (done: unknown) => void;
  readonly reject: (error: Error) => void;
}

export interface DrawingWorker {
  readonly render: Render;
  /** The same, behind everything else that waits: pictures of cards. */
  readonly renderLater: Render;
  readonly measure: Measure;
  readonly remedies: FindRemedies;
  readonly close: () => void;
}

/** Draws and measures in a worker that starts at its first use: one thing after another, what somebody waits for first. */
export function drawingWorker(start = startWorker): DrawingWorker {
  let worker: Worker | null = null;
  let next = 1;
  let current: Waiting | null = null;
  const queues: readonly [now: Waiting[], later: Waiting[]] = [[], []];

  const fail = (error: Error) => {
    worker = null;
    for (const one of [current, ...queues.flatMap((queue) => queue.splice(0))]) one?.reject(error);
    current = null;
  };
  const running = (): Worker => {
    if (worker) return worker;
    const started = start();
    started.unref();
    started.on('message', ({ id, done, failed, field }: Answer) => {
      const one = current;
      if (one?.asked.id !== id) return;
      current = null;
      if (done) one.resolve(done);
      else
        one.reject(field === undefined ? new Error(failed ?? 'The picture could not be drawn.') : new InputError(field, failed!));
      proceed();
    });
    started.on('error', fail);
    // Ended without a word, as by the system for want of memory.
    started.on('exit', () => {
      if (worker === started) fail(new Error('The picture could not be drawn: its process ended.'));
    });
    return (worker = started);
  };
  function proceed(): void {
    if (current) return;
    current = queues[0].shift() ?? queues[1].shift() ?? null;
    if (current) running().postMessage(current.asked);
  }
  const ask = <T>(asked: AskedWithoutId, isLater = false): Promise<T> =>
    new Promise((resolve, reject) => {
      queues[isLater ? 1 : 0].push({ asked: { id: next++, ...asked }, resolve: resolve as Waiting['resolve'], reject });
      proceed();
    });
  return {
    render: (request) => ask({ task: 'picture', request }),
    renderLater: (request) => ask({ task: 'picture', request }, true),
    measure: (request) => ask({ task: 'measure', request }),
    remedies: (request) => ask({ task: 'remedies', request }),
    close: () => void worker?.terminate(),
  };
}

const startWorker = () => new Worker(path.join(__dirname, 'render-worker.js'));

/** A drawn picture as JPEG, with its exposure in EXIF where `look` is given, as a camera would write it. */
export function asJpeg(rgba: Uint8ClampedArray, width: number, height: number, look?: Look): Promise<Buffer> {
  const picture = sharp(Buffer.from(rgba.buffer, rgba.byteOffset, rgba.byteLength), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 95, chromaSubsampling: '4:4:4' });
  if (!look) return picture.toBuffer();
  const { iso, aperture, shutterS, focalMm, name } = look.camera;
  const rational = (value: number) => `${Math.round(value * 1000)}/1000`;
  const stamp = new Date().toISOString().slice(0, 19).replace(/-/g, ':').replace('T', ' ');
  return picture
    .withExif({
      IFD0: { Model: `Simulated ${name}` },
      IFD2: {
        FNumber: rational(aperture),
        ExposureTime: shutterS >= 0.3 ? rational(shutterS) : `1000/${Math.round(1000 / shutterS)}`,
        ISOSpeedRatings: String(Math.round(iso)),
        FocalLength: rational(focalMm),
        WhiteBalance: '1',
        DateTimeOriginal: stamp,
      },
    })
    .toBuffer();
}
