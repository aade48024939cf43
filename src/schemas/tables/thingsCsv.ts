import { type RowAside, csvCell, guessColumn, readCsvTable, readDecimal } from '@/core/exchange/csvTable'
import { sameValue } from '@/core/pack/sameValue'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { type FieldIssue, type Result, err, ok } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'
import { schemaIssues } from '../schemaIssues'
import { ITEM_FIELDS, type ItemKind } from '../itemFields'
import type { ItemField, TableColumn } from '../itemFields/itemField'
import { decimalMarkOf, readFigureCell } from './figureCell'
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

/** A cell that is not blank as the value its field stores, what it may be where that is not sure, or what cannot be read. */
type Cell = { kind: 'value'; value: unknown } | { kind: 'either'; values: [number, number] } | { kind: 'none' }

const read = (value: unknown): Cell => (value === undefined ? { kind: 'none' } : { kind: 'value', value })
const alike = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** A word of a choice: as it is stored, or as the form says it. */
function choiceOf({ options = {}, numeric }: ItemField, cell: string): string | number | undefined {
  const word =
    Object.keys(options).find((option) => option.toLowerCase() === cell.toLowerCase()) ??
    Object.keys(options).find((option) => alike(options[option] ?? '') === alike(cell))
  return word === undefined ? undefined : numeric ? Number(word) : word
}

function cellValue(field: ItemField, cell: string, { head, mark }: { head: string; mark: ',' | '.' | null }): Cell {
  switch (field.kind) {
    case 'flag': {
      const word = cell.toLowerCase()
      return read(YES.includes(word) ? true : NO.includes(word) ? false : undefined)
    }
    case 'choice':
      return read(choiceOf(field, cell))
    case 'percent': {
      const value = readDecimal(cell.replace('%', ''))
      if (value === null) return { kind: 'none' }
      const saysPercent = cell.includes('%') || /%|percent/i.test(head)
      return value > 0 && value <= 1 && !saysPercent && cell !== '1'
        ? { kind: 'either', values: [value / 100, value] }
        : read(value / 100)
    }
    case 'number': {
      const figure = readFigureCell(cell, field.unit, mark)
      if (figure.kind !== 'figure') return figure
      const kilo = field.unit === 'W' && !figure.unit && isKilowatts(head)
      const value = kilo ? figure.value * 1000 : figure.value
      const mayBeKilowatts =
        field.unit === 'W' && !figure.unit && !kilo && value > 0 && value < SMALL_W && !namesWatts(head)
      return mayBeKilowatts ? { kind: 'either', values: [value, value * 1000] } : read(value)
    }
    case 'text':
    case 'tag':
    case 'lines':
    case 'date':
    case 'clock':
      return read(cell)
  }
}

/** A power below it, in a column that names no unit, may well be meant in kilowatts. */
const SMALL_W = 20
const namesWatts = (head: string) => /(^|[^a-z])(k?w|watts?|kilowatts?)$/i.test(head)

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

/** A thing that the job has already. */
export type Standing = ThingFields & { id: string; tag: string; name: string }

/** Something of a row that its reader has to be asked; the row is taken in once there is an answer. */
export interface RowDoubt {
  /** `line.field`, by which the answer is given. */
  id: string
  line: number
  column: string
  value: string
  question: string
  /** Answers to choose from, and what each is called. */
  answers: Readonly<Record<string, string>>
}

/** What each question was answered with, by the question's id. */
export type DoubtAnswers = Readonly<Record<string, string>>

/** The answer that takes in nothing of the row. */
export const LEAVE = 'leave'
const NEW = 'new'

/** One field that a row changes in a thing the job has. */
export interface FieldChange {
  field: ItemField
  before: unknown
  after: unknown
}

/** One row that can be taken in: a new thing, or one that the job has, with what is different in it. */
export interface ReadRow {
  line: number
  fields: ThingFields
  was: Standing | null
  changes: FieldChange[]
}

export interface ReadThings {
  rows: ReadRow[]
  doubts: RowDoubt[]
  aside: RowAside[]
}

/** What is the same for every row of a table. */
interface Reading {
  kind: ItemKind
  pack: RulePack
  header: readonly string[]
  columns: TableMapping
  mark: ',' | '.' | null
  standing: readonly Standing[]
  answers: DoubtAnswers
  /** Short names that are taken, in the job and by the rows before. */
  taken: Set<string>
  /** Things of the job that a row before speaks of, with its line. */
  claimed: Map<string, number>
}

interface Row {
  line: number
  cells: readonly string[]
}

