import { reflectanceHex, type Material } from '@fulgent/core';

const known = new Map<string, string>();

/** A material's colour under daylight, computed once. */
export function materialHex({ id, reflectance }: Material): string {
  let hex = known.get(id);
  if (!hex) known.set(id, (hex = reflectanceHex(reflectance)));
  return hex;
}
