import type { Readings } from '@fulgent/core/scene';
import { verdictWords } from '@fulgent/words';

/** Readings with each verdict's sentence beside its code and figures: who asks by HTTP has no words of its own. */
export function spoken(readings: Readings) {
  const { lights } = readings;
  return {
    ...readings,
    lights: lights.map((light) => ({ ...light, verdict: { ...light.verdict, text: verdictWords(light.verdict) } })),
  };
}
