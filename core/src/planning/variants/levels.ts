import type { Light, Look, Mood } from '../../document/schema';

/**
 * What makes a version dark or bright: a level of the key, how deep colours sit (the mood), and how far fills and the backdrop stay under the key. A face as
 * bright as before on a darker ground is no dark picture, and a dark face on the same ground is only an underexposed one.
 */
export interface Level {
  readonly mood: Mood;
  /** The key against the level that the brief wants, stops; and the bounds that it keeps to whatever that is. */
  readonly keyBy: number;
  readonly keyMost: number;
  readonly keyLeast: number;
  /** The most that fills and lights on the backdrop give against the key, stops. White is brought to it. */
  readonly fillToKey: number;
  readonly backdropToKey: number;
}

export const LEVELS: Readonly<Record<'dark' | 'bright' | 'low-key' | 'high-key', Level>> = {
  dark: { mood: 'dark', keyBy: -1, keyMost: -0.7, keyLeast: -6, fillToKey: -2, backdropToKey: -1 },
  bright: { mood: 'bright', keyBy: 0.5, keyMost: 6, keyLeast: 0.5, fillToKey: -0.3, backdropToKey: 0.3 },
  // The face keeps its level: the dark is in what is round it.
  'low-key': { mood: 'dark', keyBy: 0, keyMost: 0, keyLeast: -6, fillToKey: -3, backdropToKey: -2.5 },
  // Little contrast, on a ground as bright as the face.
  'high-key': { mood: 'bright', keyBy: 0.7, keyMost: 6, keyLeast: 0.7, fillToKey: 0, backdropToKey: 0.7 },
};

/** A look that wants another level, its lights not yet solved for it. Places in windows follow its mood, whatever was asked of them before. */
export function atLevel(look: Look, { mood, keyBy, keyMost, keyLeast, fillToKey, backdropToKey }: Level): Look {
  const { brief } = look;
  const keyStops = Math.max(-6, Math.min(6, Math.max(keyLeast, Math.min(keyMost, brief.keyStops + keyBy))));
  const onBackdrop = new Set(look.probes.filter(({ part }) => part === 'backdrop').map(({ id }) => id));
  const placed = (light: Light): Light => {
    const isOnBackdrop = light.role === 'background' || onBackdrop.has(light.zone);
    const mostToKey = light.role === 'fill' ? fillToKey : isOnBackdrop ? backdropToKey : light.mostToKey;
    return { ...light, mostToKey, aimPlace: null };
  };
  return { ...look, brief: { ...brief, mood, keyStops }, lights: look.lights.map(placed) };
}
