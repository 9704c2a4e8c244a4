import type { Garment, Headwear, PersonId, SubjectForm } from '@fulgent/core/document';

/** Words for people, clothes and things that can stand before the camera. */

export const FORM_NAMES: Readonly<Record<SubjectForm, string>> = {
  person: 'Person, standing',
  seated: 'Person, seated',
  bottle: 'Bottle',
  kettle: 'Kettle',
};

export const PERSON_NAMES: Readonly<Record<PersonId, string>> = {
  long: 'Long hair',
  cropped: 'Cropped hair',
  beard: 'Beard',
  curls: 'Curls',
  bald: 'Shaved head',
};

export const GARMENT_NAMES: Readonly<Record<Garment, string>> = {
  sweater: 'Sweater',
  shirt: 'Shirt',
  jacket: 'Zipped jacket',
  fencing: 'Fencing jacket',
  coat: 'Coat',
  apron: 'Shirt and apron',
};

export const HEADWEAR_NAMES: Readonly<Record<Headwear, string>> = { none: 'Bare head', hat: 'Hat', cap: 'Cloth cap' };

/** Choices in the order of a table of names. */
export function choicesOf<Id extends string>(
  names: Readonly<Record<Id, string>>,
): readonly { readonly id: Id; readonly name: string }[] {
  return (Object.entries(names) as [Id, string][]).map(([id, name]) => ({ id, name }));
}
