import type { RowAside } from '@/core/exchange/csvTable'
import type { RulePack } from '@/core/rules/rulePack'
import type { ItemField } from '../itemFields/itemField'
import type { ItemKind } from '../itemFields'
import type { DoubtAnswers, RowDoubt } from './rowDoubts'
import { type TableMapping, type ThingFields, tableFieldsOf } from './tableFields'

/** A thing that the job has already. */
export type Standing = ThingFields & { id: string; tag: string; name: string }

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
export interface Reading {
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

export interface Row {
  line: number
  cells: readonly string[]
}

/** A row that cannot be taken in as it stands. */
export type Halt = { aside: RowAside } | { doubts: RowDoubt[] }

/** Where a field stands in a row, for saying what is wrong with it. */
export function placeOf({ kind, header, columns }: Reading, { line, cells }: Row, path: string): Omit<RowAside, 'why'> {
  const field = tableFieldsOf(kind).find(({ name }) => name === path)
  const at = columns[path] ?? -1
  return { line, column: field ? (header[at] ?? field.column.head) : path, value: (cells[at] ?? '').slice(0, 60) }
}
