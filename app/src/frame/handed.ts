/** A picture of a look that was drawn on another page just before: shown until its own is there. Only the last one is kept. */
let handed: { readonly id: string; readonly revision: number; readonly url: string } | null = null;

/** Hands over what a canvas shows as the picture of a look at a revision; nothing where it shows nothing. */
export function handPicture(id: string, revision: number, canvas: HTMLCanvasElement | null): void {
  handed = null;
  if (!canvas?.width) return;
  try {
    handed = { id, revision, url: canvas.toDataURL('image/jpeg', 0.9) };
  } catch {
    // A canvas that may not be read: the look's own picture comes a moment later.
  }
}

export function handedPicture(id: string, revision: number): string | null {
  return handed?.id === id && handed.revision === revision ? handed.url : null;
}
