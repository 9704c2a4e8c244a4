import type { IncomingMessage } from 'node:http';

/** What is read away of a body that is refused: by then most are through. */
const MOST_DRAINED = 120_000_000;
const DRAIN_MS = 30_000;

/**
 * The bytes of a request's body as they arrive, up to `most`. Of a body that is refused on the way, or not wanted to its end, the rest is read away first: an
 * answer to somebody who is still sending is lost with the connection. @throws what `tooLarge` makes.
 */
export async function* within(req: IncomingMessage, most: number, tooLarge: () => Error): AsyncGenerator<Uint8Array> {
  try {
    if (Number(req.headers['content-length'] ?? 0) > most) throw tooLarge();
    let total = 0;
    for await (const chunk of chunksOf(req)) {
      total += chunk.length;
      if (total > most) throw tooLarge();
      yield chunk;
    }
  } finally {
    await readAway(req);
  }
}

const chunksOf = (req: IncomingMessage) => req.iterator({ destroyOnReturn: false }) as AsyncIterable<Uint8Array>;

async function readAway(req: IncomingMessage): Promise<void> {
  if (req.complete || req.destroyed || Number(req.headers['content-length'] ?? 0) > MOST_DRAINED) return;
  const until = Date.now() + DRAIN_MS;
  let drained = 0;
  try {
    for await (const chunk of chunksOf(req)) {
      drained += chunk.length;
      if (drained > MOST_DRAINED || Date.now() > until) return;
    }
  } catch {
    // Whoever sent it has gone.
  }
}
