import Papa from 'papaparse'
import type { RowAside } from '../exchange/csvTable'
import { decodedText } from '../exchange/decodedText'
import { type FieldIssue, type Result, err, ok } from '../result'
import { LOG_QUANTITIES, type LogMap, type LogQuantity, UNIT_FACTOR } from './logMap'
import { LOG_BOUNDS } from './logBounds'
import { type RowClock, rowClock } from './rowClock'

/** Rows that are not there, between two that are. */
export interface LogGap {
  fromS: number
  toS: number
  missingRows: number
}

/** A power log by its columns; a value that is not there is NaN, a column that is not there is absent. */
export interface LoggedPowers {
  timeS: Float64Array
  periodS: number
  startedAt: string | null
  columns: Partial<Record<LogQuantity, Float64Array>>
  gaps: LogGap[]
  /** Rows that were passed over, with the reason; at most a few hundred. */
  aside: RowAside[]
}

/** Text of a log's file, without a byte-order mark. */
export const logText = (bytes: Uint8Array): string => decodedText(bytes).replace(/^\ufeff/, '')

/** Header and rows of a log's text, with the line each row stands on. */
export function logRows(text: string, { separator, skipLines }: Pick<LogMap, 'separator' | 'skipLines'>) {
  let from = 0
  for (let line = 0; line < skipLines; line++) {
    const end = text.indexOf('\n', from)
    if (end < 0) break
    from = end + 1
  }
  const { data } = Papa.parse<string[]>(text.slice(from), {
    delimiter: separator,
    preview: LOG_BOUNDS.maxRows + 2,
  })
  const [header = [], ...rows] = data
  return { header: header.map((cell) => cell.trim()), rows, firstLine: skipLines + 2 }
}

/** Commas between thousands, where the decimal mark is a point. */
const THOUSANDS = /,(?=\d{3}(?:[,.]|$))/g

/** A figure with the file's own decimal mark; blanks between thousands are passed over. NaN for what is none. */
function figure(text: string | undefined, decimal: '.' | ','): number {
  const plain = (text ?? '').replace(/[\s\u00a0\u202f]/g, '').replace('−', '-')
  if (plain === '') return NaN
  const pointed = decimal === ',' ? plain.replaceAll('.', '').replace(',', '.') : plain.replace(THOUSANDS, '')
  const value = Number(pointed)
  return Number.isFinite(value) ? value : NaN
}

interface Column {
  quantity: LogQuantity
  at: number
  factor: number
  values: Float64Array
}

function columnsOf(map: LogMap, header: readonly string[], rows: number): Result<Column[], FieldIssue> {
  const columns: Column[] = []
  for (const quantity of LOG_QUANTITIES) {
    const mapped = map.columns[quantity]
    if (!mapped) continue
    const at = header.indexOf(mapped.column.trim())
    if (at < 0)
      return err({
        path: `columns.${quantity}`,
        message: `There is no column “${mapped.column.slice(0, 60)}”. The file has ${header.slice(0, 20).join(', ')}.`,
      })
    columns.push({ quantity, at, factor: UNIT_FACTOR[mapped.unit] * mapped.sign, values: new Float64Array(rows) })
  }
  if (columns.length === 0)
    return err({ path: 'columns', message: 'No column says what it holds. Name at least one of them.' })
  return ok(columns)
}

function clockOf(map: LogMap): Result<RowClock, FieldIssue> {
  try {
    return ok(rowClock(map.time, map.decimal))
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return err({ path: 'time.zone', message: `There is no zone “${(map.time.zone ?? '').slice(0, 60)}”.` })
  }
}

/** The usual step of a log: the middle one of many. */
function periodOf(timeS: Float64Array): number {
  const count = Math.min(timeS.length - 1, 10_001)
  const steps = Float64Array.from({ length: count }, (_, k) => (timeS[k + 1] as number) - (timeS[k] as number)).sort()
  const middle = steps[count >> 1] as number
  // stamps are rounded: a step of 0.2 s is not 0.19999
  return Math.round(middle * 1e6) / 1e6
}

function gapsOf(timeS: Float64Array, periodS: number): LogGap[] {
  const gaps: LogGap[] = []
  for (let k = 1; k < timeS.length; k++) {
    const [fromS, toS] = [timeS[k - 1] as number, timeS[k] as number]
    const missingRows = Math.round((toS - fromS) / periodS) - 1
    if (missingRows >= 1) gaps.push({ fromS, toS, missingRows })
  }
  return gaps
}

/**
 * Reads a meter's or gateway's log by its map. A row without a time, or whose time runs back, is kept aside with its reason; a cell without
 * a figure is a value that is not there, never 0.
 *
 * @returns an issue for what is no such log: a column that is not there, an unknown zone, no rows
 */
export function readPowerLog(text: string, map: LogMap): Result<LoggedPowers, FieldIssue> {
  if (text.length > LOG_BOUNDS.maxBytes)
    return err({
      path: 'file',
      message: `The file is larger than ${LOG_BOUNDS.maxBytes / 1024 / 1024} MB. Cut it into parts.`,
    })
  const { header, rows, firstLine } = logRows(text, map)
  if (header.length > LOG_BOUNDS.maxColumns)
    return err({ path: 'file', message: `More than ${LOG_BOUNDS.maxColumns} columns; this is not read as a log.` })
  if (rows.length > LOG_BOUNDS.maxRows)
    return err({ path: 'file', message: `More than ${LOG_BOUNDS.maxRows} rows; cut the file into parts.` })
  const timeAt = header.indexOf(map.time.column.trim())
  if (timeAt < 0)
    return err({ path: 'time.column', message: `There is no column “${map.time.column.slice(0, 60)}” for the time.` })
  const columns = columnsOf(map, header, rows.length)
  if (!columns.ok) return columns
  const clock = clockOf(map)
  if (!clock.ok) return clock
  const timeS = new Float64Array(rows.length)
  const aside: RowAside[] = []
  let kept = 0
  for (const [k, cells] of rows.entries()) {
    if (cells.length === 1 && cells[0]?.trim() === '') continue
    const cell = cells[timeAt] ?? ''
    const time = clock.value.read(cell)
    const runsBack = time !== null && kept > 0 && time <= (timeS[kept - 1] as number)
    if (time === null || runsBack) {
      const why =
        time === null ? 'This is no time in the form that was said.' : 'Time does not go on from the row before.'
      if (aside.length < LOG_BOUNDS.maxAside)
        aside.push({ line: firstLine + k, column: map.time.column, value: cell.slice(0, 40), why })
      continue
    }
    timeS[kept] = time
    for (const column of columns.value) column.values[kept] = figure(cells[column.at], map.decimal) * column.factor
    kept++
  }
  if (kept < 2) return err({ path: 'file', message: 'Fewer than two rows have a time that can be read.' })
  const times = timeS.slice(0, kept)
  const periodS = periodOf(times)
  if (!(periodS > 0)) return err({ path: 'time', message: 'The times do not go on from row to row.' })
  return ok({
    timeS: times,
    periodS,
    startedAt: clock.value.startedAt(),
    columns: Object.fromEntries(columns.value.map(({ quantity, values }) => [quantity, values.slice(0, kept)])),
    gaps: gapsOf(times, periodS),
    aside,
  })
}
