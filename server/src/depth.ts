import { HttpProblem } from './problem';

/** Looks and kit entries are some ten levels deep. */
const MOST_DEPTH = 64;

const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [0x22, 0x5c, 0x5b, 0x5d, 0x7b, 0x7d];

const tooDeep = () =>
  new HttpProblem(400, 'Too deep', `The body is nested deeper than ${MOST_DEPTH} levels. Send a look as it was exported.`);

/** Refuses JSON that is nested deeper than anything here before it is parsed: that takes seconds, and the text is looked through in milliseconds. */
export function checkDepth(json: Uint8Array): void {
  let depth = 0;
  let inText = false;
  for (let i = 0; i < json.length; i++) {
    const byte = json[i];
    if (inText) {
      if (byte === BACKSLASH) i++;
      else if (byte === QUOTE) inText = false;
    } else if (byte === QUOTE) inText = true;
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      if (++depth > MOST_DEPTH) throw tooDeep();
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth--;
  }
}
