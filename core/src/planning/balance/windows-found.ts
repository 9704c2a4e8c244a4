import { colourMoves, type Scene } from '../../scene/compile';
import type { VividWindow } from '../../vivid/window';

/** Windows that a search has found at one zone: each stays for as long as the lights that decide it stand. */
export interface WindowsFound {
  /** The window where the same lights stood the same; undefined where that was not looked for. */
  at(powers: Float64Array): VividWindow | null | undefined;
  keep(powers: Float64Array, window: VividWindow | null): void;
}

/** So many are kept, the newest in each place: a search asks again for what it asked a moment ago. */
const BITS = 9;
const PLACES = 2 ** BITS;

/**
 * The window of a zone is decided by what else shines there, and by what its own lights are to each other: where they stand together changes it nothing, but
 * for lights whose colour moves with their level. `lights` are the zone's own.
 */
export function windowsFound(scene: Scene, lights: readonly number[]): WindowsFound {
  const [first, ...rest] = lights;
  const moves = lights.some((l) => colourMoves(scene.lights[l]!));
  const others = scene.lights.flatMap(({ active }, l) => (active && (moves || !lights.includes(l)) ? [l] : []));
  const beside = moves ? [] : rest;
  const size = others.length + beside.length;
  const asked = new Float64Array(size);
  const keys = new Float64Array(PLACES * size).fill(NaN);
  const windows = new Array<VividWindow | null>(PLACES).fill(null);
  const isKept = new Uint8Array(PLACES);

  /** Where a window for these powers lies, or would. */
  const placeOf = (powers: Float64Array): number => {
    let n = 0;
    for (const l of others) asked[n++] = powers[l]!;
    for (const l of beside) asked[n++] = powers[l]! - powers[first!]!;
    let hash = 0;
    for (let i = 0; i < size; i++) hash = (Math.imul(hash, 31) + Math.round(asked[i]! * 1000)) | 0;
    hash ^= hash >>> 15;
    return Math.imul(hash, 0x2c1b3c6d) >>> (32 - BITS);
  };
  return {
    at(powers) {
      const place = placeOf(powers);
      if (!isKept[place]) return undefined;
      for (let i = 0, k = place * size; i < size; i++, k++) if (keys[k] !== asked[i]) return undefined;
      return windows[place];
    },
    keep(powers, window) {
      const place = placeOf(powers);
      isKept[place] = 1;
      keys.set(asked, place * size);
      windows[place] = window;
    },
  };
}
