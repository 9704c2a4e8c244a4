import { fixtureOf, modifierOf, type KitGel, type KitSurface } from '@fulgent/core/catalogue';
import { LIMITS, type Light, type Look, type Point, type Role } from '@fulgent/core/document';
import { besideIt, lookWithGels, lookWithSurface, makeLight, usualPlace, type SurfacePart } from '@fulgent/core/planning';
import { nearestPower, usualZone } from '@fulgent/core/scene';
import { throwM } from '@fulgent/core/transport';
import { edit } from './store';

/** The changes that the interface makes to a look; each is one undo step, repeated ones in a row together. */

const NEAREST_M = 0.2;

export function changeLight(id: string, key: string, change: (light: Light) => Light): void {
  edit(`${id}.${key}`, (look) => withLight(look, id, change));
}

export function withLight(look: Look, id: string, change: (light: Light) => Light): Look {
  return { ...look, lights: look.lights.map((light) => (light.id === id ? change(light) : light)) };
}

/** Sets the power to the fixture's step nearest to `stops` under full. All of one `gesture` is one undo step. */
export function setPower(id: string, stops: number, gesture?: number): void {
  const change = (look: Look) => {
    const light = look.lights.find((one) => one.id === id);
    if (!light) return look;
    const powerStops = nearestPower(light.fixture, stops);
    return powerStops === light.powerStops ? look : withLight(look, id, (one) => ({ ...one, powerStops }));
  };
  edit(`${id}.power`, change, gesture);
}

/** Moves a light along its own beam until it stands `distanceM` from what it aims at. */
export function setThrow(id: string, distanceM: number): void {
  changeLight(id, 'throw', (light) => {
    const k = Math.max(NEAREST_M, distanceM) / throwM(light);
    const along = (i: 0 | 1 | 2) => light.aim[i] + (light.position[i] - light.aim[i]) * k;
    return { ...light, position: [along(0), along(1), along(2)] };
  });
}

/** One gel more on a light; what the application does not ship is carried along in the look. */
export function withGel(look: Look, id: string, gel: string, kit: readonly KitGel[]): Look {
  const carrying = lookWithGels(
    look,
    kit.filter((entry) => entry.id === gel),
  );
  return withLight(carrying, id, (light) => ({ ...light, gels: [...light.gels, { gel, strength: 1 }] }));
}

export function addGel(id: string, gel: string, kit: readonly KitGel[]): void {
  edit(`${id}.gel-add`, (look) => withGel(look, id, gel, kit));
}

/** Takes a caution on, with the time. */
export function acknowledge(key: string): void {
  edit('acknowledged', (look) => ({
    ...look,
    acknowledged: [...look.acknowledged.filter((one) => one.key !== key), { key, at: new Date().toISOString() }].slice(-200),
  }));
}

export function changeCamera(key: string, change: Partial<Look['camera']>): void {
  edit(`camera.${key}`, (look) => ({ ...look, camera: { ...look.camera, ...change } }));
}

export function changeBrief(key: string, change: Partial<Look['brief']>): void {
  edit(`brief.${key}`, (look) => ({ ...look, brief: { ...look.brief, ...change } }));
}

export function changeSubject(key: string, change: Partial<Look['subject']>): void {
  edit(`subject.${key}`, (look) => ({ ...look, subject: { ...look.subject, ...change } }));
}

export function changeBackdrop(key: string, change: Partial<Look['backdrop']>): void {
  edit(`backdrop.${key}`, (look) => replaced({ ...look, backdrop: { ...look.backdrop, ...change } }, look.backdrop.distanceM));
}

/** Takes a surface of the kit for a part of the picture; an own one is carried along in the look. */
export function putSurface(part: SurfacePart, entry: KitSurface): void {
  edit(`${part}.surface`, (look) => lookWithSurface(look, part, entry));
}

export function changeRoom(key: string, change: Partial<Look['room']>): void {
  edit(`room.${key}`, (look) => ({ ...look, room: { ...look.room, ...change } }));
}

export function changeAmbient(key: string, change: Partial<Look['ambient']>): void {
  edit(`ambient.${key}`, (look) => ({ ...look, ambient: { ...look.ambient, ...change } }));
}

export function rename(title: string): void {
  edit('title', (look) =>
    title.trim() && title !== look.title ? { ...look, title: title.trim().slice(0, LIMITS.nameLength) } : look,
  );
}

/** Moves the places on a backdrop that was moved, and the lights that work on them, along with it. */
function replaced(look: Look, before: number): Look {
  const { distanceM } = look.backdrop;
  if (distanceM === before) return look;
  const back = ([x, y, z]: Point): Point => [x, y, z + before - distanceM];
  const onIt = new Set(look.probes.filter(({ part }) => part === 'backdrop').map(({ id }) => id));
  return {
    ...look,
    probes: look.probes.map((probe) => (onIt.has(probe.id) ? { ...probe, position: back(probe.position) } : probe)),
    lights: look.lights.map((light) =>
      onIt.has(light.zone) ? { ...light, position: back(light.position), aim: back(light.aim) } : light,
    ),
  };
}

const ROLE_NAMES: Record<Role, string> = {
  key: 'Key',
  fill: 'Fill',
  rim: 'Rim',
  hair: 'Hair',
  kicker: 'Kicker',
  background: 'Backdrop',
  practical: 'Practical',
  window: 'Window',
};

export function roleName(role: Role): string {
  return ROLE_NAMES[role];
}

/** Adds a light of a role where such lights usually stand; of a pair, the other side. Gives its id. */
export function addLight(look: Look, role: Role): string {
  const taken = look.lights.filter((light) => light.role === role);
  const side = taken[0] ? (taken[0].position[0] < 0 ? 'right' : 'left') : role === 'key' ? 'left' : 'right';
  let id: string = role;
  for (let n = 2; look.lights.some((light) => light.id === id); n++) id = `${role}-${n}`;
  const { modifier, position, aim } = usualPlace(role, side, look.subject.faceHeightM, look.backdrop.distanceM);
  const light = makeLight({
    id,
    name: taken.length ? `${ROLE_NAMES[role]} ${side}` : ROLE_NAMES[role],
    role,
    position,
    aim,
    fixture: look.lights[0]?.fixture ?? fixtureOf('flash-200'),
    modifier: modifierOf(modifier),
    zone: usualZone(look.probes, role, position),
  });
  edit('lights.add', (now) => ({ ...now, lights: [...now.lights, light] }));
  return id;
}

/** Puts another like a light beside it, aimed alike and dimmed apart. Gives its id; null where the look holds no more. */
export function addBeside(look: Look, light: Light): string | null {
  if (look.lights.length >= LIMITS.lights) return null;
  let id = '';
  for (let n = 2; id === '' || look.lights.some((one) => one.id === id); n++) id = `${light.id.slice(0, 58)}-${n}`;
  edit('lights.add', (now) => ({
    ...now,
    lights: now.lights.flatMap((one) => (one.id === light.id ? [one, besideIt(one, id)] : [one])),
  }));
  return id;
}

export function removeLight(id: string): void {
  edit('lights.remove', (look) => ({ ...look, lights: look.lights.filter((light) => light.id !== id) }));
}

/** Moves a light up or down in the build order. */
export function moveLight(id: string, by: 1 | -1): void {
  edit('lights.order', (look) => {
    const from = look.lights.findIndex((light) => light.id === id);
    const to = from + by;
    if (from < 0 || to < 0 || to >= look.lights.length) return look;
    const lights = [...look.lights];
    lights.splice(to, 0, ...lights.splice(from, 1));
    return { ...look, lights };
  });
}
