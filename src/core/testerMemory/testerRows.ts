import type { CsvTable } from '../exchange/csvTable'
import { ZoneClock } from '../powerLog/localTime'
import { timePattern } from '../powerLog/timePattern'
import type { TesterMap } from './testerMap'

/** One value of a tester's memory, as the file has it. */
export interface TesterRow {
  line: number
  number: string
  /** Instant of the reading; `null` where the file has no times, `'unreadable'` where this one is none. */
  at: string | 'unreadable' | null
  timeText: string
  place: string
  test: string
  value: string
  unit: string
}

/** Values of one memory that are read at most: a day's work, and a month's. */
export const MOST_TESTER_ROWS = 2000

const UNIT_IN_HEAD = /[([]\s*([^\d()[\]]{1,8})\s*[)\]]\s*$/

/**
 * The values of a table by a map: one a row, or one a row and test where each test has a column of its own. Empty values are passed over.
 *
 * @throws RangeError for a zone that nobody knows
 */
export function testerRows({ header, rows }: CsvTable, map: TesterMap): { rows: TesterRow[]; leftOut: number } {
  const at = (column: string | null) => (column === null ? -1 : header.indexOf(column))
  const [number, time, place, test, how, value, unit] = [
    map.number,
    map.time,
    map.place,
    map.test,
    map.how,
    map.value,
    map.unit,
  ].map(at) as [number, number, number, number, number, number, number]
  const parse = timePattern(map.timeFormat)
  const clock = new ZoneClock(map.zone)
  const instantOf = (text: string): TesterRow['at'] => {
    if (time < 0 || text === '') return null
    const local = parse(text)
    return local?.hasDate ? new Date(clock.instantMs(local.localMs, null)).toISOString() : 'unreadable'
  }
  const wide = map.tests.map((column) => ({ column, at: at(column), unit: UNIT_IN_HEAD.exec(column)?.[1] ?? '' }))
  const read = rows.flatMap(({ line, cells }): TesterRow[] => {
    const cell = (index: number) => (index < 0 ? '' : (cells[index] ?? ''))
    const common = {
      line,
      number: cell(number),
      at: instantOf(cell(time)),
      timeText: cell(time),
      place: cell(place),
    }
    const values =
      map.value === null
        ? wide.map((one) => ({ test: one.column, value: cell(one.at), unit: one.unit }))
        : [{ test: [cell(test), cell(how)].filter(Boolean).join(' '), value: cell(value), unit: cell(unit) }]
    return values.filter((one) => one.value !== '').map((one) => ({ ...common, ...one }))
  })
  return { rows: read.slice(0, MOST_TESTER_ROWS), leftOut: Math.max(0, read.length - MOST_TESTER_ROWS) }
}
