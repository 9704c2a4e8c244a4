import { makeStudio, type Picture, type PictureRequest, type PointReading } from '@fulgent/core/frame';
import { expose, transfer } from 'comlink';

/** Draws pictures of looks. Geometry stays here; what comes back is ready to be put on the screen. */
export interface FrameApi {
  picture(request: PictureRequest): Picture;
  /** Whether the finest picture costs only the relighting. */
  isReady(request: PictureRequest): boolean;
  point(request: PictureRequest, x: number, y: number): PointReading;
}

const studio = makeStudio();

const api: FrameApi = {
  picture(request) {
    const picture = studio.picture(request);
    return transfer(picture, [picture.rgba.buffer]);
  },
  isReady: (request) => studio.isReady(request),
  point: (request, x, y) => studio.point(request, x, y),
};

expose(api);
