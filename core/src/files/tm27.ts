import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { InputError } from '../errors';
import type { SampleKind } from '../spectrum/samples';
import { checked, type ReadSpectrum } from './spectrum-csv';
import { checkText } from './table';

/** Quantities of the standard and what they are here. */
const QUANTITIES: Readonly<Record<string, SampleKind>> = {
  flux: 'source',
  intensity: 'source',
  radiance: 'source',
  irradiance: 'source',
  relative: 'source',
  absorptance: 'source',
  transmittance: 'transmittance',
  reflectance: 'reflectance',
  other: 'source',
};

interface Document {
  readonly IESTM2714?: {
    readonly Header?: { readonly Description?: unknown; readonly CatalogNumber?: unknown };
    readonly SpectralDistribution?: {
      readonly SpectralQuantity?: unknown;
      readonly SpectralData?: readonly { readonly '@wavelength'?: unknown; readonly '#text'?: unknown }[];
    };
  };
}

const TAG = 'IESTM2714';

/**
 * Reads spectral data in the XML of ANSI/IES TM-27-14. Documents with a type declaration or entities are refused before they are
 * parsed: no file of this standard needs them. `kind` must agree with the file's quantity.
 * @throws InputError naming what is wrong, and for everything that `resample` rejects.
 */
export function readTm27(text: string, kind: SampleKind): ReadSpectrum {
  checkText(text);
  if (/<!(?:DOCTYPE|ENTITY|ELEMENT|ATTLIST)/i.test(text))
    throw new InputError(
      'file',
      'The file has a document type declaration or entities, which this standard does not use. Remove them.',
    );
  const valid = XMLValidator.validate(text);
  if (valid !== true) throw new InputError('file', `The file is not sound XML: line ${valid.err.line}, ${valid.err.msg}`);
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    processEntities: false,
    parseTagValue: false,
    parseAttributeValue: false,
    removeNSPrefix: true,
    alwaysCreateTextNode: true,
    isArray: (name) => name === 'SpectralData',
  });
  let document: Document;
  try {
    document = parser.parse(text) as Document;
  } catch (error) {
    throw new InputError('file', `The file cannot be read as XML: ${error instanceof Error ? error.message : String(error)}`);
  }
  const root = document[TAG];
  if (!root) throw new InputError('file', 'The file holds no IESTM2714 element: it is not spectral data of this standard.');
  const distribution = root.SpectralDistribution;
  const data = distribution?.SpectralData;
  if (!data?.length) throw new InputError('file', 'The file holds no SpectralData.');
  const quantity = wordOf(distribution?.SpectralQuantity).toLowerCase();
  const told = QUANTITIES[quantity];
  if (told === undefined)
    throw new InputError('file', `The quantity "${quantity.slice(0, 30)}" is not one of ${Object.keys(QUANTITIES).join(', ')}.`);
  if (quantity !== 'other' && told !== kind)
    throw new InputError('file', `The file holds ${quantity}, but ${kind === 'source' ? 'light' : kind} is wanted here.`);
  const wavelengthsNm = data.map((row, i) => figure(row['@wavelength'], i, 'wavelength'));
  const values = data.map((row, i) => figure(row['#text'], i, 'value'));
  const order = wavelengthsNm.map((_, i) => i).sort((a, b) => wavelengthsNm[a]! - wavelengthsNm[b]!);
  const name = wordOf(root.Header?.Description) || wordOf(root.Header?.CatalogNumber);
  return {
    name: name.slice(0, 80),
    samples: checked({ wavelengthsNm: order.map((i) => wavelengthsNm[i]!), values: order.map((i) => values[i]!) }, kind),
    notes: [],
  };
}

/** The text of an element, whichever way the parser gives it. */
function wordOf(value: unknown): string {
  if (typeof value === 'string') return value.trim();
  if (value !== null && typeof value === 'object' && '#text' in value) return wordOf((value as { '#text': unknown })['#text']);
  return '';
}

function figure(value: unknown, i: number, what: string): number {
  const text = wordOf(value);
  const number = Number(text);
  if (text === '' || !Number.isFinite(number))
    throw new InputError('file', `The ${what} of SpectralData ${i + 1} is "${text.slice(0, 30)}", not a number.`);
  return number;
}
