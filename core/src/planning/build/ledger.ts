import type { LightGroup, Look, Trim } from '../../document/schema';

/** Most trims that are kept: the oldest go first, once they have been added up. */
const MOST_TRIMS = 400;

/** What all changes of power come to since trims are counted, by light and by group, stops: trims, and moves on the ladder and by Balance. */
export interface Net {
  readonly lights: readonly { readonly id: string; readonly name: string; readonly stops: number; readonly trims: number }[];
  readonly groups: readonly {
    readonly id: string;
    readonly name: string;
    readonly stops: number;
    readonly offsets: readonly Offset[];
  }[];
}

/** How far a light of a group stands from the first of it, stops of power. */
export interface Offset {
  readonly lightId: string;
  readonly name: string;
  readonly stops: number;
}

/** Less is no change. */
const LEAST_STOPS = 0.005;

/** How far several went together, stops. */
function inCommon(values: readonly number[]): number {
  if (values.length === 0) return 0;
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return low > 0 ? low : high < 0 ? high : 0;
}

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);

export function netTrims({ lights, build }: Pick<Look, 'lights' | 'build'>): Net {
  const start = new Map(build.start.map(({ id, stops }) => [id, stops]));
  // A light that came later is told by its trims alone.
  const netOf = ({ id, powerStops }: Look['lights'][number]) => {
    const from = start.get(id);
    return from === undefined
      ? sum(build.ledger.filter(({ light }) => light === id).map(({ stops }) => stops))
      : powerStops - from;
  };
  return {
    lights: lights.flatMap((light) => {
      const { id, name } = light;
      const trims = build.ledger.filter((trim) => trim.light === id).length;
      const stops = netOf(light);
      return trims > 0 || Math.abs(stops) > LEAST_STOPS ? [{ id, name, stops, trims }] : [];
    }),
    groups: build.groups.map(({ id, name, lights: members }) => {
      const found = lights.filter((light) => members.includes(light.id));
      const first = found[0];
      return {
        id,
        name,
        // What its lights have in common: the least of their changes where all went one way.
        stops: inCommon(found.map(netOf)),
        offsets: found.map((light) => ({ lightId: light.id, name: light.name, stops: light.powerStops - first!.powerStops })),
      };
    }),
  };
}

/** Trims lights together and writes it down. Where one of them would leave its range, all stop there, so that offsets hold. */
export function trimmed(look: Look, ids: readonly string[], wanted: number, at: string, why: string, group = ''): Look {
  const lights = look.lights.filter(({ id }) => ids.includes(id));
  if (!lights.length) return look;
  const most = Math.min(...lights.map(({ powerStops }) => -powerStops));
  const least = Math.max(...lights.map(({ powerStops, fixture }) => fixture.minStops - powerStops));
  const stops = Math.min(most, Math.max(least, wanted));
  if (Math.abs(stops) < 1e-9) return look;
  const entries = lights.map(({ id }): Trim => ({ at, light: id, stops, group, why: why.slice(0, 120) }));
  return {
    ...look,
    lights: look.lights.map((light) => (ids.includes(light.id) ? { ...light, powerStops: light.powerStops + stops } : light)),
    build: { ...look.build, ledger: [...look.build.ledger, ...entries].slice(-MOST_TRIMS) },
  };
}

/** A group of lights that are trimmed together. */
export function withGroup(look: Look, group: LightGroup): Look {
  const others = look.build.groups.filter(({ id }) => id !== group.id);
  return { ...look, build: { ...look.build, groups: [...others, group] } };
}
