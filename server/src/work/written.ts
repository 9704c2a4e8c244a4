import { parseLook } from '@fulgent/core/scene';
import type { Look } from '@fulgent/core/document';
import { checkDepth } from '../depth';
import { HttpProblem } from '../problem';

/** A look as it came: the bytes of its JSON, or what was made of them. */
export type Written = unknown;

/** Reads a look in full, with what is wrong with its text told as the body parser would. @throws HttpProblem 400; LookError. */
export function readWritten(written: Written): Look {
  return parseLook(written instanceof Uint8Array ? jsonOf(written) : written, { isJson: true });
}

function jsonOf(bytes: Uint8Array): unknown {
  checkDepth(bytes);
  const text = new TextDecoder().decode(bytes);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new HttpProblem(400, 'Not JSON', `The body is not JSON: ${(error as Error).message.slice(0, 200)}`);
  }
}
