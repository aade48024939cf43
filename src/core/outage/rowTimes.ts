import type { SamplingRate } from './recording'

/** A step that differs from the one before by more than this share begins another rate. */
const OTHER_RATE = 0.2

/** Times of rows by the rates: the sample after the last of one rate comes one step of the next rate later. */
export function timesOfRates(rates: readonly SamplingRate[], rows: number): Float64Array {
  const timesS = new Float64Array(rows)
  let startS = 0
  let first = 0
  for (const [k, { rateHz, lastRow }] of rates.entries()) {
    // counted from the last sample of the rate before, so that no sum of steps drifts
    if (k > 0) startS = (timesS[first - 1] as number) + 1 / rateHz
    for (let row = first; row < Math.min(lastRow, rows); row++) timesS[row] = startS + (row - first) / rateHz
    first = lastRow
  }
  return timesS
}

/** Times of rows by their stamps alone; a row without one stands evenly between its neighbours. */
export function timesOfStamps(stamps: Float64Array, stampS: number): Float64Array {
  const timesS = Float64Array.from(stamps, (stamp) => stamp * stampS)
  for (let row = 0; row < timesS.length; row++) {
    if (!Number.isNaN(timesS[row] as number)) continue
    let next = row
    while (next < timesS.length && Number.isNaN(timesS[next] as number)) next++
    const step = row > 1 ? (timesS[row - 1] as number) - (timesS[row - 2] as number) : 0
    const before = row > 0 ? (timesS[row - 1] as number) : 0
    for (let k = row; k < next; k++) {
      const after = timesS[next]
      timesS[k] =
        after === undefined
          ? before + step * (k - row + 1)
          : before + ((after - before) * (k - row + 1)) / (next - row + 1)
    }
    row = next
  }
  const first = timesS[0] ?? 0
  for (let row = 0; row < timesS.length; row++) timesS[row] = (timesS[row] as number) - first
  return timesS
}

/** The step between samples: the whole length over the steps it holds, where a missing row counts as the steps it spans. */
export function typicalStepS(timesS: Float64Array): number {
  const rough = medianStepS(timesS)
  let steps = 0
  for (let k = 1; k < timesS.length; k++)
    steps += Math.max(1, Math.round(((timesS[k] as number) - (timesS[k - 1] as number)) / rough))
  return ((timesS.at(-1) as number) - (timesS[0] as number)) / steps
}

function medianStepS(timesS: Float64Array): number {
  const count = Math.min(timesS.length - 1, 10_001)
  const steps = Float64Array.from({ length: count }, (_, k) => (timesS[k + 1] as number) - (timesS[k] as number)).sort()
  return steps[count >> 1] as number
}

/** Whether each time is later than the one before it. */
export function isAscending(timesS: Float64Array): boolean {
  for (let row = 1; row < timesS.length; row++)
    if (!((timesS[row] as number) > (timesS[row - 1] as number))) return false
  return true
}

/** Rates that stamps show: rows whose steps are alike, each rate from the whole of its stretch, since single stamps are rounded. */
export function ratesOfStamps(timesS: Float64Array): SamplingRate[] {
  const rates: SamplingRate[] = []
  let first = 0
  const close = (last: number) => {
    const steps = last - first
    if (steps < 1) return
    const rateHz = steps / ((timesS[last] as number) - (timesS[first] as number))
    const whole = Math.round(rateHz)
    rates.push({ rateHz: Math.abs(whole - rateHz) < 1e-4 * rateHz ? whole : rateHz, lastRow: last + 1 })
  }
  for (let row = 2; row < timesS.length; row++) {
    const before = (timesS[row - 1] as number) - (timesS[row - 2] as number)
    const step = (timesS[row] as number) - (timesS[row - 1] as number)
    if (Math.abs(step - before) <= OTHER_RATE * Math.max(step, before)) continue
    close(row - 1)
    first = row - 1
  }
  close(timesS.length - 1)
  return rates
}
