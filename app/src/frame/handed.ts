import type { Look } from '@fulgent/core/document';
import { cutDown } from '@fulgent/core/transport';

type Seen = Pick<Look, 'camera' | 'subject'>;

/** A picture of a look that was drawn on another page just before: shown until its own is there. Only the last one is kept. */
let handed: { readonly id: string; readonly revision: number; readonly url: string } | null = null;

/** A cut of what a camera takes in, laid on all of it, as stored pictures are: any other cut of that is the right size then. */
function onWhole(cut: HTMLCanvasElement, look: Seen): HTMLCanvasElement {
  const { sensorWidthMm, sensorHeightMm } = look.camera;
  const { width, height } = cut;
  const whole = document.createElement('canvas');
  whole.width = Math.max(width, Math.round((height * sensorWidthMm) / sensorHeightMm));
  whole.height = Math.max(height, Math.round((width * sensorHeightMm) / sensorWidthMm));
  const down = cutDown(look, width, height);
  whole.getContext('2d')?.drawImage(cut, Math.round((whole.width - width) / 2), Math.round((whole.height - height) * down));
  return whole;
}

/** Hands over what a canvas shows as the picture of a look at a revision; nothing where it shows nothing. */
export function handPicture(id: string, revision: number, canvas: HTMLCanvasElement | null, look: Seen): void {
  handed = null;
  if (!canvas?.width) return;
  try {
    handed = { id, revision, url: onWhole(canvas, look).toDataURL('image/jpeg', 0.9) };
  } catch {
    // A canvas that may not be read: the look's own picture comes a moment later.
  }
}

/** The same for a picture of all that its camera takes in that has an address. */
export function handAddress(id: string, revision: number, url: string): void {
  handed = { id, revision, url };
}

export function handedPicture(id: string, revision: number): string | null {
  return handed?.id === id && handed.revision === revision ? handed.url : null;
}
