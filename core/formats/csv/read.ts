import Papa from 'papaparse'
import { textOf } from '../bytes'
import { kindOf } from '../kind'
import { FORMULA } from './write'

/** The most bytes a table may have that is read. */
export const MOST_CSV_BYTES = 2_000_000
const MOST_ROWS = 5000
const MOST_COLUMNS = 60

/** A row of a table that was read. */
export interface CsvRow {
  /** Its number as a spreadsheet counts: the heading is row 1. */
  readonly row: number
  /** One cell for each name of the heading. */
  readonly cells: readonly string[]
}

/** A table that was read, or the one sentence why it is none. */
export type ReadCsv =
  | { readonly ok: true; readonly heading: readonly string[]; readonly rows: readonly CsvRow[] }
  | { readonly ok: false; readonly why: string }

const refuse = (why: string): ReadCsv => ({ ok: false, why })
/** A cell as it was before it was written for a spreadsheet. */
const cellOf = (text: string) => (text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text).trim()

/** What stands between cells: whatever makes most names of the first row that has any. */
function delimiterOf(text: string): string {
  const widthBy = (delimiter: string) =>
    Papa.parse<string[]>(text, { delimiter, preview: 1, skipEmptyLines: 'greedy' }).data[0]?.length ?? 0
  return [',', ';', '\t'].reduce((best, each) => (widthBy(each) > widthBy(best) ? each : best))
}

/**
 * Reads comma-separated values (RFC 4180), also with semicolons or tabs between them as other spreadsheets write them;
 * empty rows are left out.
 */
export function readCsv(bytes: Uint8Array): ReadCsv {
  if (bytes.length === 0) return refuse('The file is empty.')
  if (bytes.length > MOST_CSV_BYTES) return refuse(`A list has at most ${MOST_CSV_BYTES / 1e6} MB.`)
  if (kindOf(bytes) !== 'text')
    return refuse('This is no list of comma-separated values. From a spreadsheet, save it as CSV.')
  const text = textOf(bytes)
  if (text.includes('\0')) return refuse('This is no text.')
  const { data, errors } = Papa.parse<string[]>(text, { delimiter: delimiterOf(text) })
  const broken = errors.find(({ type }) => type === 'Quotes')
  if (broken) return refuse(`Row ${(broken.row ?? 0) + 1}: a quotation mark is not closed, or stands in the middle.`)
  const filled = data
    .map((cells, i): CsvRow => ({ row: i + 1, cells: cells.map(cellOf) }))
    .filter(({ cells }) => cells.some(cell => cell !== ''))
  const [heading, ...rows] = filled
  if (!heading) return refuse('There is nothing in the file.')
  if (rows.length > MOST_ROWS) return refuse(`A list has at most ${MOST_ROWS} rows; this one has ${rows.length}.`)
  if (heading.cells.length > MOST_COLUMNS) return refuse(`A list has at most ${MOST_COLUMNS} columns.`)
  const wide = rows.find(({ cells }) => cells.slice(heading.cells.length).some(cell => cell !== ''))
  if (wide) return refuse(`Row ${wide.row} has more cells than the first row has names.`)
  return {
    ok: true,
    heading: heading.cells,
    rows: rows.map(({ row, cells }) => ({ row, cells: heading.cells.map((_, i) => cells[i] ?? '') })),
  }
}
