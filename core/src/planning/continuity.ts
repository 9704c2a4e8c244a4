import { turnBetweenDeg } from '../colour/hue';
import { kelvinToMired } from '../colour/cct';
import { formatStops } from '../exposure/stops';
import { zoneOf } from '../document/zones';
import { evaluate } from '../scene/evaluate';
import type { Look } from '../document/schema';

/** Two shots of one scene: what would jump in the cut. */
export interface ContinuityItem {
  readonly what: string;
  readonly first: string;
  readonly second: string;
  /** The difference is enough to be seen in a cut. */
  readonly alarm: boolean;
  readonly text: string;
}

const [RATIO_STOPS, LEVEL_STOPS, HUE_DEG, MIRED, CHROMA] = [0.5, 0.4, 12, 12, 0.04];
const COLOURED_FROM = 0.03;

/** Key ratio, face level, hues and white of two shots held against each other; what would be seen in a cut stands first. */
export function continuity(first: Look, second: Look): ContinuityItem[] {
  const [a, b] = [evaluate(first), evaluate(second)];
  const items: ContinuityItem[] = [];
  const stops = (value: number) => (Number.isFinite(value) ? formatStops(value) : 'none');
  const add = (what: string, from: string, to: string, alarm: boolean, text: string) => {
    items.push({ what, first: from, second: to, alarm, text });
  };
  const level = b.keyStops - a.keyStops;
  add(
    'Face over the meter',
    stops(a.keyStops),
    stops(b.keyStops),
    !(Math.abs(level) <= LEVEL_STOPS),
    `${Math.abs(level).toFixed(1)} stops ${level < 0 ? 'darker' : 'brighter'} in the second`,
  );
  const ratio = (readings: typeof a) => {
    const at = (side: 'key' | 'shadow') => zoneOf(readings.probes, 'front', side)?.stops ?? NaN;
    return at('key') - at('shadow');
  };
  const [ra, rb] = [ratio(a), ratio(b)];
  if (Number.isFinite(ra) && Number.isFinite(rb))
    add(
      'Key side over shadow side',
      stops(ra),
      stops(rb),
      Math.abs(rb - ra) > RATIO_STOPS,
      `the ratio moves ${Math.abs(rb - ra).toFixed(1)} stops`,
    );
  const mired = kelvinToMired(second.camera.whiteK) - kelvinToMired(first.camera.whiteK);
  add(
    'White',
    `${Math.round(first.camera.whiteK)} K`,
    `${Math.round(second.camera.whiteK)} K`,
    Math.abs(mired) > MIRED,
    `${Math.abs(mired).toFixed(0)} mired apart`,
  );
  for (const one of a.probes) {
    const other = b.probes.find(({ id }) => id === one.id);
    if (!other) continue;
    const coloured = one.chroma > COLOURED_FROM && other.chroma > COLOURED_FROM;
    const hue = coloured ? turnBetweenDeg(one.hueDeg, other.hueDeg) : 0;
    const chroma = other.chroma - one.chroma;
    const alarm = Math.abs(hue) > HUE_DEG || Math.abs(chroma) > CHROMA;
    const text =
      Math.abs(hue) > HUE_DEG
        ? `the hue turns ${Math.abs(hue).toFixed(0)}°`
        : `chroma ${chroma >= 0 ? '+' : '-'}${Math.abs(chroma).toFixed(2)}`;
    if (one.chroma > COLOURED_FROM || other.chroma > COLOURED_FROM) add(one.name, one.hex, other.hex, alarm, text);
  }
  return items.sort((p, q) => Number(q.alarm) - Number(p.alarm));
}
