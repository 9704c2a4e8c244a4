import type { Light } from '@fulgent/core/document';

/** What came off a light when it got another fixture: 'Its gel came off. Soft box 60 x 90 cm does not fit: Tube face 120 cm.' Empty where all stayed. */
export function cameOffWords(before: Light, after: Light): string {
  return [
    before.gels.length > after.gels.length ? `${after.fixture.name} mixes its own colour: the gel came off.` : null,
    before.modifier.name !== after.modifier.name
      ? `${before.modifier.name} does not fit and came off; ${after.modifier.name} stands there now.`
      : null,
  ]
    .filter(Boolean)
    .join(' ');
}
