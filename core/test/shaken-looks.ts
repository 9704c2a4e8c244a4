import { STAND_IN_KIT } from '../src/catalogue';
import { demoLooks, nightOvenLooks } from '../src/demo';
import type { Look, Mood } from '../src/document';
import { random } from '../src/figure/numeric';
import { withLights } from './support';

const LOOKS = [...demoLooks(), ...nightOvenLooks()];
const GELS = STAND_IN_KIT.flatMap((entry) => (entry.kind === 'gel' ? [entry.id] : []));
export const MOODS: readonly Mood[] = ['dark', 'neutral', 'bright'];
/** A demo look with gels, powers, mood and a fill of its own, the same for the same seed. */
export const shaken = (seed: number): Look => {
  const next = random(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const look = pick(LOOKS);
  const others = look.lights.filter(({ role }) => role !== 'key');
  const fill = pick(others).id;
  const face = look.probes.filter(({ surface, part }) => surface === 'skin' || part === 'front');
  return {
    ...withLights(look, (light) => {
      const gels = light.fixture.kind !== 'colour' && next() < 0.4 ? [{ gel: pick(GELS), strength: 1 as const }] : light.gels;
      const powerStops = Math.max(light.fixture.minStops, -6 * next());
      if (light.id !== fill) return { gels, powerStops };
      const shadow = face.find(({ side }) => side === 'shadow') ?? face[0]!;
      return { gels, powerStops, role: 'fill' as const, zone: shadow.id, aim: shadow.position };
    }),
    brief: { ...look.brief, mood: pick(MOODS) },
  };
};
