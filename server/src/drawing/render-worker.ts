import { parentPort } from 'node:worker_threads';
import path from 'node:path';
import { readFiguresFrom } from '@fulgent/core/figures';
import { makeStudio } from '@fulgent/core/picture';
import type { RenderRequest } from './render';

readFiguresFrom(path.join(__dirname, '../../core/figures'));
const studio = makeStudio();

parentPort!.on('message', ({ id, look, width, height, only }: RenderRequest & { id: number }) => {
  try {
    const { rgba } = studio.picture({ look, width, height, fineness: 2, only: only ?? undefined });
    parentPort!.postMessage({ id, rgba });
  } catch (error) {
    parentPort!.postMessage({ id, error: error instanceof Error ? error.message : String(error) });
  }
});
