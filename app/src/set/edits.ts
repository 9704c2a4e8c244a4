import type { Light, Look, Point } from '@fulgent/core';
import { changeBackdrop, changeCamera, changeLight } from '../look/edits';
import { edit } from '../look/store';

/** Least way between a light and what it aims at, m. */
const NEAREST_M = 0.15;

const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]) >= NEAREST_M;

/** Puts a light somewhere; all of one `gesture` is one undo step. */
export function placeLight(id: string, position: Point, gesture?: number): void {
  edit(
    `${id}.place`,
    (look) => withLight(look, id, (light) => (apart(position, light.aim) ? { ...light, position } : light)),
    gesture,
  );
}

export function aimLight(id: string, aim: Point, gesture?: number): void {
  edit(
    `${id}.aim-at`,
    (look) => withLight(look, id, (light) => (apart(light.position, aim) ? { ...light, aim } : light)),
    gesture,
  );
}

function withLight(look: Look, id: string, change: (light: Light) => Light): Look {
  return { ...look, lights: look.lights.map((light) => (light.id === id ? change(light) : light)) };
}

/** Puts a changed light in the place of the one of its id. */
export function replaceLight(next: Light): void {
  edit(`${next.id}.remedy`, (look) => withLight(look, next.id, () => next));
}

export function acceptSpill(id: string, probe: string, accepted: boolean): void {
  changeLight(id, `accept.${probe}`, (light) => ({
    ...light,
    accepts: accepted ? [...light.accepts.filter((one) => one !== probe), probe] : light.accepts.filter((one) => one !== probe),
  }));
}

export function placeCamera(distanceM: number): void {
  changeCamera('distance', { distanceM: Math.min(50, Math.max(0.4, distanceM)) });
}

export function placeBackdrop(distanceM: number): void {
  changeBackdrop('distance', { distanceM: Math.min(12, Math.max(0.4, distanceM)) });
}
