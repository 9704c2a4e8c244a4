import { wrap, type Remote } from 'comlink';

/** A worker that starts at its first use; `begin` speaks to it first. */
export function lazyWorker<Api>(start: () => Worker, begin?: (remote: Remote<Api>) => void): () => Remote<Api> {
  let remote: Remote<Api> | undefined;
  return () => {
    if (!remote) {
      remote = wrap<Api>(start());
      begin?.(remote);
    }
    return remote;
  };
}
