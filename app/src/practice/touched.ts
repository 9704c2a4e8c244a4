import { fixtureOf } from '@fulgent/core/catalogue';
import type { Fixture, Look, LookCamera, Setting } from '@fulgent/core/document';
import { mixOf } from '@fulgent/core/fixture';
import { fixtureLookup } from '@fulgent/core/scene';
import type { Touch } from '@fulgent/words';

/** What is touched on the page of a lesson: a look, and its steps from one end to the other. */
export interface Touched {
  /** What is dialled, and its value at each step. */
  readonly label: string;
  readonly steps: readonly { readonly name: string; readonly look: Look }[];
  /** Where it begins. */
  readonly first: number;
}

type Lights = Look['lights'];
const withLights = (look: Look, change: (light: Lights[number]) => Lights[number]): Look => ({
  ...look,
  lights: look.lights.map(change),
});
const withCamera = (look: Look, camera: Partial<LookCamera>): Look => ({ ...look, camera: { ...look.camera, ...camera } });

/** The coloured light that a lesson is about: the edge, else the first with a gel. */
const edgeOf = ({ lights }: Look) =>
  lights.find(({ role }) => role === 'rim') ?? lights.find(({ gels }) => gels.length > 0) ?? lights[0]!;
const stopsName = (stops: number) => `${stops > 0 ? '+' : ''}${stops} stops`;

/** What the touches work with. */
interface Means {
  readonly look: Look;
  readonly edge: Lights[number];
  readonly onEdge: (change: (light: Lights[number]) => Partial<Lights[number]>) => Look;
  readonly onKey: (change: (light: Lights[number]) => Partial<Lights[number]>) => Look;
}

const gels = (ids: readonly string[]) => ids.map((gel) => ({ gel, strength: 1 }));
const list = (label: string, first: number, values: readonly (readonly [name: string, look: Look])[]): Touched => ({
  label,
  first,
  steps: values.map(([name, one]) => ({ name, look: one })),
});

const FOLLOWER_HUES = [300, 0, 15, 30, 45, 60] as const;
/** A panel as bright as the flash beside it, and how bright it is asked to be at every hue, lux at 1 m. */
const [BRIGHTER, FOLLOWER_LUX] = [2500, 840_000];

/** A light as a colour panel at a hue, level held. */
function followerAt(light: Lights[number], hueDeg: number): Lights[number] {
  const panel = fixtureOf('colour-panel');
  if (panel.kind !== 'colour') return light;
  const fixture: Fixture = {
    ...panel,
    emitters: panel.emitters.map((emitter) => ({ ...emitter, luxAt1m: BRIGHTER * emitter.luxAt1m })),
  };
  const setting: Setting = { mode: 'hsi', hueDeg, saturation: 1, whiteK: 5600 };
  const { luxAt1m } = mixOf(fixture, setting, fixtureLookup());
  return { ...light, fixture, setting, gels: [], powerStops: Math.min(0, Math.log2(FOLLOWER_LUX / luxAt1m)) };
}

const TOUCHED: Readonly<Record<Touch, (means: Means) => Touched>> = {
  'rim-power': ({ edge, onEdge }) =>
    list(
      edge.name,
      2,
      [-4, -2, 0, 1, 2, 3].map(
        (by) => [stopsName(by), onEdge(({ powerStops }) => ({ powerStops: Math.min(0, powerStops + by) }))] as const,
      ),
    ),
  gel: ({ onEdge }) =>
    list(
      'Gel on the edge',
      0,
      ['amber-pale', 'amber-deep', 'red-mid', 'magenta-mid', 'green-deep', 'blue-deep'].map(
        (gel) => [gel.replace('-', ' '), onEdge(() => ({ gels: gels([gel]) }))] as const,
      ),
    ),
  'rim-distance': ({ edge, onEdge }) =>
    list(
      'Distance of the edge light',
      1,
      [0.6, 1, 1.6, 2.5, 4].map((times) => {
        const far = ([0, 1, 2] as const).map(
          (k) => edge.aim[k] + (edge.position[k] - edge.aim[k]) * times,
        ) as unknown as Lights[number]['position'];
        const powerStops = Math.min(0, edge.powerStops + 2 * Math.log2(times));
        return [`${times} times`, onEdge(() => ({ position: far, powerStops }))] as const;
      }),
    ),
  white: ({ look }) =>
    list(
      'White balance',
      3,
      [2800, 3600, 4500, 5600, 7000, 9000].map((whiteK) => [`${whiteK} K`, withCamera(look, { whiteK })] as const),
    ),
  shutter: ({ look }) =>
    list(
      'Shutter',
      0,
      [200, 100, 50, 25, 12].map(
        (part) => [`1/${part}`, { ...withCamera(look, { shutterS: 1 / part }), ambient: { ...look.ambient, lux: 60 } }] as const,
      ),
    ),
  warmth: ({ onKey }) =>
    list(
      'Warming on the key',
      0,
      [[], ['warm-eighth'], ['warm-quarter'], ['warm-half'], ['warm-full']].map(
        (ids) => [ids[0]?.replace('-', ' ') ?? 'none', onKey(() => ({ gels: gels(ids) }))] as const,
      ),
    ),
  backdrop: ({ look }) =>
    list(
      'Paper',
      1,
      (['paper-black', 'paper-slate', 'paper-grey', 'paper-pale', 'paper-white'] as const).map(
        (id) =>
          [
            id.replace('paper-', ''),
            { ...look, backdrop: { ...look.backdrop, surface: { kind: 'material' as const, id } } },
          ] as const,
      ),
    ),
  'two-lights': ({ look }) => {
    const [first, second] = look.lights.filter(({ role }) => role === 'rim');
    const both = (by: number) =>
      withLights(look, (light) =>
        light.id === second?.id
          ? {
              ...light,
              aim: first!.aim,
              position: [first!.position[0] + 0.4, first!.position[1], first!.position[2]],
              powerStops: Math.min(0, light.powerStops + by),
            }
          : light,
      );
    return list(
      'Second colour on the same side',
      0,
      [-5, -3, -1.5, 0, 1.5].map((by) => [stopsName(by), both(by)] as const),
    );
  },
  haze: ({ look }) =>
    list(
      'Haze',
      0,
      [0, 0.01, 0.03, 0.08, 0.16].map(
        (hazePerM) => [`${Math.round(100 * hazePerM)} % a metre`, { ...look, air: { ...look.air, hazePerM } }] as const,
      ),
    ),
  follower: ({ look, edge }) =>
    list(
      'Hue of the panel',
      0,
      FOLLOWER_HUES.map(
        (hueDeg) =>
          [
            `${hueDeg}°`,
            withLights(look, (light) =>
              light.role !== 'rim'
                ? light
                : light.id === edge.id
                  ? { ...light, gels: gels(['amber-deep']) }
                  : followerAt(light, hueDeg),
            ),
          ] as const,
      ),
    ),
};

/** The steps of a lesson's touch on a look. */
export function touchedLook(touch: Touch, look: Look): Touched {
  const edge = edgeOf(look);
  return TOUCHED[touch]({
    look,
    edge,
    onEdge: (change) => withLights(look, (light) => (light.id === edge.id ? { ...light, ...change(light) } : light)),
    onKey: (change) => withLights(look, (light) => (light.role === 'key' ? { ...light, ...change(light) } : light)),
  });
}
