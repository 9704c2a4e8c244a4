import type { Look } from '@fulgent/core/document';
import {
  makeStudio,
  sumCheck,
  type Instruments,
  type SumCheck,
  type Picture,
  type PictureRequest,
  type PointReading,
} from '@fulgent/core/picture';
import { shapeOf } from '@fulgent/core/figure';
import { expose, transfer, wrap, type Remote } from 'comlink';
import type { TermApi } from './term.worker';
import { ensureFigure, withFigures } from '../figure/figures';

/** Draws pictures of looks. Geometry stays here; what comes back is ready to be put on the screen. */
export interface FrameApi {
  /** Takes a second worker as its help, or, once what it does is done, goes on without. */
  help(port: MessagePort | null): Promise<void>;
  picture(request: PictureRequest): Promise<Picture>;
  /** Takes the pixels of a picture that has been shown: the next one of its size is drawn in them. */
  giveBack(rgba: Picture['rgba']): void;
  /** Whether the finest picture costs only the relighting. */
  isReady(request: PictureRequest): boolean;
  /** Whether so many lights are new that a second worker would save time. */
  isWorthSharing(request: PictureRequest): boolean;
  point(request: PictureRequest, x: number, y: number): PointReading;
  instruments(request: PictureRequest, at: number): Instruments;
  /** Whether the pictures of single lights add up to the whole. */
  sumCheck(look: Look): SumCheck;
}

const studio = makeStudio();

/** Pictures finer than the first wait for the fine figure; where it cannot be had, the quick one is drawn. */
async function fineFigure({ look, fineness }: PictureRequest): Promise<void> {
  if (fineness === 0) return;
  await ensureFigure(shapeOf(look.subject), 'fine').catch(() => undefined);
}

/** Pixels that have come back. */
let spare: Picture['rgba'] | undefined;

let helper: Remote<TermApi> | null = null;
let sharing: Promise<void> = Promise.resolve();

/** From so many new lights on a second worker takes part of them, at full size. */
const WORTH_SHARING = 2;

const isWorthSharing = (request: PictureRequest) => request.fineness === 2 && studio.missing(request).length >= WORTH_SHARING;

/** Has about half of the new lights' geometry found beside this worker; without a helper all is done here. */
async function shareTerms(request: PictureRequest): Promise<void> {
  const help = helper;
  if (!help || !isWorthSharing(request)) return;
  const missing = studio.missing(request);
  const theirs = missing.slice(Math.ceil(missing.length / 2));
  const asked = theirs.map((id) => help.term(request, id));
  for (const id of missing.slice(0, Math.ceil(missing.length / 2))) studio.takeTerm(request, id, studio.makeTerm(request, id));
  await Promise.all(asked.map(async (term, k) => studio.takeTerm(request, theirs[k]!, await term))).catch(() => undefined);
}

const api: FrameApi = {
  async help(port) {
    await sharing;
    helper = port && wrap<TermApi>(port);
  },
  async picture(request) {
    await fineFigure(request);
    sharing = shareTerms(request);
    await sharing;
    const into = spare;
    spare = undefined;
    const picture = studio.picture(request, into);
    // One of another size leaves them for the next.
    if (picture.rgba !== into) spare = into;
    return transfer(picture, [picture.rgba.buffer]);
  },
  giveBack(rgba) {
    if (rgba.length >= (spare?.length ?? 0)) spare = rgba;
  },
  isWorthSharing,
  isReady: (request) => studio.isReady(request),
  point: (request, x, y) => studio.point(request, x, y),
  instruments: (request, at) => studio.instruments(request, at),
  sumCheck: (look) => sumCheck(look),
};

expose(withFigures(api));