/** A row that cannot be taken in as it stands. */
type Halt = { aside: RowAside } | { doubts: RowDoubt[] }

/** Where a field stands in a row, for saying what is wrong with it. */
function placeOf({ kind, header, columns }: Reading, { line, cells }: Row, path: string): Omit<RowAside, 'why'> {
  const field = tableFieldsOf(kind).find(({ name }) => name === path)
  const at = columns[path] ?? -1
  return { line, column: field ? (header[at] ?? field.column.head) : path, value: (cells[at] ?? '').slice(0, 60) }
}

/** What a row says, field by field; a blank cell says nothing. */
function saidIn(reading: Reading, row: Row): { said: ThingFields } | Halt {
  const { kind, header, columns, mark, answers } = reading
  const said: ThingFields = {}
  const doubts: RowDoubt[] = []
  for (const field of tableFieldsOf(kind)) {
    const at = columns[field.name] ?? -1
    const cell = at >= 0 ? (row.cells[at] ?? '') : ''
    if (cell === '') continue
    const value = cellValue(field, cell, { head: header[at] ?? '', mark })
    const place = placeOf(reading, row, field.name)
    if (value.kind === 'none')
      return { aside: { ...place, why: `is no ${field.label.toLowerCase()} that can be read` } }
    if (value.kind === 'value') {
      said[field.name] = value.value
      continue
    }
    const id = `${row.line}.${field.name}`
    const answer = answers[id]
    if (answer === LEAVE) return { aside: { ...place, why: 'was left out, as it was answered' } }
    const chosen = value.values.find((one) => String(one) === answer)
    if (chosen !== undefined) said[field.name] = chosen
    else
      doubts.push({
        id,
        ...place,
        question: `Which ${field.label.toLowerCase()} is meant?`,
        answers: Object.fromEntries([
          ...value.values.map((one) => [String(one), figureShown(field, one)]),
          [LEAVE, 'leave the row out'],
        ]),
      })
  }
  return doubts.length > 0 ? { doubts } : { said }
}

const figureShown = ({ kind, unit }: ItemField, value: number): string =>
  kind === 'percent' ? `${formatNumber(value * 100, 6)} %` : `${formatNumber(value, 6)}${unit ? ` ${unit}` : ''}`

/** Which thing of the job a row speaks of: by its short name, else by its name alone; asked where more than one answer is possible. */
function subjectOf(reading: Reading, row: Row, said: ThingFields): { was: Standing | null } | Halt {
  const { standing, answers } = reading
  const byTag = said.tag === undefined ? undefined : standing.find(({ tag }) => tag === said.tag)
  if (byTag) return { was: byTag }
  const byName = standing.filter(({ name }) => alike(name) === alike(String(said.name ?? '')))
  const [only] = byName
  if (!only) return { was: null }
  if (byName.length === 1 && said.tag === undefined) return { was: only }
  const id = `${row.line}.name`
  const answer = answers[id]
  const place = placeOf(reading, row, 'name')
  if (answer === LEAVE) return { aside: { ...place, why: 'was left out, as it was answered' } }
  if (answer === NEW) return { was: null }
  const chosen = byName.find(({ tag }) => tag === answer)
  if (chosen) return { was: chosen }
  const labels = byName.map(({ tag, name }) => [tag, `${name} (${tag}), which is there`])
  return {
    doubts: [
      {
        id,
        ...place,
        question: 'Is it one that the job has?',
        answers: Object.fromEntries([...labels, [NEW, 'another one'], [LEAVE, 'leave the row out']]),
      },
    ],
  }
}

/** One row as what it makes of the job, by the same schema and the same rules as its form; or what is wrong with it. */
function readRow(reading: Reading, row: Row): ReadRow | Halt {
  const { kind, pack, taken, claimed } = reading
  const given = saidIn(reading, row)
  if (!('said' in given)) return given
  const subject = subjectOf(reading, row, given.said)
  if (!('was' in subject)) return subject
  const { was } = subject
  const before = was && claimed.get(was.id)
  if (before !== undefined && before !== null)
    return { aside: { ...placeOf(reading, row, 'name'), why: `is what line ${before} speaks of already` } }
  const made = was ? { thing: { ...without(was, 'id'), ...given.said, tag: was.tag } } : fresh(reading, row, given.said)
  if (!('thing' in made)) return made
  const fields: ThingFields = made.thing
  const [issue] = [...schemaIssues(ITEM_SCHEMAS[kind], fields), contradiction(kind, fields, pack.id)].filter(
    (one) => one !== null,
  )
  if (issue) return { aside: { ...placeOf(reading, row, issue.path), why: issue.message } }
  if (!was && taken.has(String(fields.tag)))
    return { aside: { ...placeOf(reading, row, 'tag'), why: 'is used already' } }
  taken.add(String(fields.tag))
  if (was) claimed.set(was.id, row.line)
  const changes = tableFieldsOf(kind).flatMap((field): FieldChange[] => {
    const [old, after] = [was?.[field.name] ?? null, fields[field.name] ?? null]
    return !was || sameValue(old, after) ? [] : [{ field, before: old, after }]
  })
  return { line: row.line, fields, was, changes }
}

