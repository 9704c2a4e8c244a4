import type { KitEntry } from '@fulgent/core/catalogue';
import { LARGEST_SPECTRUM_FILE } from '@fulgent/core/files';
import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form';
import * as yup from 'yup';
import { Field } from '../../ui/Field';
import { chooseFile, textOf } from '../../ui/files';
import { study } from '../../workers/study';

type WithoutShared<Entry> = Entry extends KitEntry ? Omit<Entry, 'id' | 'note' | 'archived' | 'count'> : never;
/** An entry before the kit has given it an id. */
export type Draft = WithoutShared<KitEntry>;

/** What every form of the kit gets: where to store, and where to say what is wrong. */
export interface FormProps {
  /** `stay`: there is more to take, and the form stays open. */
  readonly store: (draft: Draft, count: number, how?: { readonly stay?: boolean }) => Promise<void>;
  readonly failed: (error: unknown) => void;
  /** Something was stored by the form itself. */
  readonly done: (said: string) => void;
}

export const name = yup.string().trim().required('Name is missing.').max(120, 'Name may have 120 characters at most.');
export const figure = (label: string, low: number, high: number) =>
  yup
    .number()
    .transform((_: number, original: unknown) => Number(String(original).replace(',', '.')))
    .typeError(`${label} must be a number.`)
    .required(`${label} is missing.`)
    .min(low, `${label} must be from ${low} to ${high}.`)
    .max(high, `${label} must be from ${low} to ${high}.`);
/** A figure that may be left empty: null then. */
export const maybe = (label: string, low: number, high: number) =>
  yup
    .number()
    .transform((_: number, original: unknown) => {
      const text = String(original ?? '').trim();
      return text === '' ? null : Number(text.replace(',', '.'));
    })
    .typeError(`${label} must be a number, or empty.`)
    .nullable()
    .defined()
    .min(low, `${label} must be from ${low} to ${high}, or empty.`)
    .max(high, `${label} must be from ${low} to ${high}, or empty.`);
export const pieces = (label: string) => figure(label, 0, 10_000).integer(`${label} must be a whole number.`);

/** A text field of a form. */
export function TextField<Values extends FieldValues>({
  control,
  id,
  label,
}: {
  readonly control: Control<Values, unknown, Values>;
  readonly id: Path<Values>;
  readonly label: string;
}) {
  return (
    <Controller
      control={control}
      name={id}
      render={({ field, fieldState }) => (
        <Field
          label={label}
          value={String(field.value ?? '')}
          onChange={field.onChange}
          onBlur={field.onBlur}
          error={fieldState.error?.message}
        />
      )}
    />
  );
}

/** Figures read from a file, and what was read into them. */
export interface Spectrum {
  readonly samples: { readonly wavelengthsNm: number[]; readonly values: number[] };
  readonly notes: readonly string[];
  readonly provenance: 'measured' | 'maker' | 'guessed';
}

/** Lets the user choose a file of spectral data and reads it in the worker. */
export async function readFile(kind: 'transmittance' | 'reflectance' | 'source'): Promise<(Spectrum & { name: string }) | null> {
  const file = await chooseFile('.csv,.txt,.tsv,.xml,.spdx,text/csv,text/xml,application/xml');
  if (!file) return null;
  const read = await study().readSpectrum(await textOf(file, LARGEST_SPECTRUM_FILE), kind);
  return { samples: read.samples, notes: read.notes, provenance: 'maker', name: read.name || file.name.replace(/\.[^.]*$/, '') };
}
