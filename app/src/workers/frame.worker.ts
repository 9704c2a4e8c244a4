import type { Look } from '@fulgent/core/document';
import {
  isWorthSplitting,
  joinBands,
  splitOf,
  sumCheck,
  type Instruments,
  type SumCheck,
  type Picture,
  type PictureRequest,
  type PointReading,
} from '@fulgent/core/picture';
import { expose, releaseProxy, transfer, wrap, type Remote } from 'comlink';
import type { BandApi } from './band.worker';
import { draw, fineFigure, giveBack, isReady, studio, takeSpare } from './inside/drawing';
import { withFigures } from '../figure/figures';

/** Draws pictures of looks, the larger ones with the help of a second worker. Geometry stays here; what comes back is ready to be put on the screen. */
export interface FrameApi {
  /** Takes a second worker as its help, or goes on without: what that was to draw is drawn here. */
  help(port: MessagePort | null): void;
  picture(request: PictureRequest): Promise<Picture>;
  /** Takes the pixels of a picture that has been shown: the next one of its size is drawn in them. */
  giveBack(rgba: Picture['rgba']): void;
  /** Whether a picture costs only the relighting. */
  isReady(request: PictureRequest): Promise<boolean>;
  /** Whether a second worker would save time. */
  isWorthSharing(request: PictureRequest): boolean;
  point(request: PictureRequest, x: number, y: number): PointReading;
  instruments(request: PictureRequest, at: number): Instruments;
  /** Whether the pictures of single lights add up to the whole. */
  sumCheck(look: Look): SumCheck;
}

let helper: Remote<BandApi> | null = null;
/** Whether the helper has answered once: until then the first quick picture is drawn without it. */
let hasCome = false;
/** Tells whoever waits for the helper that it is gone. */
let leave: () => void = () => undefined;
let gone = new Promise<null>(() => undefined);

interface Bands {
  readonly help: Remote<BandApi>;
  readonly upper: PictureRequest;
  readonly lower: PictureRequest;
}

/** The bands of a request, if it is to be drawn in two. */
function bandsOf(request: PictureRequest): Bands | null {
  const help = helper;
  if (!help || !isWorthSplitting(request) || (request.fineness === 0 && !hasCome)) return null;
  const { row, height } = splitOf(request);
  return { help, upper: { ...request, rows: [0, row] }, lower: { ...request, rows: [row, height] } };
}

async function drawBands(request: PictureRequest, { help, upper, lower }: Bands): Promise<Picture> {
  const lost = gone;
  const theirs = help.picture(lower).catch(() => null);
  await fineFigure(request);
  const { width, height } = splitOf(request);
  const length = 4 * width * height;
  const rgba = takeSpare(length) ?? new Uint8ClampedArray(length);
  const own = studio.picture(upper, rgba.subarray(0, 4 * width * upper.rows![1]));
  const other = await Promise.race([theirs, lost]);
  const whole = joinBands(rgba, own, other ?? studio.picture(lower));
  if (other) {
    hasCome = true;
    void help.giveBack(transfer(other.rgba, [other.rgba.buffer]));
  }
  return transfer(whole, [rgba.buffer]);
}

const api: FrameApi = {
  help(port) {
    leave();
    helper?.[releaseProxy]();
    hasCome = false;
    helper = port && wrap<BandApi>(port);
    gone = new Promise((resolve) => (leave = () => resolve(null)));
  },
  picture(request) {
    const bands = bandsOf(request);
    return bands ? drawBands(request, bands) : draw(request);
  },
  giveBack,
  async isReady(request) {
    const bands = bandsOf(request);
    if (!bands) return isReady(request);
    return isReady(bands.upper) && (await Promise.race([bands.help.isReady(bands.lower), gone])) === true;
  },
  isWorthSharing: isWorthSplitting,
  point: (request, x, y) => studio.point(request, x, y),
  instruments: (request, at) => studio.instruments(request, at),
  sumCheck: (look) => sumCheck(look),
};

expose(withFigures(api));
