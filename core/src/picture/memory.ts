/** `transfer` of ES2024, where the machine has it. */
type Movable = ArrayBufferLike & { readonly transfer?: (length: number) => ArrayBuffer };

let allOnes = new Float32Array(0);

/** So many ones, of one memory for all who ask and write nothing there: what air without haze leaves of light. */
export function ones(count: number): Float32Array {
  if (allOnes.length < count) allOnes = new Float32Array(count).fill(1);
  return allOnes.subarray(0, count);
}

/**
 * Gives the memory of arrays that are done with back at once. Collectors see only the small objects in front of large memory and can leave
 * tens of megabytes of it lying; where a machine cannot do this, it is left to them. The arrays are empty afterwards.
 */
export function free(...arrays: readonly { readonly buffer: ArrayBufferLike }[]): void {
  for (const { buffer } of arrays) if (buffer.byteLength > 0) (buffer as Movable).transfer?.(0);
}
