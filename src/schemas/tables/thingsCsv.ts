import { type RowAside, csvCell, guessColumn, readCsvTable, readDecimal } from '@/core/exchange/csvTable'
import { type FieldIssue, type Result, err, ok } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'
import { schemaIssues } from '../schemaIssues'
import { ITEM_FIELDS, type ItemKind } from '../itemFields'
import type { ItemField, TableColumn } from '../itemFields/itemField'
import { ITEM_SCHEMAS, contradiction } from '../items'

type TableField = ItemField & { column: TableColumn }
/** One thing as a table has it, ready to be stored: what its form would send. */
export type ThingFields = Record<string, unknown>

/** Fields of a kind that a table has a column for. */
export const tableFieldsOf = (kind: ItemKind): TableField[] =>
  ITEM_FIELDS[kind].filter((field): field is TableField => 'column' in field && field.column !== undefined)

/** Column of the file for each field; −1 leaves it at its default. */
export type TableMapping = Readonly<Record<string, number>>

export const guessMapping = (kind: ItemKind, header: readonly string[]): TableMapping =>
  Object.fromEntries(tableFieldsOf(kind).map(({ name, column }) => [name, guessColumn(header, column.names)]))

const YES = ['yes', 'y', 'true', '1', 'x', 'ja', 'oui', 'si']
const NO = ['no', 'n', 'false', '0', '-', 'nein', 'non']

/** A cell that is not blank as the value its field stores; `undefined` where it can't be read as one. */
function cellValue(field: ItemField, cell: string): unknown {
  switch (field.kind) {
    case 'flag': {
      const word = cell.toLowerCase()
      return YES.includes(word) ? true : NO.includes(word) ? false : undefined
    }
    case 'choice': {
      const word = Object.keys(field.options ?? {}).find((option) => option.toLowerCase() === cell.toLowerCase())
      return word === undefined ? undefined : field.numeric ? Number(word) : word
    }
    case 'percent': {
      const value = readDecimal(cell.replace('%', ''))
      return value === null ? undefined : value / 100
    }
    case 'number':
      return readDecimal(cell) ?? undefined
    case 'text':
    case 'tag':
    case 'lines':
    case 'date':
    case 'clock':
      return cell
  }
}

/** What a blank cell stores: the column's own meaning of it, nothing for a text that is wanted, else not known. */
function blankValue({ kind, optional, column }: TableField, pack: RulePack): unknown {
  if (column.blank) return column.blank(pack)
  return !optional && (kind === 'text' || kind === 'tag') ? '' : null
}

/** A value as a table shows it; `cellValue` reads it back. */
function shownCell({ kind }: ItemField, value: unknown): string | number | boolean | null {
  if (value === null || value === undefined) return null
  if (kind === 'flag') return value === true ? 'yes' : 'no'
  if (kind === 'percent') return Math.round(Number(value) * 1e6) / 1e4
  return value as string | number
}

const isKilowatts = (head: string) => /kw\b|\bkw|_kw$/i.test(head) && !/kwh/i.test(head)

/** A cell in the field's own unit: watts may stand as kilowatts where the header says so. */
function scaled({ unit }: ItemField, head: string, cell: string): string {
  const value = unit === 'W' && isKilowatts(head) ? readDecimal(cell) : null
  return value === null ? cell : String(value * 1000)
}

function shortName(name: string, taken: ReadonlySet<string>): string {
  const stem = (
    name
      .normalize('NFD')
      .toLowerCase()
      .replace(/[^a-z0-9]/g, '')
      .replace(/^[0-9]+/, '') || 'load'
  ).slice(0, 10)
  for (let k = 1; ; k++) {
    const candidate = k === 1 ? stem : `${stem}${k}`
    if (!taken.has(candidate)) return candidate
  }
}

/** What is the same for every row of a table. */
interface Reading {
  kind: ItemKind
  pack: RulePack
  header: readonly string[]
  columns: TableMapping
  /** Short names that are taken, in the job and by the rows before. */
  taken: Set<string>
}

interface Row {
  line: number
  cells: readonly string[]
}

/** One row as a thing, by the same schema and the same rules as its form; or what is wrong with it. */
function readRow({ kind, pack, header, columns, taken }: Reading, { line, cells }: Row): Result<ThingFields, RowAside> {
  const fields = tableFieldsOf(kind)
  const at = ({ name }: ItemField) => columns[name] ?? -1
  const cellOf = (field: ItemField) => (at(field) >= 0 ? (cells[at(field)] ?? '') : '')
  const aside = (path: string, why: string) => {
    const field = fields.find(({ name }) => name === path)
    const column = field ? (header[at(field)] ?? field.column.head) : path
    return err({ line, column, value: field ? cellOf(field).slice(0, 60) : '', why })
  }
  const thing: ThingFields = {}
  for (const field of fields) {
    const cell = scaled(field, header[at(field)] ?? '', cellOf(field))
    const value = cell === '' ? blankValue(field, pack) : cellValue(field, cell)
    if (value === undefined) return aside(field.name, `is no ${field.label.toLowerCase()} that can be read`)
    thing[field.name] = value
  }
  if (thing.tag === '') thing.tag = shortName(String(thing.name), taken)
  const [issue] = [...schemaIssues(ITEM_SCHEMAS[kind], thing), contradiction(kind, thing, pack.id)].filter(
    (one) => one !== null,
  )
  if (issue) return aside(issue.path, issue.message)
  if (taken.has(String(thing.tag))) return aside('tag', 'is used already')
  taken.add(String(thing.tag))
  return ok(thing)
}

export interface ReadThings {
  things: ThingFields[]
  aside: RowAside[]
}

const MOST_ROWS = 500

/**
 * Reads a list of things: good rows as their form would send them, bad rows aside with line, column, value and what is wrong, so that
 * nothing is lost. What the form refuses is refused here too. Figures take either decimal mark; a power column headed kW is taken as
 * kilowatts; a missing short name is made from the name.
 *
 * @param taken short names the job has already
 */
export function readThingsCsv(
  kind: ItemKind,
  text: string,
  mapping: TableMapping | null,
  pack: RulePack,
  taken: readonly string[] = [],
): Result<ReadThings, FieldIssue> {
  const table = readCsvTable(text)
  if (!table.ok) return table
  const { header, rows } = table.value
  if (rows.length > MOST_ROWS)
    return err({
      path: 'file',
      message: `The list has ${rows.length} rows; a house has ${MOST_ROWS} ${kind}s at most.`,
    })
  const columns = mapping ?? guessMapping(kind, header)
  const lacking = tableFieldsOf(kind).filter(({ name, column }) => column.needed && !((columns[name] ?? -1) >= 0))
  if (lacking.length > 0)
    return err({
      path: lacking[0]?.name ?? 'file',
      message: `Say which column holds ${lacking.map(({ column }) => column.head).join(' and ')}; the file has ${header.join(', ')}.`,
    })
  const reading: Reading = { kind, pack, header, columns, taken: new Set(taken) }
  const result: ReadThings = { things: [], aside: [] }
  for (const row of rows) {
    const read = readRow(reading, row)
    if (read.ok) result.things.push(read.value)
    else result.aside.push(read.error)
  }
  return ok(result)
}

/** A list of things as CSV, to be read back by the same columns. */
export function thingsCsv(kind: ItemKind, things: readonly object[]): string {
  const fields = tableFieldsOf(kind)
  const rows = things.map((thing) =>
    fields.map((field) => csvCell(shownCell(field, (thing as ThingFields)[field.name]))).join(','),
  )
  return [fields.map(({ column }) => column.head).join(','), ...rows].join('\n') + '\n'
}
