import { evaluate } from '../scene/evaluate';
import { framing } from '../scene/framing';
import type { Look } from '../document/schema';
import { balance } from './balance/balance';

/** A key that stands to the side whitens the rim on that side and what hangs behind: how a photographer sets it so that colours stay, the mildest way first. */

/** The key stands `asideDeg` from the lens as the face sees it, `overM` over the face; the brief wants it `downStops` darker. */
interface Way {
  readonly asideDeg: number;
  readonly overM: number;
  readonly downStops: number;
}

const WAYS: readonly Way[] = [
  { asideDeg: 30, overM: 0.5, downStops: 0 },
  { asideDeg: 15, overM: 0.65, downStops: 0 },
  { asideDeg: 30, overM: 0.5, downStops: 1 / 3 },
  { asideDeg: 15, overM: 0.65, downStops: 1 / 3 },
  { asideDeg: 15, overM: 0.65, downStops: 2 / 3 },
  { asideDeg: 15, overM: 0.65, downStops: 1 },
];

function inWay(look: Look, { asideDeg, overM, downStops }: Way): Look {
  const aside = (asideDeg * Math.PI) / 180;
  const { keyStops } = look.brief;
  return {
    ...look,
    brief: { ...look.brief, keyStops: Number((keyStops - downStops).toFixed(2)) },
    lights: look.lights.map((light) => {
      if (light.role !== 'key') return light;
      const { position, aim } = light;
      const [x, z] = [position[0] - aim[0], position[2] - aim[2]];
      const away = Math.hypot(x, z);
      const at = (m: number) => Number(m.toFixed(2));
      return {
        ...light,
        position: [at(aim[0] + Math.sign(x) * away * Math.sin(aside)), at(aim[1] + overM), at(aim[2] + away * Math.cos(aside))],
      };
    }),
  };
}

/** By how much lights are out of their windows together, stops; a light that clips or is not seen counts as far off. */
function outOfWindows(look: Look): number {
  return evaluate(look).lights.reduce((sum, { verdict }) => {
    if (verdict.kind === 'vivid' || verdict.kind === 'white') return sum;
    return sum + (verdict.kind === 'diluted' && 'underStops' in verdict.by ? verdict.by.underStops : 3);
  }, 0);
}

/** A balanced look of which every light is in its window: as it is, or with its key set otherwise; else the one that comes nearest. No lamp comes into the picture. */
export function withCleanKey(look: Look): Look {
  const solved = (one: Look) => balance(one, { thorough: false }).look;
  let best = solved(look);
  let least = outOfWindows(best);
  const inFrame = framing(look).things.length;
  for (const way of WAYS) {
    if (least === 0) break;
    const one = inWay(look, way);
    if (framing(one).things.length > inFrame) continue;
    const tried = solved(one);
    const out = outOfWindows(tried);
    if (out < least) [best, least] = [tried, out];
  }
  return best;
}
