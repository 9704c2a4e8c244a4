import { wrap, type Remote } from 'comlink';

/** A worker that starts at its first use. */
export function lazyWorker<Api>(start: () => Worker): () => Remote<Api> {
  let remote: Remote<Api> | undefined;
  return () => {
    remote ??= wrap<Api>(start());
    return remote;
  };
}
