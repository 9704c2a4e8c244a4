import type { KitEntry } from '@fulgent/core/catalogue';
import { Router, type Request } from 'express';
import type { Repository } from '../db/repository';
import { invalid } from '../problem';
import { PAPERS, type Paper } from '../sheet/pdf';
import type { Work } from '../work/pool';
import type { Ongoing } from './ongoing';

/** The run sheet as PDF, `?size=a4` or `letter`. */
export function sheetRoutes(
  repo: Repository,
  { sheet }: Pick<Work, 'sheet'>,
  kit: () => readonly KitEntry[],
  ongoing: Ongoing,
): Router {
  const router = Router({ mergeParams: true });
  router.get('/', async (req: Request<{ id: string }>, res) => {
    const { size = 'a4' } = req.query;
    if (typeof size !== 'string' || !Object.hasOwn(PAPERS, size))
      throw invalid([{ field: 'size', message: 'size must be a4 or letter.' }]);
    const { id, revision, look } = repo.readLook(req.params.id);
    const bytes = await ongoing.of(res, `sheet ${size} ${revision} ${id}`, (signal) =>
      sheet({ look, kit: kit(), paper: size as Paper }, signal),
    );
    res.type('application/pdf').attachment('sheet.pdf').send(Buffer.from(bytes));
  });
  return router;
}
