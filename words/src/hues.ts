import type { ProbeReading } from '@fulgent/core/scene';

/** Names of hues as recorded, by the highest hue of each, OKLCh degrees: teal lies between green and cyan. */
const HUES: readonly (readonly [upToDeg: number, word: string])[] = [
  [14, 'pink'],
  [33, 'red'],
  [50, 'orange'],
  [75, 'amber'],
  [108, 'yellow'],
  [135, 'yellow-green'],
  [158, 'green'],
  [172, 'sea green'],
  [190, 'teal'],
  [214, 'cyan'],
  [252, 'azure'],
  [279, 'blue'],
  [306, 'violet'],
  [335, 'magenta'],
  [360, 'pink'],
];

/** A plain word for a recorded colour. */
export function colourWord({ chroma, hueDeg, lightness }: Pick<ProbeReading, 'chroma' | 'hueDeg' | 'lightness'>): string {
  if (lightness < 0.12) return 'near black';
  if (chroma < 0.03) return lightness > 0.93 ? 'white' : 'neutral';
  return hueWord(hueDeg);
}

/** A plain word for a hue, OKLCh degrees. */
export function hueWord(hueDeg: number): string {
  return HUES.find(([upTo]) => hueDeg <= upTo)?.[1] ?? 'pink';
}

/** A plain word for a colour of light on the palette's plane. */
export function targetWord({ hueDeg, purity }: { readonly hueDeg: number; readonly purity: number }): string {
  return purity < 0.03 ? 'neutral' : hueWord(hueDeg);
}
