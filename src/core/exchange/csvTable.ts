import { tameCell } from './tameCell'
import Papa from 'papaparse'
import { MAX_TABLE_BYTES, MAX_TABLE_ROWS } from './tableBounds'
import { type FieldIssue, type Result, err, ok } from '../result'

const MAX_COLUMNS = 200

/** A table as it stands in the file: header, and each row with the line it began on. */
export interface CsvTable {
  header: string[]
  rows: { line: number; cells: string[] }[]
  delimiter: string
}

/** A row that was kept aside, with the line, the column and the value that is in its way. */
export interface RowAside {
  line: number
  column: string
  value: string
  why: string
}

/** What parts the cells, by the header alone: below it a comma may be a decimal mark. */
function delimiterOf(text: string): string {
  const head = (/[^\r\n]+/.exec(text)?.[0] ?? '').replace(/"[^"]*"/g, '')
  const count = (mark: string) => head.split(mark).length - 1
  return ['\t', ';', ','].reduce((best, mark) => (count(mark) > count(best) ? mark : best), ',')
}

/**
 * Reads a table with a header row; comma, semicolon or tab between cells, quotes as usual. Empty lines are passed over.
 * What is no table is refused with the reason; sizes are bounded.
 */
export function readCsvTable(text: string): Result<CsvTable, FieldIssue> {
  if (text.length > MAX_TABLE_BYTES)
    return err({
      path: 'file',
      message: `The file is larger than ${MAX_TABLE_BYTES / 1024 / 1024} MB. Cut it into parts.`,
    })
  if (text.includes('\u0000'))
    return err({ path: 'file', message: 'This is no text file: it holds zero bytes. Save the sheet as CSV.' })
  const bare = text.replace(/^\ufeff/, '')
  const delimiter = delimiterOf(bare)
  const { data } = Papa.parse<string[]>(bare, { delimiter, preview: MAX_TABLE_ROWS + 2 })
  const lines = data
    .map((cells, k) => ({ line: k + 1, cells: cells.map((cell) => cell.trim()) }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''))
  const [head, ...rows] = lines
  if (!head || head.cells.length < 1)
    return err({ path: 'file', message: 'The file is empty. Its first line names the columns.' })
  if (head.cells.length > MAX_COLUMNS)
    return err({
      path: 'file',
      message: `The first line has ${head.cells.length} columns; ${MAX_COLUMNS} are read at most.`,
    })
  if (rows.length > MAX_TABLE_ROWS)
    return err({ path: 'file', message: `More than ${MAX_TABLE_ROWS} rows; cut the file into parts.` })
  return ok({ header: head.cells, rows, delimiter })
}

/** A figure as sheets write them: `1234.5`, `1234,5`, `1.234,5`, `1,234.5` and blanks between thousands; `null` for anything else. */
export function readDecimal(text: string): number | null {
  const plain = text.replace(/[\s\u00a0\u202f’']/g, '').replace('−', '-')
  if (!/^[-+]?(\d+([.,]\d*)?|[.,]\d+)(e[-+]?\d+)?$/i.test(plain)) {
    if (/^[-+]?\d{1,3}(\.\d{3})+(,\d+)?$/.test(plain)) return Number(plain.replaceAll('.', '').replace(',', '.'))
    if (/^[-+]?\d{1,3}(,\d{3})+(\.\d+)?$/.test(plain)) return Number(plain.replaceAll(',', ''))
    return null
  }
  const value = Number(plain.replace(',', '.'))
  return Number.isFinite(value) ? value : null
}

/** The column of a header that one of the names speaks of, by its words alone; −1 when none does. */
export function guessColumn(header: readonly string[], names: readonly string[]): number {
  const bare = (text: string) => text.toLowerCase().replace(/[^a-z0-9]/g, '')
  const wanted = names.map(bare)
  const exact = header.findIndex((cell) => wanted.includes(bare(cell)))
  return exact >= 0
    ? exact
    : header.findIndex((cell) => wanted.some((name) => name.length > 2 && bare(cell).startsWith(name)))
}

/** The header and the rows of these lines alone, cells as they stand in the file, but for what a sheet would run: what was kept aside, to be put right and read again. An unreadable file gives an empty text. */
export function rowsOfLines(text: string, lines: readonly number[]): string {
  const table = readCsvTable(text)
  if (!table.ok) return ''
  const wanted = new Set(lines)
  return (
    Papa.unparse(
      [table.value.header, ...table.value.rows.filter(({ line }) => wanted.has(line)).map(({ cells }) => cells)].map(
        (cells) => cells.map(tameCell),
      ),
      { delimiter: table.value.delimiter, newline: '\n' },
    ) + '\n'
  )
}
