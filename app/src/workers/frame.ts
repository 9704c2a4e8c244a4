import type { Look } from '@fulgent/core/document';
import type { Fineness, Picture, PictureRequest } from '@fulgent/core/picture';
import { transfer, wrap } from 'comlink';
import type { FrameApi } from './frame.worker';
import type { TermPort } from './term.worker';
import { lazyWorker } from './worker-of';

/** The worker that draws the open look, started at first use. */
export const frame = lazyWorker<FrameApi>(() => new Worker(new URL('./frame.worker.ts', window.location.href)));

let helper: Worker | null = null;
let sendAway: ReturnType<typeof setTimeout> | undefined;
/** A helper that has nothing to do for so long is let go, with all the memory it holds, ms. */
const HELP_FOR_MS = 3000;

/** A second worker finds the geometry of lights beside the first; the two speak to each other. */
function giveHelp(): void {
  clearTimeout(sendAway);
  if (helper) return;
  helper = new Worker(new URL('./term.worker.ts', window.location.href));
  const { port1, port2 } = new MessageChannel();
  void wrap<TermPort>(helper).connect(transfer(port1, [port1]));
  void frame().help(transfer(port2, [port2]));
}

function letGoOfHelp(): void {
  clearTimeout(sendAway);
  sendAway = setTimeout(() => {
    const leaving = helper;
    helper = null;
    // What it is still asked for is waited for.
    void frame()
      .help(null)
      .then(() => leaving?.terminate());
  }, HELP_FOR_MS);
}

/** Starts the worker before the first picture is asked for. */
export function startFrame(): void {
  if (typeof Worker !== 'undefined') frame();
}

/** A second one for small pictures, so that cards and versions never keep the open look waiting. */
export const thumbs = lazyWorker<FrameApi>(() => new Worker(new URL('./frame.worker.ts', window.location.href)));

/** Wishes in quicker succession than this belong to one drag, ms. */
const IN_A_ROW_MS = 180;

export interface Wish {
  readonly look: Look;
  readonly width: number;
  readonly height: number;
  readonly only?: string | undefined;
  readonly marks?: PictureRequest['marks'];
  readonly adaptation?: PictureRequest['adaptation'];
  readonly forEye?: PictureRequest['forEye'];
  readonly space?: PictureRequest['space'];
  /** Where refining ends; the finest by default. */
  readonly finest?: Fineness | undefined;
}

/**
 * Draws the newest wish, coarse at once and then finer, for as long as nothing newer comes. Where all geometry is at hand it goes
 * straight to the finest. One picture is in work at a time, so a drag never queues up. Pixels go back to the worker once `onPicture` has
 * shown them.
 */
export function latestPainter(
  worker: () => {
    picture: (request: PictureRequest) => Promise<Picture>;
    isReady: (request: PictureRequest) => Promise<boolean>;
    isWorthSharing: (request: PictureRequest) => Promise<boolean>;
    giveBack: (rgba: Picture['rgba']) => Promise<void>;
  },
  onPicture: (picture: Picture, fineness: Fineness, wish: Wish) => void,
  onError: (error: Error) => void,
): { readonly paint: (wish: Wish) => void; readonly stop: () => void } {
  let newest: Wish | null = null;
  let busy = false;
  let stopped = false;
  let asked = 0;
  let quick = false;
  const work = async () => {
    busy = true;
    while (newest && !stopped) {
      const wish = newest;
      const { finest = 2, ...rest } = wish;
      const request = (fineness: Fineness): PictureRequest => ({ ...rest, fineness });
      let shared = false;
      try {
        const ready = await worker().isReady(request(finest));
        shared = !ready && wish.forEye === true && (await worker().isWorthSharing(request(finest)));
        if (shared) giveHelp();
        // In a drag the half picture comes first: four times as many of them in the same time.
        const first: Fineness = !ready ? 0 : quick && (await worker().isReady(request(1))) ? 1 : finest;
        // The first quick picture, then the finest: what lies between costs nearly as much.
        for (let fineness = Math.min(first, finest); fineness <= finest; fineness = fineness < finest ? finest : finest + 1) {
          const picture = await worker().picture(request(fineness as Fineness));
          if (stopped) return;
          onPicture(picture, fineness as Fineness, wish);
          void worker().giveBack(transfer(picture.rgba, [picture.rgba.buffer]));
          if (newest !== wish) break;
        }
      } catch (error) {
        onError(error instanceof Error ? error : new Error(String(error)));
      } finally {
        if (shared) letGoOfHelp();
      }
      if (newest === wish) newest = null;
    }
    busy = false;
  };
  return {
    paint: (wish) => {
      const now = Date.now();
      quick = now - asked < IN_A_ROW_MS;
      asked = now;
      newest = wish;
      if (!busy) void work();
    },
    stop: () => {
      stopped = true;
    },
  };
}
