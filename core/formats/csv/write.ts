import Papa from 'papaparse'

/** What a cell of a table holds; null for nothing. */
export type Cell = string | number | null

/**
 * What a spreadsheet would run as a formula if a cell began with it, also in letters of full width; apostrophes before
 * it count, so that reading takes away just the one that was put there.
 */
export const FORMULA = /^'*[=+\-@\t\r＝＋－＠]/u

/**
 * Rows as comma-separated values (RFC 4180): lines end with CR LF, figures have a dot. A text that a spreadsheet would
 * run as a formula has an apostrophe before it.
 * @example csvLines([['Ada, Wren', 72.5, null], ['=1+1', 3, '']]) // '"Ada, Wren",72.5,\r\n"\'=1+1",3,\r\n'
 */
export function csvLines(rows: readonly (readonly Cell[])[]): string {
  if (rows.length === 0) return ''
  return `${Papa.unparse(rows as unknown as unknown[][], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`
}

/**
 * A table as a file of comma-separated values with a heading; the mark at its beginning tells spreadsheets that it is
 * Unicode.
 */
export const toCsv = (columns: readonly string[], rows: readonly (readonly Cell[])[]): string =>
  `\uFEFF${csvLines([columns, ...rows])}`
