import type { Look } from '@fulgent/core/document';
import type { Fineness, Picture, PictureRequest } from '@fulgent/core/picture';
import { transfer, wrap } from 'comlink';
import type { FrameApi } from './frame.worker';
import type { BandPort } from './band.worker';
import { useQuickPictures } from '../frame/quick';
import { lazyWorker } from './worker-of';

/** The worker that draws the open look, started at first use. */
export const frame = lazyWorker<FrameApi>(() => new Worker(new URL('./frame.worker.ts', window.location.href)));

let helper: Worker | null = null;
let sendAway: ReturnType<typeof setTimeout> | undefined;
/** Where no picture asks for it for so long, or nobody looks at the page, the helper is let go, with all the memory it holds, ms. */
const UNUSED_MS = 20_000;
/** Pictures on the page that have help. */
let helped = 0;

/** A second worker draws some rows beside the first; the two speak to each other. */
function giveHelp(): void {
  clearTimeout(sendAway);
  if (helper) return;
  helper = new Worker(new URL('./band.worker.ts', window.location.href));
  helper.addEventListener('error', letGoOfHelp);
  const { port1, port2 } = new MessageChannel();
  void wrap<BandPort>(helper).connect(transfer(port1, [port1]));
  void frame().help(transfer(port2, [port2]));
  document.addEventListener('visibilitychange', watch);
}

function watch(): void {
  clearTimeout(sendAway);
  if (document.hidden || helped === 0) sendAway = setTimeout(letGoOfHelp, UNUSED_MS);
}

/** What the helper was to draw is drawn by the first. */
function letGoOfHelp(): void {
  helper?.terminate();
  helper = null;
  void frame().help(null);
}

/** Starts the worker before the first picture is asked for. Whoever saves power has the stored one until an edit, and needs none till then. */
export function startFrame(): void {
  if (typeof Worker !== 'undefined' && !useQuickPictures.getState().quick) frame();
}

/** A second one for small pictures, so that cards and versions never keep the open look waiting. */
export const thumbs = lazyWorker<FrameApi>(() => new Worker(new URL('./frame.worker.ts', window.location.href)));

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
  let hasHelp = false;
  const work = async () => {
    busy = true;
    while (newest && !stopped) {
      const wish = newest;
      const { finest = 2, ...rest } = wish;
      const request = (fineness: Fineness): PictureRequest => ({ ...rest, fineness });
      const draw = async (fineness: Fineness) => {
        const picture = await worker().picture(request(fineness));
        if (stopped) return;
        onPicture(picture, fineness, wish);
        void worker().giveBack(transfer(picture.rgba, [picture.rgba.buffer]));
      };
      const prepare = async (of: PictureRequest) => {
        const { rgba } = await worker().picture(of);
        void worker().giveBack(transfer(rgba, [rgba.buffer]));
      };
      try {
        const shared = finest > 0 && wish.forEye === true && (await worker().isWorthSharing(request(finest)));
        // The first quick picture, then the finest: what lies between costs nearly as much.
        if (finest === 0 || !(await worker().isReady(request(finest)))) await draw(0);
        // Help comes after it, so that starting it does not hold it up.
        if (shared && newest === wish && !stopped) {
          if (!hasHelp) helped++;
          hasHelp = true;
          giveHelp();
        }
        if (finest > 0 && newest === wish && !stopped) await draw(finest);
        // A drag may begin: its quick pictures are to have all that they need.
        if (shared && newest === wish && !stopped && !(await worker().isReady(request(0)))) await prepare(request(0));
      } catch (error) {
        onError(error instanceof Error ? error : new Error(String(error)));
      }
      if (newest === wish) newest = null;
    }
    busy = false;
  };
  return {
    paint: (wish) => {
      newest = wish;
      if (!busy) void work();
    },
    stop: () => {
      stopped = true;
      if (!hasHelp) return;
      hasHelp = false;
      helped--;
      watch();
    },
  };
}
