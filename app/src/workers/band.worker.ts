import { expose } from 'comlink';
import { withFigures } from '../figure/figures';
import { draw, giveBack, isReady } from './inside/drawing';

/** Helps the worker that draws: draws some rows of its pictures beside it, and keeps their geometry. */
const api = { picture: draw, isReady, giveBack };
export type BandApi = typeof api;

/** Its one call: a port on which it then answers. */
export interface BandPort {
  connect(port: MessagePort): void;
}

const port: BandPort = {
  connect: (other) => expose(withFigures(api), other),
};

expose(port);
