import type { Learned } from '@fulgent/core/camera';

/** A white against its setting, in words. */
export function whiteShiftText(mired: number, duv: number): string {
  const warmth = Math.abs(mired) < 0.5 ? 'as set' : `${Math.abs(mired).toFixed(0)} mired ${mired > 0 ? 'warmer' : 'cooler'}`;
  const tint = Math.abs(duv) < 0.0005 ? '' : `, Duv ${duv > 0 ? '+' : '−'}${Math.abs(duv).toFixed(3)}`;
  return `${warmth}${tint}`;
}

/** What was learned of a camera, in one line. */
export function learnedText({ tone, toneStops, matrix, matrixStops, whiteMired, whiteDuv }: Learned): string {
  const parts = [
    tone ? `curve, white ${tone.stops.at(-1)!.toFixed(1)} stops over mid-grey ± ${toneStops.toFixed(2)}` : null,
    whiteMired !== 0 || whiteDuv !== 0 ? `white ${whiteShiftText(whiteMired, whiteDuv)}` : null,
    matrix ? `colours within ${matrixStops.toFixed(2)} stop` : null,
  ];
  return parts.filter(Boolean).join('; ');
}
