import { LEAK_MISFIT, type BracketFinding, type LeakEstimate, type LightDifference, type NoEvidence } from '@fulgent/core/day';
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

/** Why a frame is no evidence of its plan, and what would be. */
export const NO_EVIDENCE_WORDS: Readonly<Record<NoEvidence, string>> = {
  unreadable: 'Too little of it can be read: it is dark, or it clips. Shoot it again at the planned exposure.',
  'other-framing':
    'It does not lie on the plan: another picture, or another framing. Set the marks by hand where it is this set-up, or plan the camera as it stands.',
  'other-look': 'Its colours are not those of this plan: another look, other gels, or another white balance.',
  developed:
    'Light and dark are rendered otherwise than the plan’s camera does: graded, another picture style, or far off in exposure. Export it plain, or teach the kit this camera’s curve.',
  metered:
    'A flash of it is set to be metered by the camera: its level changes with each frame. Lock its power, and shoot again.',
  graded: 'It was graded: what the lights did cannot be told from it.',
};

/** What one light does in a frame against the plan. */
export const lightDifferenceWords = (light: LightDifference): string =>
  light.unseen
    ? `${light.name}: the frame hardly shows it. Take one with it alone.`
    : lightOffWords(light, 'as far as the frame tells');

/** A light that the evidence shows: as planned, or by how much it is not and what brings it there. */
export function lightOffWords({ name, offStops, isOff, asPlanned }: LightDifference, limits: string): string {
  if (!isOff) return asPlanned ? `${name}: as planned.` : `${name}: as planned, ${limits}.`;
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
