import { LIMITS, type Light, type Look } from '../../document/schema';

/** What an edit leaves behind: where lights stood, and how strong they were when trims began to be counted. `before` is the look before the whole step. */
export function withHistory(before: Look, after: Look, at: string): Look {
  if (before.lights === after.lights) return after;
  const was = new Map(before.lights.map((light) => [light.id, light]));
  const changed = (is: (a: Light, b: Light) => boolean) =>
    after.lights.filter((light) => {
      const old = was.get(light.id);
      return old !== undefined && is(old, light);
    });
  const moved = changed((a, b) => !same(a.position, b.position) || !same(a.aim, b.aim));
  const turned = changed((a, b) => a.powerStops !== b.powerStops);
  const beginsNow = turned.length > 0 && before.build.start.length === 0 && after.build.start.length === 0;
  if (moved.length === 0 && !beginsNow) return after;
  const moves = moved.map(({ id }) => {
    const { position, aim } = was.get(id)!;
    return { id: `${id.slice(0, 44)}-${Date.parse(at).toString(36)}`, at, light: id, position, aim };
  });
  return {
    ...after,
    build: {
      ...after.build,
      moves: moved.length ? [...before.build.moves, ...moves].slice(-LIMITS.moves) : after.build.moves,
      start: beginsNow ? before.lights.map(({ id, powerStops }) => ({ id, stops: powerStops })) : after.build.start,
    },
  };
}

const same = (a: Light['position'], b: Light['position']): boolean => a === b || a.every((value, i) => value === b[i]);

/** Where a light stood before, the last first; what is where it stands now is left out. */
export function stoodAt({ build }: Pick<Look, 'build'>, light: Light): Look['build']['moves'] {
  const seen: Light['position'][] = [];
  return [...build.moves]
    .filter((move) => move.light === light.id)
    .reverse()
    .filter(({ position, aim }) => {
      if (same(position, light.position) && same(aim, light.aim)) return false;
      if (seen.some((one) => same(one, position))) return false;
      return seen.push(position) > 0;
    });
}
