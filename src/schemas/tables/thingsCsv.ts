import { csvCell } from '@/core/exchange/csvCell'
import { readCsvTable } from '@/core/exchange/csvTable'
import { type FieldIssue, type Result, err, ok } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'
import type { ItemKind } from '../itemFields'
import { shownCell } from './cellValue'
import { decimalMarkOf } from './figureCell'
import { readRow } from './readRow'
import type { Reading, ReadThings, Standing } from './reading'
import type { DoubtAnswers } from './rowDoubts'
import { type TableMapping, type ThingFields, guessMapping, tableFieldsOf } from './tableFields'

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
