import type { Look } from '@fulgent/core/document';
import { useMemo } from 'react';
import { compute } from './compute';
import type { ComputeApi } from './compute.worker';
import { useStudy } from './useStudy';

/** Calls of the compute worker that read something off a look. */
type Reads = {
  [K in keyof ComputeApi as Parameters<ComputeApi[K]>[0] extends Look ? K : never]: ComputeApi[K];
};
type Rest<K extends keyof Reads> = Parameters<Reads[K]> extends [Look, ...infer R] ? R : never;
type Answer<K extends keyof Reads> = ReturnType<Reads[K]>;

/** What the compute worker reads off a look, anew when the look or what else it is asked changes; null before its first answer. */
export function useComputed<K extends keyof Reads>(name: K, look: Look, ...rest: Rest<K>): Answer<K> | null {
  const [first, second, third] = rest as readonly unknown[];
  const asked = useMemo(() => [look, first, second, third], [look, first, second, third]);
  const ask = () => (compute()[name] as unknown as (...given: unknown[]) => Promise<Answer<K>>)(...asked);
  return useStudy(ask, asked).value;
}
