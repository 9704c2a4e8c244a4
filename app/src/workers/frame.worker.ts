import type { Look } from '@fulgent/core';
import {
  makeStudio,
  shapeOf,
  sumCheck,
  type Instruments,
  type SumCheck,
  type Picture,
  type PictureRequest,
  type PointReading,
} from '@fulgent/core/picture';
import { expose, transfer } from 'comlink';
import { ensureFigure, withFigures } from '../figure/figures';

/** Draws pictures of looks. Geometry stays here; what comes back is ready to be put on the screen. */
export interface FrameApi {
  picture(request: PictureRequest): Promise<Picture>;
  /** Whether the finest picture costs only the relighting. */
  isReady(request: PictureRequest): boolean;
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

const api: FrameApi = {
  async picture(request) {
    await fineFigure(request);
    const picture = studio.picture(request);
    return transfer(picture, [picture.rgba.buffer]);
  },
  isReady: (request) => studio.isReady(request),
  point: (request, x, y) => studio.point(request, x, y),
  instruments: (request, at) => studio.instruments(request, at),
  sumCheck: (look) => sumCheck(look),
};

expose(withFigures(api));
