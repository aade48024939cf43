import { isWithin } from './dailyHours'

/** What a kilowatt-hour costs from the street, and what the street pays for one, in each step of the year. */
export interface Prices {
  importPerKWh: Float64Array
  exportPerKWh: Float64Array
}

interface ExportPrices {
  exportPrice: number
  /** Hours in which the street pays another price. */
  exportPeak?: { price: number; fromHour: number; toHour: number }
}

export type Tariff = ExportPrices &
  (
    | { kind: 'flat'; importPrice: number }
    | { kind: 'twoRate'; peakPrice: number; offpeakPrice: number; fromHour: number; toHour: number }
    | { kind: 'file'; prices: Float64Array }
  )

/** A figure for each step of a year, by the hour of its day. */
const byHour = (n: number, stepH: number, of: (hour: number) => number) =>
  Float64Array.from({ length: n }, (_, k) => of((k * stepH) % 24))

/** A file's prices in steps of a year. */
function stepped(prices: Float64Array, n: number, stepH: number): Float64Array {
  const many = n / prices.length
  if (many === 1) return prices
  if (Number.isInteger(many)) return Float64Array.from({ length: n }, (_, k) => prices[Math.floor(k / many)] as number)
  if (!Number.isInteger(1 / many))
    throw new RangeError(`The price file has ${prices.length} rows; a year at ${stepH} h has ${n}.`)
  const fine = Math.round(1 / many)
  return Float64Array.from(
    { length: n },
    (_, k) => prices.subarray(k * fine, (k + 1) * fine).reduce((sum, price) => sum + price, 0) / fine,
  )
}

function importOf(tariff: Tariff, n: number, stepH: number): Float64Array {
  switch (tariff.kind) {
    case 'flat':
      return new Float64Array(n).fill(tariff.importPrice)
    case 'twoRate':
      return byHour(n, stepH, (hour) => (isWithin(hour, tariff) ? tariff.offpeakPrice : tariff.peakPrice))
    case 'file':
      return stepped(tariff.prices, n, stepH)
  }
}

/**
 * A tariff written out for every step of a year (P-14); hours may go past midnight.
 *
 * @throws RangeError for a price file that does not cover the year
 * @example pricesOf({ kind: 'flat', importPrice: 0.3, exportPrice: 0.08 }, 1).importPerKWh.length // => 8760
 */
export function pricesOf(tariff: Tariff, stepH: number): Prices {
  const n = Math.round(8760 / stepH)
  const { exportPrice, exportPeak } = tariff
  return {
    importPerKWh: importOf(tariff, n, stepH),
    exportPerKWh: byHour(n, stepH, (hour) =>
      exportPeak && isWithin(hour, exportPeak) ? exportPeak.price : exportPrice,
    ),
  }
}
