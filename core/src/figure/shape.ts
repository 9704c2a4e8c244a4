import type { Look } from '../document/schema';
import type { Garment, Headwear, PersonId, SubjectForm } from '../document/subject';

/** What of a subject decides its form. */
export interface SubjectShape {
  readonly form: SubjectForm;
  readonly person: PersonId;
  readonly garment: Garment;
  readonly headwear: Headwear;
  readonly sunglasses: boolean;
  /** How far the head is turned on the shoulders, degrees, to the picture's right. */
  readonly headTurnDeg: number;
}

/** What of a look's subject decides its form. */
export function shapeOf({ form, person, garment, headwear, sunglasses, headTurnDeg }: Look['subject']): SubjectShape {
  return { form, person, garment, headwear, sunglasses, headTurnDeg };
}

export function isPerson({ form }: Pick<SubjectShape, 'form'>): boolean {
  return form === 'person' || form === 'seated';
}

/** Baked parts that a subject is put together from. The head comes first, then the body. */
export function partsOf({ form, person, garment, headwear, sunglasses }: SubjectShape): readonly string[] {
  if (form === 'bottle' || form === 'kettle') return [form];
  const body = `body-${form === 'seated' ? 'seated' : 'standing'}-${garment}`;
  return [`head-${person}`, body, ...(headwear === 'none' ? [] : [headwear]), ...(sunglasses ? ['lens'] : [])];
}

export function shapeKey(shape: SubjectShape): string {
  return `${partsOf(shape).join(' ')}${isPerson(shape) ? ` ${shape.headTurnDeg}` : ''}`;
}

/** A table under what stands on one: height of its top under the origin, half its width and depth, m. */
export interface Table {
  readonly topM: number;
  readonly halfWidthM: number;
  readonly halfDepthM: number;
}

export function tableOf({ form }: Pick<SubjectShape, 'form'>): Table | null {
  if (form === 'bottle') return { topM: -0.058, halfWidthM: 0.6, halfDepthM: 0.35 };
  if (form === 'kettle') return { topM: -0.09, halfWidthM: 0.8, halfDepthM: 0.45 };
  return null;
}

/** How far over the middle of the picture a subject's origin is held, share of the picture's half height. */
export function overMiddle({ form }: Pick<SubjectShape, 'form'>): number {
  return form === 'seated' ? 0.62 : form === 'person' ? 0.2 : 0;
}
