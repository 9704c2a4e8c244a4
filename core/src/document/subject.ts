/** Who or what can stand before the camera, and what they can wear: the names that a look keeps. How they are made is in `figure`. */

export const SUBJECT_FORMS = ['person', 'seated', 'bottle', 'kettle'] as const;
export type SubjectForm = (typeof SUBJECT_FORMS)[number];

/** People by their hair. */
export const PERSON_IDS = ['long', 'cropped', 'beard', 'curls', 'bald'] as const;
export type PersonId = (typeof PERSON_IDS)[number];

/** Garments by their cut. */
export const GARMENT_IDS = ['sweater', 'shirt', 'jacket', 'fencing', 'coat', 'apron'] as const;
export type Garment = (typeof GARMENT_IDS)[number];

export const HEADWEAR = ['none', 'hat', 'cap'] as const;
export type Headwear = (typeof HEADWEAR)[number];
