import { Router, type Request } from 'express';
import type { Repository } from '../db/repository';
import { asJpeg } from '../work/jpeg';
import type { Render } from '../work/pool';
import { whileWanted } from './while-wanted';
import { invalid } from '../problem';
import { PAPERS, sheetPdf, type Paper } from '../sheet/pdf';

const PICTURE = { width: 400, height: 480 } as const;

/** The run sheet as PDF, `?size=a4` or `letter`. */
export function sheetRoutes(repo: Repository, render: Render): Router {
  const router = Router({ mergeParams: true });
  router.get('/', async (req: Request<{ id: string }>, res) => {
    const { size = 'a4' } = req.query;
    if (typeof size !== 'string' || !Object.hasOwn(PAPERS, size))
      throw invalid([{ field: 'size', message: 'size must be a4 or letter.' }]);
    const { look } = repo.readLook(req.params.id);
    const picture = await asJpeg(await render({ look, ...PICTURE, only: null }, whileWanted(res)), PICTURE.width, PICTURE.height);
    const bytes = await sheetPdf(look, picture, size as Paper);
    res.type('application/pdf').attachment('sheet.pdf').send(bytes);
  });
  return router;
}
