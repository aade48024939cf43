import { guessColumn } from '@/core/exchange/csvTable'
import { ITEM_FIELDS, type ItemKind } from '../itemFields'
import type { ItemField, TableColumn } from '../itemFields/itemField'

/** A field that a table has a column for. */
export type TableField = ItemField & { column: TableColumn }
/** One thing as a table has it, ready to be stored: what its form would send. */
export type ThingFields = Record<string, unknown>

/** Fields of a kind that a table has a column for. */
export const tableFieldsOf = (kind: ItemKind): TableField[] =>
  ITEM_FIELDS[kind].filter((field): field is TableField => 'column' in field && field.column !== undefined)

/** Column of the file for each field; −1 leaves it at its default. */
export type TableMapping = Readonly<Record<string, number>>

export const guessMapping = (kind: ItemKind, header: readonly string[]): TableMapping =>
  Object.fromEntries(tableFieldsOf(kind).map(({ name, column }) => [name, guessColumn(header, column.names)]))
