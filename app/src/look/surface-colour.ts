import { reflectanceHex, type Spectrum } from '@fulgent/core';

const known = new WeakMap<object, string>();

/** A surface's colour under daylight, computed once for each kit entry. */
export function surfaceHex(entry: object, reflectance: () => Spectrum): string {
  let hex = known.get(entry);
  if (!hex) known.set(entry, (hex = reflectanceHex(reflectance())));
  return hex;
}
