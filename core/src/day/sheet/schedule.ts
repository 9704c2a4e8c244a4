import { InputError } from '../../errors';
import type { Light, Look } from '../../document/schema';

/** Several set-ups on one day: what changes from one to the next, how long that takes, and the order with the least of it. */

/** One thing to change between two set-ups. */
export interface SetupChange {
  readonly what: string;
  readonly minutes: number;
}

export interface ScheduledSetup {
  readonly id: string;
  readonly title: string;
  /** What is changed to come here from the set-up before; for the first, all that is built. */
  readonly changes: readonly SetupChange[];
  readonly minutes: number;
  /** Minutes after the start at which the first frame can be taken. */
  readonly readyAt: number;
}

export interface Schedule {
  readonly setups: readonly ScheduledSetup[];
  readonly minutes: number;
  /** The same in the order in which they were given. */
  readonly givenMinutes: number;
}

/** Minutes that each kind of change takes one person: rules of thumb. */
const MINUTES = {
  rig: 10,
  strike: 4,
  gel: 3,
  modifier: 4,
  move: 3,
  dial: 0.5,
  bulb: 3,
  cool: 10,
  nd: 1,
  lens: 2,
  backdrop: 12,
  board: 2,
  people: 5,
} as const;

/** More set-ups than this are not put in order. */
export const MOST_SETUPS = 12;
const MOVED_M = 0.25;
const FRAMES_MIN = 15;

const gelsOf = ({ gels }: Light) => gels.map(({ gel, strength }) => `${gel} ${strength}`).join('+');
const rigKey = ({ fixture, role }: Light) => `${fixture.name}|${role}`;
const moved = (a: Light, b: Light) =>
  Math.hypot(...a.position.map((v, i) => v - b.position[i]!)) > MOVED_M ||
  Math.hypot(...a.aim.map((v, i) => v - b.aim[i]!)) > MOVED_M;

/** Lights of `to` that stand there already in `from`: the same fixture in the same role first, then the same fixture. */
function pairs(
  from: readonly Light[],
  to: readonly Light[],
): { readonly kept: readonly (readonly [Light, Light])[]; readonly fresh: readonly Light[]; readonly struck: readonly Light[] } {
  const left = [...from];
  const kept: [Light, Light][] = [];
  const fresh: Light[] = [];
  const takeFrom = (matches: (light: Light) => boolean) => {
    const at = left.findIndex(matches);
    return at < 0 ? undefined : left.splice(at, 1)[0];
  };
  const waiting: Light[] = [];
  for (const light of to) {
    const found = takeFrom((one) => rigKey(one) === rigKey(light));
    if (found) kept.push([found, light]);
    else waiting.push(light);
  }
  for (const light of waiting) {
    const found = takeFrom((one) => one.fixture.name === light.fixture.name);
    if (found) kept.push([found, light]);
    else fresh.push(light);
  }
  return { kept, fresh, struck: left };
}

/** A modifier's name, and that its grid is on where the name does not say so. */
const modifierWords = ({ name, gridDeg }: Light['modifier']) =>
  gridDeg === null || /grid/i.test(name) ? name : `${name} with grid`;

const standing = ({ lights }: Look) => lights.filter(({ on, role }) => on && role !== 'window');