const without = (thing: Standing, name: string): ThingFields =>
  Object.fromEntries(Object.entries(thing).filter(([own]) => own !== name))

/** A new thing: what its row says, and what a blank means for the rest; one question for all rows about what a blank cannot mean. */
function fresh(reading: Reading, row: Row, said: ThingFields): { thing: ThingFields } | Halt {
  const { kind, pack, taken, answers } = reading
  const thing: ThingFields = {}
  const doubts: RowDoubt[] = []
  for (const field of tableFieldsOf(kind)) {
    const { name } = field
    const answer = answers[blankId(field)]
    if (said[name] !== undefined) thing[name] = said[name]
    else if (!isAskedBlank(field, pack)) thing[name] = blankValue(field, pack)
    else if (answer === LEAVE)
      return { aside: { ...placeOf(reading, row, name), why: 'was left out, as it was answered' } }
    else if (answer !== undefined && Object.hasOwn(optionsOf(field, pack), answer)) thing[name] = answer
    else doubts.push(blankDoubt(reading, row, field))
  }
  if (doubts.length > 0) return { doubts }
  return { thing: thing.tag === '' ? { ...thing, tag: shortName(String(thing.name), taken) } : thing }
}

const blankId = ({ name }: TableField) => `blank.${name}`
const isAskedBlank = ({ column }: TableField, pack: RulePack) =>
  column.blank !== undefined && column.blank(pack) === undefined
const optionsOf = ({ inPack, options }: TableField, pack: RulePack) => inPack?.(pack)?.options ?? options ?? {}

const blankDoubt = (reading: Reading, row: Row, field: TableField): RowDoubt => ({
  id: blankId(field),
  ...placeOf(reading, row, field.name),
  question: `The list does not say it. Which ${field.label.toLowerCase()}, for every row without one?`,
  answers: { ...optionsOf(field, reading.pack), [LEAVE]: 'leave such rows out' },
})

const MOST_ROWS = 500

/**
 * Reads a list of things, against those that the job has: rows that can be taken in with what they change, rows that ask something first,
 * and bad rows aside with line, column, value and what is wrong, so that nothing is lost. What the form refuses is refused here too.
 *
 * A row speaks of the thing with its short name, else of the one with its name; a blank cell changes nothing in it. Figures take either
 * decimal mark and their unit (`2,8 kW`); a power column headed kW is taken as kilowatts; words are the stored ones or the form's own; a
 * missing short name is made from the name. What has two readings is asked and never guessed.
 *
 * @param standing what the job has of this kind
 * @param answers what earlier questions were answered with
 * @example
 * readThingsCsv('load', 'name,power_W\nKettle,2.2 kW\n', null, pack, loads) // rows[0].changes: power 2 000 → 2 200
 */
export function readThingsCsv(
  kind: ItemKind,
  text: string,
  mapping: TableMapping | null,
  pack: RulePack,
  standing: readonly Standing[] = [],
  answers: DoubtAnswers = {},
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
  const numeric = tableFieldsOf(kind).filter((field) => field.kind === 'number' || field.kind === 'percent')
  const figures = rows.flatMap(({ cells }) => numeric.map(({ name }) => cells[columns[name] ?? -1] ?? ''))
  const reading: Reading = {
    kind,
    pack,
    header,
    columns,
    mark: decimalMarkOf(figures),
    standing,
    answers,
    taken: new Set(standing.map(({ tag }) => tag)),
    claimed: new Map(),
  }
  const result: ReadThings = { rows: [], doubts: [], aside: [] }
  for (const row of rows) {
    const one = readRow(reading, row)
    if ('aside' in one) result.aside.push(one.aside)
    else if ('doubts' in one)
      result.doubts.push(...one.doubts.filter(({ id }) => !result.doubts.some((asked) => asked.id === id)))
    else result.rows.push(one)
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
