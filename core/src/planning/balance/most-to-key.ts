import type { Role } from '../../document/light-schema';
import type { Mood } from '../../document/schema';

/**
 * Places of lights against the key: what a light gives at its own place over what the key gives at the key's, incident light, stops. A
 * fill is what is under the key; how far under, the mood says. Rims and the others are a matter of taste: what is vivid on black hair is far over a key on skin.
 */
const USUAL: Readonly<Partial<Record<Role, Readonly<Record<Mood, number>>>>> = {
  fill: { dark: -2, neutral: -1, bright: -0.3 },
};

/** The most that a light of a role gives against the key where nobody said otherwise; null for no bound. */
export const usualMostToKey = (role: Role, mood: Mood): number | null => USUAL[role]?.[mood] ?? null;
