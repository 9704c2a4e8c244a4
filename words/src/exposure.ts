import type { Control } from '@fulgent/core/exposure';
import type { LampCaution, PracticalAnswer } from '@fulgent/core/source';

/** What each control of an exposure is called, and what it does to mixed light. */
export const CONTROL_WORDS: Readonly<Record<Control, { readonly name: string; readonly reason: string }>> = {
  aperture: { name: 'Aperture', reason: 'Lets in more of everything: only the level moves.' },
  iso: { name: 'ISO', reason: 'Lifts everything alike, ambient with it.' },
  nd: { name: 'ND on the lens', reason: 'A stop less of it brightens everything equally.' },
  shutter: {
    name: 'Shutter',
    reason: 'A flash is over long before the shutter closes: only the shutter changes the ratio.',
  },
  'flash-power': { name: 'Flash power', reason: 'Moves flash alone.' },
  dimmer: { name: 'Dimmer', reason: 'Moves that light alone.' },
};

/** What somebody must know before a lamp is fitted, gravest first. */
export function lampCautions({ cautions, overW }: PracticalAnswer): string[] {
  const words: Readonly<Record<LampCaution, string>> = {
    'over-rating': `The lamp is ${overW} W over what its holder is rated for: holder, shade and cloth can burn. Take a smaller lamp, or a fitting made for it.`,
    'diffusion-heat': 'Diffusion near a hot lamp must be made for heat, with air round it; do not leave it unattended.',
    'local-codes': 'Local codes and licensed practice decide what may be fitted.',
  };
  return cautions.map((caution) => words[caution]);
}
