import { kitCamera } from '../catalogue/kit';
import { SUBJECT_DEFAULTS } from '../document/defaults';
import type { Mood } from '../document/moods';
import type { Look } from '../document/schema';
import type { Garment, PersonId } from '../document/subject';
import type { SubjectShape } from '../figure/shape';
import { SKIN_PRESETS } from '../surface/skin';
import { COLOUR_SETS, FACE_HEIGHT_M, type ColourSetId, type LightSetId } from './light-sets';

/** The short choices of a new look. */
export interface NewLook {
  readonly title: string;
  /** Who stands before the camera; somebody with short hair where nothing is said. */
  readonly person?: PersonId | undefined;
  readonly skin: (typeof SKIN_PRESETS)[number]['id'];
  /** Id of a backdrop of the stand-in kit. */
  readonly backdrop: string;
  /** Id of a stand-in camera. */
  readonly camera: string;
  readonly lights: LightSetId;
  /** Which colours; azure and amber where nothing is said. */
  readonly colours?: ColourSetId | undefined;
  readonly mood?: Mood | undefined;
  /** Lamps that flash, or burn all the time; by the camera where nothing is said. */
  readonly lamps?: 'flash' | 'continuous' | undefined;
}

/** What decides the form of a new look's subject. */
export function newLookShape({ person = SUBJECT_DEFAULTS.person }: Pick<NewLook, 'person'>): SubjectShape {
  return {
    form: 'person',
    person,
    garment: USUAL_GARMENT[person],
    headwear: 'none',
    sunglasses: false,
    headTurnDeg: SUBJECT_DEFAULTS.headTurnDeg,
  };
}

/** What each person wears where nothing else is said. */
const USUAL_GARMENT: Readonly<Record<PersonId, Garment>> = {
  long: 'shirt',
  cropped: 'jacket',
  beard: 'shirt',
  curls: 'sweater',
  bald: 'coat',
};

/** The camera of a new look and who stands before it: what decides how a picture of it is cut. */
export function newLookSeen({
  person,
  skin,
  camera,
}: Pick<NewLook, 'person' | 'skin' | 'camera'>): Pick<Look, 'camera' | 'subject'> {
  return {
    camera: kitCamera(camera),
    subject: {
      name: 'Portrait',
      skinDepth: SKIN_PRESETS.find(({ id }) => id === skin)?.depth ?? 0.19,
      hair: { kind: 'material', id: 'hair-dark' },
      wardrobe: { kind: 'material', id: 'cloth-grey' },
      faceHeightM: FACE_HEIGHT_M,
      turnDeg: 0,
      ...SUBJECT_DEFAULTS,
      ...newLookShape({ person }),
    },
  };
}

/** What is chosen before anybody chooses. */
export const USUAL_CHOICES = {
  colours: COLOUR_SETS[0].id,
  mood: 'neutral',
  person: 'cropped',
  skin: 'light',
  backdrop: 'paper-grey',
  lights: 'two-rims',
  lamps: 'flash',
  camera: 'stills',
} as const satisfies Omit<NewLook, 'title'>;

/** All that decides how a new look is seen. */
export type SeenChoices = Required<Omit<NewLook, 'title'>>;

const isUsual = (choices: SeenChoices, but: readonly (keyof SeenChoices)[]): boolean =>
  (Object.keys(USUAL_CHOICES) as (keyof SeenChoices)[]).every((key) => but.includes(key) || choices[key] === USUAL_CHOICES[key]);

/**
 * Pictures of the first choices are drawn beforehand, so that they are there with the page: every pair of colours in every mood, and everybody in the usual
 * ones. The name of that of a new look as it is chosen; null where it is drawn when it is asked for.
 */
export function firstPicture(choices: SeenChoices): string | null {
  if (isUsual(choices, ['colours', 'mood'])) return `${choices.colours}-${choices.mood}`;
  return isUsual(choices, ['person']) ? `who-${choices.person}` : null;
}

/** The same for a strip of everybody's face in the light that is chosen, in the order of PERSON_IDS. */
export const firstFaces = (choices: SeenChoices): string | null =>
  isUsual(choices, ['colours', 'mood', 'person']) ? `faces-${choices.colours}-${choices.mood}` : null;

/** A look drawn close on the face of a person: the lights stand where they stand. */
export function portraitOf(look: Look, person: PersonId): Look {
  const { camera, subject } = look;
  // The face fills the picture whatever the lens: a longer one from the same place.
  const focalMm = Math.min(2000, (camera.sensorHeightMm * camera.distanceM) / 0.44);
  return { ...look, camera: { ...camera, focalMm, diffusion: 0 }, subject: { ...subject, form: 'person', person } };
}
