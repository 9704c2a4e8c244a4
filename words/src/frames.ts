import { LEAK_MISFIT, type BracketFinding, type LeakEstimate, type LightDifference } from '@fulgent/core/day';
import { formatStops } from '@fulgent/core/exposure';
import { percentWords } from './numbers';

/** Less leak than this over the plan needs no tape. */
const LEAK_WORTH = 0.01;

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

/** What one light does in a frame against the plan. */
export function lightDifferenceWords({ name, offStops, unseen, isOff, asPlanned }: LightDifference): string {
  if (unseen) return `${name}: the frame hardly shows it. Take one with it alone.`;
  if (!isOff) return asPlanned ? `${name}: as planned.` : `${name}: as planned, as far as the frame tells.`;
  return `${name}: ${Math.abs(offStops).toFixed(1)} ${offStops > 0 ? 'over' : 'under'} the plan; ${formatStops(-offStops)} brings it there.`;
}

/** How much white passes beside the gel of a light, by the light's name. */
export function leakWords(name: string, { leak, planned, misfit }: LeakEstimate): string {
  const percent = `${(100 * leak).toFixed(leak < 0.1 ? 1 : 0)} %`;
  if (misfit > LEAK_MISFIT)
    return `${name}: its colour is none that gel and leak can make; look for spill, another gel, or another white balance.`;
  if (leak - planned < LEAK_WORTH) return `${name}: the gel holds; ${percent} passes beside it.`;
  return `${name}: ${percent} passes beside the gel. Tape its edges, close the gaps, black off the rest of the face.`;
}
