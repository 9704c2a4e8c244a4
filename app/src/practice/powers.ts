import type { Look } from '@fulgent/core/document';

/** Power of a light of a look, stops from full. */
export const powerOfLight = (look: Look, id: string): number => look.lights.find((light) => light.id === id)?.powerStops ?? 0;
