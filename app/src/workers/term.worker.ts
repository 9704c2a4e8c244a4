import { makeStudio, type LightTerm, type PictureRequest } from '@fulgent/core/picture';
import { shapeOf } from '@fulgent/core/figure';
import { expose } from 'comlink';
import { ensureFigure, withFigures } from '../figure/figures';

/** Helps the worker that draws: finds the geometry of a light beside it. */
export interface TermApi {
  term(request: PictureRequest, id: string): Promise<LightTerm>;
}

const studio = makeStudio();

const api: TermApi = {
  async term(request, id) {
    if (request.fineness > 0) await ensureFigure(shapeOf(request.look.subject), 'fine').catch(() => undefined);
    return studio.makeTerm(request, id);
  },
};

/** Its one call: a port on which it then answers. */
export interface TermPort {
  connect(port: MessagePort): void;
}

const port: TermPort = {
  connect: (other) => expose(withFigures(api), other),
};

expose(port);
