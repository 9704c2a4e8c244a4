import type { Light, Look } from '../../document/schema';

/** What was learned of the kit, and looks with it. */

export const LESSON_KINDS = ['output', 'mired', 'green', 'modifier', 'headroom'] as const;
export type LessonKind = (typeof LESSON_KINDS)[number];

export interface Lesson {
  readonly kind: LessonKind;
  /** The unit, modifier or camera. */
  readonly about: string;
  /**
   * Stops for output, modifier (positive: it takes more) and headroom; mired; density of green. A unit's are from its model's figures, whatever
   * had been corrected when the frame was taken; a modifier's and a camera's are from what the look says.
   */
  readonly value: number;
  readonly deviation: number;
  /** In how many frames and meter readings it had a part. */
  readonly frames: number;
}

export interface Lessons {
  readonly lessons: readonly Lesson[];
  /** How far frames and the plan by the models' figures are apart, as a share of full scale, and with what was learned: root mean square. */
  readonly before: number;
  readonly after: number;
  readonly readings: number;
}

/** Under which name a unit's corrections are kept: its own label, else the light's name. */
export function unitKey({ fixture, name, rig }: Pick<Light, 'fixture' | 'name' | 'rig'>): string {
  return `${fixture.name}, ${rig.unit || name}`;
}

export const held = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** The look with values for units, modifiers and camera in place of those it has. */
export function corrected(
  look: Look,
  slots: readonly { readonly kind: LessonKind; readonly about: string }[],
  values: ArrayLike<number>,
): Look {
  const of = (kind: LessonKind, about: string) => {
    const at = slots.findIndex((slot) => slot.kind === kind && slot.about === about);
    return at < 0 ? null : values[at]!;
  };
  const lights = look.lights.map((light): Light => {
    const key = unitKey(light);
    const { unit, modifier } = light;
    return {
      ...light,
      unit: {
        outputStops: held(of('output', key) ?? unit.outputStops, -4, 4),
        miredShift: held(of('mired', key) ?? unit.miredShift, -200, 200),
        green: held(of('green', key) ?? unit.green, -0.6, 0.6),
      },
      modifier: { ...modifier, lossStops: held(modifier.lossStops + (of('modifier', modifier.name) ?? 0), -3, 8) },
    };
  });
  const headroomStops = held(look.camera.headroomStops + (of('headroom', look.camera.name) ?? 0), 0, 10);
  return { ...look, lights, camera: { ...look.camera, headroomStops } };
}

/** The look with what was learned written into its units, modifiers and camera. */
export function withLessons(look: Look, lessons: readonly Lesson[]): Look {
  return corrected(
    look,
    lessons,
    lessons.map(({ value }) => value),
  );
}
