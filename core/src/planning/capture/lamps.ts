import type { Light, Look } from '../../document/schema';
import { practical, type PracticalAnswer } from '../../source/practical';

/** What a lamp in the picture does as it is fitted and dimmed; null for a light that is none. */
export function readLamp(light: Light): PracticalAnswer | null {
  const { lamp, fixture } = light;
  if (!lamp || fixture.kind !== 'continuous') return null;
  const fullK = fixture.source.kind === 'tungsten' ? fixture.source.cctK : 2800;
  return practical({
    fittedW: lamp.fittedW,
    ratedW: lamp.ratedW,
    beforeW: lamp.figureW,
    fullK,
    level: Math.max(0.001, 2 ** light.powerStops),
    diffusionStops: lamp.diffusionStops,
  });
}

/** Key under which a lamp over its holder's rating is taken on; it changes with both figures. */
export function lampCautionKey({ id, lamp }: Pick<Light, 'id' | 'lamp'>): string {
  return `lamp:${id}:${lamp?.fittedW ?? 0}:${lamp?.ratedW ?? 0}`;
}

/** Lamps over the rating of their holder that nobody has taken on: they stop the planner. */
export function openLampStops(look: Look): { light: Light; answer: PracticalAnswer }[] {
  const known = new Set(look.acknowledged.map(({ key }) => key));
  return look.lights.flatMap((light) => {
    const answer = light.on ? readLamp(light) : null;
    return answer?.refused && !known.has(lampCautionKey(light)) ? [{ light, answer }] : [];
  });
}
