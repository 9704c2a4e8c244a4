import type { Look } from '../../document/schema';
import { LONGEST_KEY, type Caution, type CautionLevel } from './caution';
import {
  batteryOf,
  flickerOf,
  glareOf,
  handsOf,
  hangingOf,
  heatOf,
  helperOf,
  lampOf,
  roomOf,
  standsOf,
  wetOf,
} from './light-cautions';
import { boardOf, darkOf, hazeOf, powerOf, siteOf } from './place-cautions';

/** All cautions of a set-up, the gravest first. Cautions only: an empty list promises nothing. */
export function cautionsOf(look: Look): Caution[] {
  const lights = look.lights.filter(({ on }) => on);
  const found = [
    ...warmTogether(lights.flatMap((light) => heatOf(look, light))),
    ...lights.flatMap((light) => [
      ...lampOf(light),
      ...hangingOf(look, light),
      ...roomOf(look, light),
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

/** Gels that are to be borne in mind for the same reasons are one caution, with the most that stays in any of them. */
function warmTogether(heats: readonly Caution[]): Caution[] {
  const alike = new Map<string, Caution[]>();
  for (const heat of heats) {
    const why = heat.level === 'note' ? heat.reasons.map((reason) => reason.why).join(' ') : heat.key;
    alike.set(why, [...(alike.get(why) ?? []), heat]);
  }
  return [...alike.values()].flatMap((list) => {
    const key = `heat:${list.map((one) => one.key.replace('gel-heat:', '')).join('+')}`;
    // What it was said about must stand in the key whole, or it would not open again when one of them changes.
    if (list.length === 1 || key.length > LONGEST_KEY) return list;
    const absorbed = (one: Caution) =>
      one.reasons.reduce((most, reason) => (reason.why === 'gel-absorbs' ? Math.max(most, reason.wPerCm2) : most), 0);
    const hottest = list.reduce((a, b) => (absorbed(b) > absorbed(a) ? b : a));
    const names = list.flatMap(({ about }) => ('name' in about ? [about.name] : []));
    return {
      ...hottest,
      key,
      about: { is: 'gels-warm', names } as const,
      lightIds: list.flatMap(({ lightIds }) => lightIds),
    };
  });
}

/** Cautions that nobody has taken on yet. */
export function openCautions(look: Look): Caution[] {
  const known = new Set(look.acknowledged.map(({ key }) => key));
  return cautionsOf(look).filter(({ key }) => !known.has(key));
}
