import type { Seen } from './seen';

/** What is smooth on skin is asked for at the nodes of the head's mesh, and taken between them at its vertices. */

/** Nodes of the head's skin from which its seen vertices take light, and their neighbours. */
function findNeeded({ figure, used, stage }: Seen): Uint8Array {
  const { nodes, neighbours } = stage.shade;
  const needed = new Uint8Array(nodes);
  if (!figure.skin || !neighbours) return needed;
  const { steps, vertices } = figure.skin;
  const all = used.slice(0, vertices);
  for (const { old, endA, endB } of [...steps].reverse())
    for (let e = 0; e < endA.length; e++) if (all[old + e]) all[endA[e]!] = all[endB[e]!] = 1;
  for (let v = 0; v < nodes; v++) {
    if (!all[v]) continue;
    needed[v] = 1;
    for (let r = neighbours.row[v]!; r < neighbours.row[v + 1]!; r++) needed[neighbours.column[r]!] = 1;
  }
  return needed;
}

const known = new WeakMap<Seen, Uint8Array>();

/** Marks the nodes that the seen skin of the head takes its light from, and their neighbours. */
export function neededNodes(seen: Seen): Uint8Array {
  let found = known.get(seen);
  if (!found) known.set(seen, (found = findNeeded(seen)));
  return found;
}
