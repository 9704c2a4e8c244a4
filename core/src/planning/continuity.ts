import { turnBetweenDeg } from '../colour/hue';
import { kelvinToMired } from '../colour/cct';
import { zoneOf } from '../document/zones';
import { evaluate } from '../scene/evaluate';
import type { Look } from '../document/schema';

/** What two shots of one scene are held against each other by, with the figures of both. */
export type ContinuityItem = {
  /** The difference is enough to be seen in a cut. */
  readonly alarm: boolean;
} & (
  | {
      /** Level of the face over the meter; key side over shadow side; stops. */
      readonly kind: 'level' | 'ratio';
      readonly first: number;
      readonly second: number;
    }
  | { readonly kind: 'white'; readonly first: number; readonly second: number; readonly byMired: number }
  | {
      /** The colour of a place: as recorded in both, by how much its hue turns and its chroma grows. */
      readonly kind: 'colour';
      readonly place: string;
      readonly first: string;
      readonly second: string;
      readonly hueDeg: number;
      readonly chroma: number;
      readonly turns: boolean;
    }
);

const [RATIO_STOPS, LEVEL_STOPS, HUE_DEG, MIRED, CHROMA] = [0.5, 0.4, 12, 12, 0.04];
const COLOURED_FROM = 0.03;

/** Key ratio, face level, hues and white of two shots held against each other; what would be seen in a cut stands first. */
export function continuity(first: Look, second: Look): ContinuityItem[] {
  const [a, b] = [evaluate(first), evaluate(second)];
  const items: ContinuityItem[] = [];
  const level = Math.abs(b.keyStops - a.keyStops);
  items.push({ kind: 'level', first: a.keyStops, second: b.keyStops, alarm: !(level <= LEVEL_STOPS) });
  const ratio = (readings: typeof a) => {
    const at = (side: 'key' | 'shadow') => zoneOf(readings.probes, 'front', side)?.stops ?? NaN;
    return at('key') - at('shadow');
  };
  const [ra, rb] = [ratio(a), ratio(b)];
  if (Number.isFinite(ra) && Number.isFinite(rb))
    items.push({ kind: 'ratio', first: ra, second: rb, alarm: Math.abs(rb - ra) > RATIO_STOPS });
  const [wa, wb] = [first.camera.whiteK, second.camera.whiteK];
  const byMired = kelvinToMired(wb) - kelvinToMired(wa);
  items.push({ kind: 'white', first: wa, second: wb, byMired, alarm: Math.abs(byMired) > MIRED });
  for (const one of a.probes) {
    const other = b.probes.find(({ id }) => id === one.id);
    if (!other || Math.max(one.chroma, other.chroma) <= COLOURED_FROM) continue;
    const coloured = Math.min(one.chroma, other.chroma) > COLOURED_FROM;
    const hueDeg = coloured ? turnBetweenDeg(one.hueDeg, other.hueDeg) : 0;
    const chroma = other.chroma - one.chroma;
    const turns = Math.abs(hueDeg) > HUE_DEG;
    items.push({
      kind: 'colour',
      place: one.name,
      first: one.hex,
      second: other.hex,
      hueDeg,
      chroma,
      turns,
      alarm: turns || Math.abs(chroma) > CHROMA,
    });
  }
  return items.sort((p, q) => Number(q.alarm) - Number(p.alarm));
}
