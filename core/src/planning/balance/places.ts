import type { Scene } from '../../scene/compile';
import { incidentStopsAt, keyLightIndex } from '../../scene/evaluate';
import { usualMostToKey } from './most-to-key';

/** A bound on one light against the key. */
export interface KeyBound {
  /** Places in the scene's lights. */
  readonly light: number;
  readonly key: number;
  readonly mostStops: number;
  /** Somebody asked for this figure: a light that has no colour of its own to place is brought to it. */
  readonly isWish: boolean;
}

/** The bounds of a scene's lights; none where no key shines. */
export function keyBounds(scene: Scene): KeyBound[] {
  const { lights, look } = scene;
  const sourceOf = (l: number) => look.lights[lights[l]!.index];
  const key = keyLightIndex(scene);
  if (key < 0) return [];
  return lights.flatMap((light, l): KeyBound[] => {
    const source = sourceOf(l);
    if (!light.active || !source || l === key) return [];
    const mostStops = source.mostToKey ?? usualMostToKey(source.role, look.brief.mood);
    return mostStops === null ? [] : [{ light: l, key, mostStops, isWish: source.mostToKey !== null }];
  });
}

/** What a light gives at its place over what the key gives at its own, at these powers, stops; -Infinity where it does not reach its place. */
export function againstKey(scene: Scene, { light, key }: Pick<KeyBound, 'light' | 'key'>, powers: ArrayLike<number>): number {
  const from = incidentStopsAt(scene, key, powers[key]!);
  return from === -Infinity ? -Infinity : incidentStopsAt(scene, light, powers[light]!) - from;
}
