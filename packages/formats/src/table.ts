import Papa from 'papaparse';

/**
 * A table as CSV (RFC 4180), lines ended by CRLF. A cell that a spreadsheet would take for a formula is made text,
 * since titles are typed by people.
 */
export function writeTable(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const data = rows.map((r) => [...r]);
  return `${Papa.unparse({ fields: [...columns], data }, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}
