import { readDecimal } from '@/core/exchange/csvTable'
import type { ItemField } from '../itemFields/itemField'
import { readFigureCell } from './figureCell'

const YES = ['yes', 'y', 'true', '1', 'x', 'ja', 'oui', 'si']
const NO = ['no', 'n', 'false', '0', '-', 'nein', 'non']

/** A cell that is not blank as the value its field stores, what it may be where that is not sure, or what cannot be read. */
export type Cell = { kind: 'value'; value: unknown } | { kind: 'either'; values: [number, number] } | { kind: 'none' }

const read = (value: unknown): Cell => (value === undefined ? { kind: 'none' } : { kind: 'value', value })
/** A text as far as it matters when two are held against each other. */
export const alike = (text: string) => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** A word of a choice: as it is stored, or as the form says it. */
function choiceOf({ options = {}, numeric }: ItemField, cell: string): string | number | undefined {
  const word =
    Object.keys(options).find((option) => option.toLowerCase() === cell.toLowerCase()) ??
    Object.keys(options).find((option) => alike(options[option] ?? '') === alike(cell))
  return word === undefined ? undefined : numeric ? Number(word) : word
}

/** Reads a cell that is not blank, by the kind of its field, the head of its column and the decimal mark of the table. */
export function cellValue(
  field: ItemField,
  cell: string,
  { head, mark }: { head: string; mark: ',' | '.' | null },
): Cell {
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

const isKilowatts = (head: string) => /kw\b|\bkw|_kw$/i.test(head) && !/kwh/i.test(head)

/** A value as a table shows it; `cellValue` reads it back. */
export function shownCell({ kind }: ItemField, value: unknown): string | number | boolean | null {
  if (value === null || value === undefined) return null
  if (kind === 'flag') return value === true ? 'yes' : 'no'
  if (kind === 'percent') return Math.round(Number(value) * 1e6) / 1e4
  return value as string | number
}
