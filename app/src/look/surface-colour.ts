import type { Spectrum } from '@fulgent/core/spectrum';
import { reflectanceHex } from '@fulgent/core/surface';

const known = new WeakMap<object, string>();

/** A surface's colour under daylight, computed once for each kit entry. */
export function surfaceHex(entry: object, reflectance: () => Spectrum): string {
  let hex = known.get(entry);
  if (!hex) known.set(entry, (hex = reflectanceHex(reflectance())));
  return hex;
}
