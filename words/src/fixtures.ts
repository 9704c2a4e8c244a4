import type { Light } from '@fulgent/core/document';
import type { Substitute } from '@fulgent/core/planning';

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

/** What another fixture does in a light's place: `1.2 stops to spare, by its own setting`. */
export function substituteWords({ spareStops, isColour, isOtherKind, by }: Substitute): string {
  const stops = Math.abs(spareStops).toFixed(1);
  return [
    spareStops >= -0.05 ? `${stops} stops to spare` : `${stops} stops short`,
    isColour ? BY_WORDS[by] : 'misses the colour',
    isOtherKind ? 'the other kind of light' : '',
  ]
    .filter(Boolean)
    .join(', ');
}

const BY_WORDS: Readonly<Record<Substitute['by'], string>> = { gel: 'with gel', setting: 'by its own setting', plain: '' };
