// The pictures that are there before anything is drawn: of New look's first choices (core/src/planning/new-look-choices.ts), and of the demo's looks.
import { PERSON_IDS, type Look, type Mood } from '../../core/src/document';
import { readFiguresFrom } from '../../core/figures/read';
import { makeStudio } from '../../core/src/picture/index';
import {
  COLOUR_SETS,
  firstFaces,
  firstPicture,
  newLookSeen,
  portraitOf,
  USUAL_CHOICES,
  type SeenChoices,
} from '../../core/src/planning/index';
import { newLook } from '../../core/src/planning/search';
import { demoLooks, nightOvenLooks, nocturneLooks } from '../../core/src/demo/index';
import { wholeSize } from '../../server/src/frames/look-pictures';
import { shippedName } from '../../server/src/frames/shipped';

const MOODS: readonly Mood[] = ['dark', 'neutral', 'bright'];
/** All that the sensor takes in, and a face, as large as they are shown at twice a point's pixels. */
const HEIGHT = 720;
const { sensorWidthMm, sensorHeightMm } = newLookSeen(USUAL_CHOICES).camera;
const WHOLE = { width: Math.round((HEIGHT * sensorWidthMm) / sensorHeightMm), height: HEIGHT };
const FACE = { width: 184, height: 232 };

/** Looks side by side in one file. */
export interface FirstPicture {
  /** Of the file. */
  readonly name: string;
  readonly looks: readonly Look[];
  readonly width: number;
  readonly height: number;
}

const lookOf = (choices: SeenChoices): Look => newLook({ title: 'New look', ...choices });

/** What New look shows; figures have to be at hand. */
export function firstChoices(): FirstPicture[] {
  const out: FirstPicture[] = [];
  for (const { id: colours } of COLOUR_SETS)
    for (const mood of MOODS) {
      const choices: SeenChoices = { ...USUAL_CHOICES, colours, mood };
      const look = lookOf(choices);
      out.push({ name: `${firstPicture(choices)!}.jpg`, looks: [look], ...WHOLE });
      out.push({ name: `${firstFaces(choices)!}.jpg`, looks: PERSON_IDS.map((person) => portraitOf(look, person)), ...FACE });
    }
  for (const person of PERSON_IDS) {
    const choices: SeenChoices = { ...USUAL_CHOICES, person };
    const name = `${firstPicture(choices)!}.jpg`;
    if (out.every((one) => one.name !== name)) out.push({ name, looks: [lookOf(choices)], ...WHOLE });
  }
  return out;
}

/** The demo's looks as they begin. */
export const demoPictures = (): FirstPicture[] =>
  [...demoLooks(), ...nightOvenLooks(), ...nocturneLooks()].map((look) => ({
    name: shippedName(look),
    looks: [look],
    ...wholeSize(look),
  }));

export const useFigures = (): void => readFiguresFrom('core/figures');

/** Draws one, look by look. */
export function drawn({ looks, width, height }: FirstPicture): Uint8ClampedArray[] {
  const studio = makeStudio();
  return looks.map((look) => studio.picture({ look, width, height, fineness: 2, forEye: looks.length === 1 }).rgba);
}
