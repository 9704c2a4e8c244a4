// Draws the lower band of pictures in a thread of its own, as the application's second worker does. Started by bench-frame.ts.
import { parentPort } from 'node:worker_threads';
import { readFiguresFrom } from '../../core/figures/read';
import { makeStudio, type PictureRequest } from '../../core/src/picture/index';

readFiguresFrom('core/figures');
let studio = makeStudio();

parentPort!.on('message', (request: PictureRequest | 'anew') => {
  if (request === 'anew') {
    studio = makeStudio();
    parentPort!.postMessage(null);
    return;
  }
  const picture = studio.picture(request);
  parentPort!.postMessage(picture, [picture.rgba.buffer]);
});
