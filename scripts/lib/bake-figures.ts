// Bakes all parts of figures, or those named, and gives their files.
import { bakeBody, bakeExtras, bakeHead, headBlockers, type Baked } from '../../core/src/figure/make/bake';
import { GARMENT_IDS, PERSON_IDS } from '../../core/src/document/subject';
import { POSTURES } from '../../core/src/figure/make/body';

export function bakeFigures(wanted: (name: string) => boolean): Baked[] {
  const out: Baked[] = [];
  for (const id of PERSON_IDS) if (wanted(`head-${id}`)) out.push(bakeHead(id));
  const heads = headBlockers();
  for (const posture of POSTURES)
    for (const garment of GARMENT_IDS) if (wanted(`body-${posture}-${garment}`)) out.push(bakeBody(posture, garment, heads));
  const extras = ['hat', 'cap', 'lens', 'bottle', 'kettle'];
  if (extras.some(wanted)) out.push(...bakeExtras().filter(({ name }) => wanted(name)));
  return out;
}
