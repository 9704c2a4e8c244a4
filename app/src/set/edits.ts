import type { KitSurface } from '@fulgent/core/catalogue';
import {
  LIMITS,
  type HazeEntry,
  likeZone,
  type Board,
  type Finish,
  type Look,
  type Modifier,
  type Point,
  type SubjectForm,
} from '@fulgent/core/document';
import { windowLight, withSurface } from '@fulgent/core/planning';
import { keySideOf, standardProbes } from '@fulgent/core/scene';
import { changeBackdrop, changeCamera, changeLight, withLight } from '../look/edits';
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

/** Puts a light back where it stood. */
export function putBack(id: string, position: Point, aim: Point): void {
  edit(`${id}.back`, (look) => withLight(look, id, (light) => ({ ...light, position, aim })));
}

export function aimLight(id: string, aim: Point, gesture?: number): void {
  edit(
    `${id}.aim-at`,
    (look) => withLight(look, id, (light) => (apart(light.position, aim) ? { ...light, aim } : light)),
    gesture,
  );
}

const NAMES: Record<Finish, string> = { black: 'Flag', white: 'Card', silver: 'Silver', silk: 'Silk' };

/** Puts a board up where such a thing usually starts: beside the subject, on the side away from the key. */
export function addBoard(finish: Finish): void {
  edit('boards.add', (look) => {
    let n = look.boards.length + 1;
    while (look.boards.some(({ id }) => id === `board-${n}`)) n++;
    const side = keySideOf(look) === 'left' ? 1 : -1;
    const board: Board = {
      id: `board-${n}`,
      name: `${NAMES[finish]} ${n}`,
      finish,
      position: [0.8 * side, look.subject.faceHeightM - 0.1, 0.3],
      widthM: 0.8,
      heightM: 1.2,
      yawDeg: -70 * side,
      lossStops: finish === 'silk' ? 1 : 0,
      tint: null,
    };
    return { ...look, boards: [...look.boards, board] };
  });
}

/** Two tall boards hinged to a V, open to the subject, on the side away from the key. */
export function addVFlat(finish: 'black' | 'white'): void {
  edit('boards.add', (look) => {
    const side = keySideOf(look) === 'left' ? 1 : -1;
    const taken = new Set(look.boards.map(({ id }) => id));
    let n = 1;
    const nextId = () => {
      while (taken.has(`board-${n}`)) n++;
      taken.add(`board-${n}`);
      return `board-${n}`;
    };
    const hinge = [1.25 * side, 0.15] as const;
    const wing = (towards: 1 | -1): Board => {
      // Each wing stands 45 degrees to the line from the hinge to the subject.
      const [dx, dz] = [-side * Math.SQRT1_2 * (V_WIDTH_M / 2), towards * Math.SQRT1_2 * (V_WIDTH_M / 2)];
      return {
        id: nextId(),
        name: `V-flat, ${towards > 0 ? 'front' : 'rear'} wing`,
        finish,
        position: [Number((hinge[0] + dx).toFixed(2)), V_HEIGHT_M / 2, Number((hinge[1] + dz).toFixed(2))],
        widthM: V_WIDTH_M,
        heightM: V_HEIGHT_M,
        yawDeg: 45 * side * towards,
        lossStops: 0,
        tint: null,
      };
    };
    return { ...look, boards: [...look.boards, wing(1), wing(-1)] };
  });
}

const [V_WIDTH_M, V_HEIGHT_M] = [1, 2.2] as const;

export function changeBoard(id: string, key: string, change: Partial<Board>, gesture?: number): void {
  edit(
    `${id}.${key}`,
    (look) => ({ ...look, boards: look.boards.map((board) => (board.id === id ? { ...board, ...change } : board)) }),
    gesture,
  );
}

export function removeBoard(id: string): void {
  edit('boards.remove', (look) => ({ ...look, boards: look.boards.filter((board) => board.id !== id) }));
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

/** Another subject before the camera: its places are put on it, and lights keep what they work on. */
export function changeForm(form: SubjectForm): void {
  edit('subject.form', (look) => {
    const faceHeightM = { person: 1.6, seated: 1.25, bottle: 0.95, kettle: 0.95 }[form];
    const by = faceHeightM - look.subject.faceHeightM;
    const probes = standardProbes(faceHeightM, look.backdrop.distanceM, keySideOf(look), form);
    const placeOf = (zone: string) =>
      likeZone(
        probes,
        look.probes.find(({ id }) => id === zone)!,
      ).id;
    const lift = ([x, y, z]: Point): Point => [x, Math.max(0.05, y + by), z];
    return {
      ...look,
      subject: { ...look.subject, form, faceHeightM },
      lights: look.lights.map((light) => ({
        ...light,
        position: lift(light.position),
        aim: lift(light.aim),
        zone: placeOf(light.zone),
      })),
      boards: look.boards.map((board) => ({ ...board, position: lift(board.position) })),
      probes,
    };
  });
}

/** Writes down how much haze there is now, and that it was sprayed or looked at. */
export function logHaze(did: HazeEntry['did']): void {
  edit('air.log', (look) => ({
    ...look,
    day: {
      ...look.day,
      hazeLog: [...look.day.hazeLog, { at: new Date().toISOString(), did, hazePerM: look.air.hazePerM }].slice(-LIMITS.entries),
    },
  }));
}

export function changeAir(change: Partial<Look['air']>): void {
  edit('air', (look) => ({ ...look, air: { ...look.air, ...change } }));
}

/** A window in a wall, at a level on the subject. */
export function addWindow(side: 'left' | 'right', lux: number): void {
  edit('window.add', (look) => {
    let n = 1;
    while (look.lights.some(({ id }) => id === `window-${n}`)) n++;
    return { ...look, lights: [...look.lights, windowLight(look, side, lux, `window-${n}`)] };
  });
}

export function changeModifier(id: string, key: string, change: Partial<Modifier>): void {
  changeLight(id, `modifier.${key}`, (light) => ({ ...light, modifier: { ...light.modifier, ...change } }));
}

export function rollLight(id: string, rollDeg: number): void {
  changeLight(id, 'roll', (light) => ({ ...light, rollDeg }));
}

/** Colours what a card sends back; null takes the colour off again. */
export function tintBoard(id: string, entry: KitSurface | null): void {
  edit(`${id}.tint`, (look) => {
    const { look: next, surface } = entry ? withSurface(look, entry) : { look, surface: null };
    return { ...next, boards: next.boards.map((board) => (board.id === id ? { ...board, tint: surface } : board)) };
  });
}
