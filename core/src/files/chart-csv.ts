import { InputError } from '../errors';
import { resample } from '../spectrum/samples';
import { CHART, type ChartPatch } from '../surface/chart';
import { reflectanceOfLab } from '../surface/from-lab';
import { numberIn, tableRows } from './table';

const PATCHES = CHART.columns * CHART.rows;
const WAVELENGTH = /^(?:nm|spec(?:tral)?|r)?[\s_]*(\d{3})(?:[.,]0+)?(?:\s*nm)?$/i;

/**
 * Reads the figures of a colour chart of 24 patches, row by row from the upper left: a table with a header, one row a patch, either with columns `L`, `a`, `b` (CIELAB
 * under D50) or with one column for each wavelength in nm (reflectance, or percent). A column that is called `name` names the patches.
 * @throws InputError naming the row and column that is wrong.
 */
export function readChartCsv(text: string): ChartPatch[] {
  const [headers = [], ...data] = tableRows(text);
  if (data.length !== PATCHES)
    throw new InputError(
      'file',
      `The file has ${data.length} rows under its header; this chart has ${PATCHES} patches, one a row.`,
    );
  const lab = ['L', 'a', 'b'].map((name) =>
    headers.find((header) => header.replace(/[*\s]/g, '').toLowerCase() === name.toLowerCase()),
  );
  const waves = headers.flatMap((header) => {
    const found = WAVELENGTH.exec(header);
    return found ? [{ header, nm: Number(found[1]) }] : [];
  });
  if (lab.some((header) => header === undefined) && waves.length < 4)
    throw new InputError('file', 'The header needs columns L, a and b (CIELAB under D50), or one for each wavelength in nm.');
  const named = headers.findIndex((header) => /^(?:name|patch|id|sample(?:_?id)?)$/i.test(header));
  const read = (row: number, header: string) => numberIn(data[row]![headers.indexOf(header)], row, header, true);
  const isPercent = waves.length >= 4 && data.some((_, row) => waves.some(({ header }) => read(row, header) > 1.5));
  const seen = new Set<string>();
  return data.map((row, i) => {
    const called = row[named] || `Patch ${i + 1}`;
    const name = seen.has(called) ? `${called}, ${i + 1}` : called;
    seen.add(name);
    try {
      if (waves.length >= 4) {
        const sorted = [...waves].sort((a, b) => a.nm - b.nm);
        const samples = { wavelengthsNm: sorted.map(({ nm }) => nm), values: sorted.map(({ header }) => read(i, header)) };
        return { name, reflectance: resample({ ...samples, unit: isPercent ? 'percent' : 'fraction' }, 'reflectance') };
      }
      const [L, a, b] = lab.map((header) => read(i, header!));
      return { name, reflectance: reflectanceOfLab({ L: L!, a: a!, b: b! }) };
    } catch (error) {
      if (error instanceof InputError && error.field !== 'file')
        throw new InputError('file', `Row ${i + 2}, ${name}: ${error.message}`);
      throw error;
    }
  });
}
