import { HttpProblem } from '../problem';
import { decodePicture } from './decode';
import type { DecodeAnswer, DecodeOrder } from './decoder';

// A process that only reads pictures, for the server that started it; it ends with that server.
process.on('disconnect', () => process.exit(0));
process.on('message', ({ file, preview }: DecodeOrder) => {
  const answer = (message: DecodeAnswer) => process.send!(message);
  decodePicture(file, preview).then(
    (facts) => answer({ facts }),
    (error: unknown) =>
      answer({
        ...(error instanceof HttpProblem ? { status: error.status, title: error.title } : {}),
        message: error instanceof Error ? error.message : String(error),
      }),
  );
});
