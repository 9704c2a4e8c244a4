import { isStandIn } from '@fulgent/core/catalogue';
import type { Look, PersonId } from '@fulgent/core/document';
import { lookWithSurface, USUAL_CHOICES, type NewLook } from '@fulgent/core/planning';
import * as yup from 'yup';
import { kitOf, useKit, useOwnOnly } from '../kit/useKit';
import { compute } from '../workers/compute';

/** What is chosen of a new look, and the look that is made of it. */

export const schema = yup.object({
  title: yup
    .string()
    .trim()
    .required('Title is missing; give the look a name.')
    .max(120, 'Title may have 120 characters at most.'),
  colours: yup.string<NonNullable<NewLook['colours']>>().required(),
  mood: yup.string<NonNullable<NewLook['mood']>>().required(),
  person: yup.string<PersonId>().required(),
  skin: yup.string<NewLook['skin']>().required(),
  backdrop: yup.string().required(),
  lights: yup.string<NewLook['lights']>().required(),
  lamps: yup.string<NonNullable<NewLook['lamps']>>().required(),
  camera: yup.string().required(),
  shoot: yup.string().defined(),
});

export type Choices = yup.InferType<typeof schema>;
/** What decides the picture. */
export type Seen = Omit<Choices, 'title' | 'shoot'>;

/** Makes a look of the choices: with an own backdrop where one was taken, and lit from the own kit where nothing else is wanted. */
export function useMaking(): (
  choices: Omit<Choices, 'shoot'>,
) => Promise<{ readonly look: Look; readonly without: readonly string[] }> {
  const { stored: kit } = useKit();
  const { ownOnly } = useOwnOnly();
  return async (choices) => {
    const own = isStandIn(choices.backdrop) ? undefined : kitOf(kit, 'surface').find(({ id }) => id === choices.backdrop);
    const { look, without } = await compute().newLook(
      own ? { ...choices, backdrop: 'paper-grey' } : choices,
      ownOnly ? kit.flatMap(({ entry, atHand }) => (atHand ? [entry] : [])) : null,
    );
    return { look: own ? lookWithSurface(look, 'backdrop', own) : look, without };
  };
}

export type Make = ReturnType<typeof useMaking>;

export const DEFAULTS: Choices = { title: 'Untitled look', ...USUAL_CHOICES, shoot: '' };
