import { formatWhole } from '../quantity/formatQuantity'
import { MONTH_DAYS } from '../plan/yearProfile'
import { type FieldIssue, type Result, err, ok } from '../result'
import { type RowAside, guessColumn, readCsvTable, readDecimal } from './csvTable'

export const SERIES_UNITS = ['kWh', 'Wh', 'W', 'kW', 'price'] as const
/** What a column holds: energy of each step, mean power, or a price per kWh. */
export type SeriesUnit = (typeof SERIES_UNITS)[number]

export interface SeriesMapping {
  /** Column of the time stamps; −1 when the file has none and begins on 1 January. */
  timeColumn: number
  valueColumn: number
  unit: SeriesUnit
}

export interface YearSeries {
  stepH: number
  /** Watts, or a price per kWh; from 1 January 00:00 of a 365-day year. */
  values: Float64Array
  aside: RowAside[]
  /** What was done to make a year of it, in words. */
  notes: string[]
}

const ROWS: Readonly<Record<number, { stepH: number; leap: boolean }>> = {
  8760: { stepH: 1, leap: false },
  8784: { stepH: 1, leap: true },
  17520: { stepH: 0.5, leap: false },
  17568: { stepH: 0.5, leap: true },
  35040: { stepH: 0.25, leap: false },
  35136: { stepH: 0.25, leap: true },
}
/** Rows that may be bad before the file is refused as a whole. */
const MOST_ASIDE_SHARE = 0.01

/** Guesses which columns hold time and value, and the unit from the header's own words. */
export function guessSeriesMapping(header: readonly string[]): SeriesMapping {
  const timeColumn = guessColumn(header, ['time', 'timestamp', 'start', 'date', 'datetime', 'interval start', 'from'])
  const named = guessColumn(header, [
    'kWh',
    'consumption',
    'import',
    'energy',
    'load_W',
    'load',
    'pv_W',
    'value',
    'price',
    'power',
  ])
  const valueColumn = named >= 0 ? named : header.findIndex((_, k) => k !== timeColumn)
  const head = (header[valueColumn] ?? '').toLowerCase()
  const unit: SeriesUnit = /price|tariff|per.?kwh|\/kwh/.test(head)
    ? 'price'
    : /kwh/.test(head)
      ? 'kWh'
      : /wh/.test(head)
        ? 'Wh'
        : /kw/.test(head)
          ? 'kW'
          : /_w$|\bw\b|watt/.test(head)
            ? 'W'
            : 'kWh'
  return { timeColumn, valueColumn, unit }
}

/** Day of the year, 0 for 1 January, and month and day, of a stamp written as ISO or day first. */
function dayOf(text: string): { month: number; day: number } | null {
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})/.exec(text)
  const dayFirst = /^(\d{1,2})[./](\d{1,2})[./](\d{4})/.exec(text)
  const [month, day] = iso
    ? [Number(iso[2]), Number(iso[3])]
    : dayFirst
      ? [Number(dayFirst[2]), Number(dayFirst[1])]
      : [0, 0]
  return month >= 1 && month <= 12 && day >= 1 && day <= 31 ? { month, day } : null
}

const dayOfYear = ({ month, day }: { month: number; day: number }) =>
  MONTH_DAYS.slice(0, month - 1).reduce((sum, days) => sum + days, 0) + day - 1

const factorOf = (unit: SeriesUnit, stepH: number): number =>
  ({ kWh: 1000 / stepH, Wh: 1 / stepH, W: 1, kW: 1000, price: 1 })[unit]

/**
 * Reads a year of metering, PV or prices: 8,760 hours, 17,520 half or 35,040 quarter hours (or a leap year's, whose 29 February is left out),
 * brought to begin on 1 January by the first stamp. Cells that are no figure are kept aside by line and filled with the same time of the
 * day before; with more than 1 % of them, or any other number of rows, the whole is refused, since a year with a hole lies about every night after it.
 */
export function readSeriesCsv(text: string, mapping: SeriesMapping | null): Result<YearSeries, FieldIssue> {
  const table = readCsvTable(text)
  if (!table.ok) return table
  const { header, rows } = table.value
  const { timeColumn, valueColumn, unit } = mapping ?? guessSeriesMapping(header)
  if (!(valueColumn >= 0 && valueColumn < header.length))
    return err({
      path: 'valueColumn',
      message: `Say which column holds the figures; the file has ${header.join(', ')}.`,
    })
  const shape = ROWS[rows.length]
  if (!shape)
    return err({
      path: 'file',
      message: `The profile has ${formatWhole(rows.length)} rows; a year has 8 760 hours, 17 520 half hours or 35 040 quarter hours.`,
    })
  const { stepH, leap } = shape
  const perDay = Math.round(24 / stepH)
  const notes: string[] = []
  const aside: RowAside[] = []
  const factor = factorOf(unit, stepH)
  const first = timeColumn >= 0 ? dayOf(rows[0]?.cells[timeColumn] ?? '') : null
  const raw = new Float64Array(rows.length)
  rows.forEach(({ line, cells }, k) => {
    const cell = cells[valueColumn] ?? ''
    const value = readDecimal(cell)
    if (value === null || (unit !== 'price' && value < 0)) {
      aside.push({
        line,
        column: header[valueColumn] ?? '',
        value: cell.slice(0, 60),
        why: 'is no figure of 0 or more',
      })
      raw[k] = k >= perDay ? (raw[k - perDay] as number) : 0
    } else raw[k] = value * factor
  })
  if (aside.length > MOST_ASIDE_SHARE * rows.length)
    return err({
      path: header[valueColumn] ?? 'file',
      message: `${formatWhole(aside.length)} of ${formatWhole(rows.length)} rows hold no figure, the first in line ${aside[0]?.line}: “${aside[0]?.value}”. Nothing was taken in.`,
    })
  if (aside.length > 0)
    notes.push(`${aside.length} row${aside.length === 1 ? '' : 's'} without a figure took the value of the day before.`)
  const startDay = first ? dayOfYear(first) : 0
  if (timeColumn >= 0 && first === null)
    notes.push('The first time stamp cannot be read; the year is taken to begin on 1 January.')
  if (startDay > 0)
    notes.push(`The file begins on ${rows[0]?.cells[timeColumn]?.slice(0, 10)}; it was turned to begin on 1 January.`)
  let values = raw
  if (leap) {
    // its place in the file follows from where the file begins
    const at = (59 - startDay + 366) % 366
    values = Float64Array.from([...raw.subarray(0, at * perDay), ...raw.subarray((at + 1) * perDay)])
    notes.push('29 February was left out.')
  }
  if (startDay > 0) {
    const turn = (365 - startDay) * perDay
    values = Float64Array.from([...values.subarray(turn), ...values.subarray(0, turn)])
  }
  return ok({ stepH, values, aside, notes })
}
