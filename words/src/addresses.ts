import { UNIVERSE_SLOTS, lastSlot, type AddressProblem, type AddressRange, type AddressRow } from '@fulgent/core/control';

/** A range of slots as it is spoken of. */
export function rangeWords(range: AddressRange): string {
  return `universe ${range.universe}, slots ${range.first} to ${lastSlot(range)}`;
}

/** What does not fit, with what to do. */
export function addressProblemWords(problem: AddressProblem): string {
  if (problem.kind === 'too-few') return `By its layout it reads ${problem.needed} slots; give it as many.`;
  return problem.kind === 'past-end'
    ? `It would read slot ${problem.last}; a universe ends at ${UNIVERSE_SLOTS}. Start at ${problem.latest} or lower.`
    : `Its slots run into those of ${problem.other} (${rangeWords(problem.range)}). Start one of them elsewhere.`;
}

/** What is worth knowing of an address; '' where there is nothing. */
export const addressNoteWords = ({ sameAs }: Pick<AddressRow, 'sameAs'>): string =>
  sameAs.length > 0 ? `The same slots as ${sameAs.join(' and ')}: they do the same.` : '';
