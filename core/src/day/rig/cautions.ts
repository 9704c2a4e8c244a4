import type { Look } from '../../document/schema';
import type { Caution, CautionLevel } from './caution';
import { batteryOf, flickerOf, glareOf, handsOf, hangingOf, heatOf, helperOf, lampOf, standsOf, wetOf } from './light-cautions';
import { boardOf, darkOf, hazeOf, powerOf, siteOf } from './place-cautions';

/** All cautions of a set-up, the gravest first. Cautions only: an empty list promises nothing. */
export function cautionsOf(look: Look): Caution[] {
  const lights = look.lights.filter(({ on }) => on);
  const found = [
    ...lights.flatMap((light) => [
      ...heatOf(look, light),
      ...lampOf(light),
      ...hangingOf(look, light),
      ...wetOf(look, light),
      ...glareOf(look, light),
      ...flickerOf(light),
      ...batteryOf(look, light),
      ...helperOf(look, light),
    ]),
    ...standsOf(lights),
    ...handsOf(look, lights),
    ...look.boards.flatMap(boardOf),
    ...powerOf(look),
    ...hazeOf(look),
    ...darkOf(look),
    siteOf(look),
  ];
  const order: readonly CautionLevel[] = ['stop', 'act', 'note'];
  return found.sort((a, b) => order.indexOf(a.level) - order.indexOf(b.level));
}

/** Cautions that nobody has taken on yet. */
export function openCautions(look: Look): Caution[] {
  const known = new Set(look.acknowledged.map(({ key }) => key));
  return cautionsOf(look).filter(({ key }) => !known.has(key));
}