/** What is done to come from one set-up to another. `from` null: from an empty room. */
export function changesBetween(from: Look | null, to: Look): SetupChange[] {
  const changes: SetupChange[] = [];
  const add = (what: string, minutes: number) => {
    changes.push({ what, minutes });
  };
  const { kept, fresh, struck } = pairs(from ? standing(from) : [], standing(to));
  for (const light of fresh)
    add(`${light.name}: rig ${light.fixture.name}`, MINUTES.rig * Math.min(3, light.pieces) + MINUTES.gel * light.gels.length);
  for (const light of struck) add(`${light.name}: strike ${light.fixture.name}`, MINUTES.strike);
  for (const [a, b] of kept) {
    if (gelsOf(a) !== gelsOf(b)) add(`${b.name}: ${b.gels.length ? 'change gel' : 'take gel off'}`, MINUTES.gel * b.pieces);
    if (a.modifier.name !== b.modifier.name || a.modifier.gridDeg !== b.modifier.gridDeg)
      add(`${b.name}: ${modifierWords(b.modifier)}`, MINUTES.modifier);
    if (moved(a, b)) add(`${b.name}: move`, MINUTES.move);
    if (a.lamp?.fittedW !== b.lamp?.fittedW)
      add(`${b.name}: bulb of ${b.lamp?.fittedW ?? 0} W, once the old one is cool`, MINUTES.bulb + MINUTES.cool);
    if (Math.abs(a.powerStops - b.powerStops) > 0.01 || JSON.stringify(a.setting) !== JSON.stringify(b.setting))
      add(`${b.name}: dial`, MINUTES.dial);
  }
  if (
    !from ||
    JSON.stringify(from.backdrop.surface) !== JSON.stringify(to.backdrop.surface) ||
    from.backdrop.type !== to.backdrop.type
  ) {
    if (to.backdrop.type !== 'none') add('Backdrop', MINUTES.backdrop);
  }
  if (from && from.camera.ndStops !== to.camera.ndStops) add(`ND ${to.camera.ndStops} stops`, MINUTES.nd);
  if (from && (from.camera.focalMm !== to.camera.focalMm || from.camera.diffusion !== to.camera.diffusion))
    add(`Lens ${to.camera.focalMm} mm`, MINUTES.lens);
  if (from && from.subject.name !== to.subject.name) add(to.subject.name, MINUTES.people);
  const boards = to.boards.filter(
    ({ id, position }) =>
      !from?.boards.some((one) => one.id === id && one.position.every((v, i) => Math.abs(v - position[i]!) < MOVED_M)),
  );
  for (const board of boards) add(`${board.name}: place`, MINUTES.board);
  return changes;
}

const total = (changes: readonly SetupChange[]) => changes.reduce((sum, { minutes }) => sum + minutes, 0);

/**
 * The order of set-ups with the fewest minutes of changes, found over all orders (Held and Karp's method). `firstId` fixes what comes
 * first; ties keep the given order. @throws InputError for more than 12 set-ups.
 */
export function schedule(
  setups: readonly { readonly id: string; readonly look: Look }[],
  firstId: string | null = null,
): Schedule {
  const n = setups.length;
  if (n > MOST_SETUPS)
    throw new InputError('setups', `At most ${MOST_SETUPS} set-ups can be put in order; choose those of one day.`);
  if (n === 0) return { setups: [], minutes: 0, givenMinutes: 0 };
  const start = setups.map(({ look }) => changesBetween(null, look));
  const between = setups.map((a) => setups.map((b) => (a === b ? [] : changesBetween(a.look, b.look))));
  const cost = between.map((row) => row.map(total));
  const open = setups.map(({ id }, i) =>
    firstId !== null && id !== firstId && setups.some((one) => one.id === firstId) ? Infinity : total(start[i]!),
  );
  const full = (1 << n) - 1;
  const best = Array.from({ length: full + 1 }, () => new Float64Array(n).fill(Infinity));
  const before = Array.from({ length: full + 1 }, () => new Int8Array(n).fill(-1));
  for (let i = 0; i < n; i++) best[1 << i]![i] = open[i]!;
  for (let set = 1; set <= full; set++)
    for (let last = 0; last < n; last++) {
      const here = best[set]![last]!;
      if (!Number.isFinite(here)) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const with_ = set | (1 << next);
        if (here + cost[last]![next]! < best[with_]![next]! - 1e-9) {
          best[with_]![next] = here + cost[last]![next]!;
          before[with_]![next] = last;
        }
      }
    }
  let last = 0;
  for (let i = 1; i < n; i++) if (best[full]![i]! < best[full]![last]! - 1e-9) last = i;
  const order: number[] = [];
  for (let set = full; last >= 0;) {
    order.unshift(last);
    const previous = before[set]![last]!;
    set &= ~(1 << last);
    last = previous;
  }
  let clock = 0;
  const planned = order.map((i, k): ScheduledSetup => {
    const changes = k === 0 ? start[i]! : between[order[k - 1]!]![i]!;
    const minutes = total(changes);
    const readyAt = clock + minutes;
    clock = readyAt + FRAMES_MIN;
    return { id: setups[i]!.id, title: setups[i]!.look.title, changes, minutes, readyAt };
  });
  const given = total(start[0]!) + setups.slice(1).reduce((sum, _, i) => sum + cost[i]![i + 1]!, 0);
  return { setups: planned, minutes: total(planned.flatMap(({ changes }) => changes)), givenMinutes: given };
}
