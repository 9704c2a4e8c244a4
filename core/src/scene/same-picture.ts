import { canonicalText } from '../canonical';
import type { Light, Look } from '../document/schema';

/** What a look and its lights carry beside what is seen. */
export const BESIDE: readonly (keyof Look)[] = [
  'title',
  'brief',
  'palette',
  'acknowledged',
  'build',
  'day',
  'variants',
  'baseline',
  'whites',
];
export const BESIDE_LIGHT: readonly (keyof Light)[] = [
  'name',
  'rig',
  'locked',
  'motive',
  'accepts',
  'aimPlace',
  'mostToKey',
  'mount',
  'ttl',
];

/**
 * Whether two looks give the same picture as far as they share what it is made of: parts are compared by identity, as edits leave alone what they do not
 * change. True is certain; false may be a part that was made anew as it was.
 */
export function samePicture(a: Look, b: Look): boolean {
  if (a === b) return true;
  return (
    sameBut(a, b, [...BESIDE, 'lights']) &&
    a.lights.length === b.lights.length &&
    a.lights.every((light, i) => light === b.lights[i] || sameBut(light, b.lights[i]!, BESIDE_LIGHT))
  );
}

function sameBut<T extends object>(a: T, b: T, beside: readonly (keyof T)[]): boolean {
  const keys = Object.keys(a) as (keyof T)[];
  return keys.length === Object.keys(b).length && keys.every((key) => beside.includes(key) || Object.is(a[key], b[key]));
}

function without<T extends object>(from: T, beside: readonly (keyof T)[]): Partial<T> {
  return Object.fromEntries(Object.entries(from).filter(([key]) => !beside.includes(key as keyof T))) as Partial<T>;
}

/** So many figures of a number are seen; those behind them depend on the machine that worked it out. */
const SEEN_FIGURES = 6;

/** All of a look that its picture shows, as text: looks of one picture read the same, wherever their parts come from. */
export function pictureText(look: Look): string {
  const seen = { ...without(look, BESIDE), lights: look.lights.map((light) => without(light, BESIDE_LIGHT)) };
  return canonicalText(seen, (value) => Number(value.toPrecision(SEEN_FIGURES)));
}
