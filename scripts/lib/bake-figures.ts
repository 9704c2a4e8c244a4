// Bakes all parts of figures, or those named, and gives their files.
import { bakeBody, bakeExtras, bakeHead, headBlockers, type Baked } from '../../core/src/figure/make/bake';
import { GARMENTS, POSTURES } from '../../core/src/figure/make/body';
import { PEOPLE, type PersonId } from '../../core/src/figure/make/person';

export function bakeFigures(wanted: (name: string) => boolean): Baked[] {
  const out: Baked[] = [];
  for (const id of Object.keys(PEOPLE) as PersonId[]) if (wanted(`head-${id}`)) out.push(bakeHead(id));
  const heads = headBlockers();
  for (const posture of POSTURES)
    for (const garment of GARMENTS) if (wanted(`body-${posture}-${garment}`)) out.push(bakeBody(posture, garment, heads));
  const extras = ['hat', 'cap', 'lens', 'bottle', 'kettle'];
  if (extras.some(wanted)) out.push(...bakeExtras().filter(({ name }) => wanted(name)));
  return out;
}
