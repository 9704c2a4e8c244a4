export const MOODS = ['dark', 'neutral', 'bright'] as const;
export type Mood = (typeof MOODS)[number];
