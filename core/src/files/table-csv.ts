import Papa from 'papaparse';

/** What spreadsheets take for the beginning of a formula. */
const FORMULA = /([;\t]\s*)(?=[=+\-@])/g;

/**
 * A table for other programs (RFC 4180), safe to open in a spreadsheet: no cell begins as a formula, also not where the spreadsheet parts cells at
 * semicolons or tabs.
 */
export function tableCsv(rows: readonly Readonly<Record<string, string | number>>[]): string {
  const safe = rows.map((row) =>
    Object.fromEntries(
      Object.entries(row).map(([key, value]) => [key, typeof value === 'string' ? value.replace(FORMULA, "$1'") : value]),
    ),
  );
  // Also of several lines: the package's own pattern looks at cells of one line only.
  return Papa.unparse(safe, { escapeFormulae: /^[=+\-@\t\r]/ });
}
