import type { IncomingMessage } from 'node:http';

/**
 * The bytes of a request's body as they arrive, up to `most`. A body that is refused on the way is left open: the server reads the rest away, so that the
 * answer arrives. @throws what `tooLarge` makes.
 */
export async function* within(req: IncomingMessage, most: number, tooLarge: () => Error): AsyncGenerator<Uint8Array> {
  if (Number(req.headers['content-length'] ?? 0) > most) throw tooLarge();
  let total = 0;
  for await (const chunk of req.iterator({ destroyOnReturn: false }) as AsyncIterable<Uint8Array>) {
    total += chunk.length;
    if (total > most) throw tooLarge();
    yield chunk;
  }
}
