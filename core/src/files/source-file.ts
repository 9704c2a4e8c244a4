import { readSpectrumCsv, type ReadSpectrum } from './spectrum-csv';
import { readTm27 } from './tm27';
import type { TextFile } from './zip';

/** Whether a file is XML, by its name or its beginning. */
export const isXml = ({ name, text }: TextFile): boolean => /\.(?:xml|spdx)$/i.test(name) || /^\s*</.test(text);

/** The spectrum of a light from a file of its own: TM-27-14, or a table. @throws InputError as those do. */
export function readSourceFile({ name, text }: TextFile): {
  readonly name: string;
  readonly samples: { readonly wavelengthsNm: number[]; readonly values: number[] };
} {
  const read: ReadSpectrum = isXml({ name, text }) ? readTm27(text, 'source') : readSpectrumCsv(text, 'source');
  const { wavelengthsNm, values } = read.samples;
  return { name: read.name, samples: { wavelengthsNm: [...wavelengthsNm], values: [...values] } };
}
