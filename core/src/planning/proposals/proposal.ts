import { framing } from '../../scene/framing';
import { LIMITS, type Board, type Light, type Look } from '../../document/schema';
import type { Change } from './change';

/** What a change takes: 1 a turn of a dial, 2 one thing on one light, 3 the exposure of all, 4 work on the room. */
export type Effort = 1 | 2 | 3 | 4;

/**
 * One change of a look that this kit, this place and these fixtures allow. Whoever looks for a remedy takes the proposals that generators make, and
 * keeps those that help (`ranked`): nothing is proposed that was not tried.
 */
export interface Proposal {
  readonly change: Change;
  /** The light that it is about; null for the camera, the air and the room. */
  readonly lightId: string | null;
  readonly effort: Effort;
  /** The look with the change made and nothing else. */
  readonly look: Look;
}

/** A look with one of its lights changed. */
export function withLight(look: Look, id: string, change: Partial<Light>): Look {
  return { ...look, lights: look.lights.map((light) => (light.id === id ? { ...light, ...change } : light)) };
}

export function withCamera(look: Look, change: Partial<Look['camera']>): Look {
  return { ...look, camera: { ...look.camera, ...change } };
}

/** A look with one more board, under an id that is free; null where it holds all that it can. */
export function withBoard(look: Look, board: Omit<Board, 'id' | 'name'>, name: (n: number) => string): Look | null {
  if (look.boards.length >= LIMITS.boards) return null;
  let n = look.boards.length + 1;
  while (look.boards.some(({ id }) => id === `board-${n}`)) n++;
  return { ...look, boards: [...look.boards, { ...board, id: `board-${n}`, name: name(n) }] };
}

/** Of proposals, those that put nothing into the picture that did not stand there before. */
export function outOfPicture(look: Look, proposals: readonly Proposal[]): Proposal[] {
  const now = framing(look).things;
  return proposals.filter((proposal) => framing(proposal.look).things.every((thing) => now.includes(thing)));
}
