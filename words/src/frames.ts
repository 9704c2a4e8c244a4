import type { BracketFinding } from '@fulgent/core/day';
import { formatStops } from '@fulgent/core/exposure';
import { percentWords } from './numbers';

/** What a bracket of one light says, by the light's name. */
export function bracketWords(name: string, finding: BracketFinding): string {
  if (finding.kind === 'one-frame') return `${name}: one frame is no bracket; take one a stop under and one a stop over.`;
  if (finding.kind === 'begin-lower') return `${name}: its place clips or is not read in every frame; begin lower.`;
  const at = `${name}: strongest at ${formatStops(finding.bestStops)}`;
  switch (finding.kind) {
    case 'highest':
      return `${at}, the highest of these; there is room above.`;
    case 'lowest':
      return `${at}, the lowest of these; try lower still.`;
    case 'pales-above':
      return `${at}; higher it pales.`;
    case 'clips-above':
      return `${at}; at ${formatStops(finding.aboveStops)} ${percentWords(finding.clipped)} of its place clips.`;
  }
}
