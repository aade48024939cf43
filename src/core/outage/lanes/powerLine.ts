import type { RowRange } from '../recording'
import type { LaneLine } from './laneLine'

/** A channel on the recording's even grid. */
export interface LaneChannel {
  id: string
  phase: string | null
  samples: Float64Array
  rateHz: number
  skewS: number
  holes: readonly RowRange[]
}

/** The phase that a channel's own label speaks of: `A`, `L2`, `I_c`, `U12` (a voltage between two, which has no power with one current) is none. */
function phaseOf({ phase, id }: LaneChannel): string | null {
  if (phase !== null && phase !== '') return normal(phase)
  const own = /(?:^|[^a-z0-9])?(?:[uvi]|l|ph|phase)?[ _]?([abc123])$/i.exec(id)
  return own?.[1] ? normal(own[1]) : null
}
const normal = (phase: string): string => {
  const last = phase.trim().slice(-1).toUpperCase()
  return { '1': 'A', '2': 'B', '3': 'C' }[last] ?? last
}

/**
 * The voltage that a current flows at: the one of its phase, or the only one there is. `null` where that cannot be told: a power from the wrong phase would
 * be a figure that nobody could deny.
 */
export function voltageOf<T extends LaneChannel>(current: LaneChannel, voltages: readonly T[]): T | null {
  const phase = phaseOf(current)
  const own = phase === null ? [] : voltages.filter((voltage) => phaseOf(voltage) === phase)
  if (own.length === 1) return own[0] ?? null
  const [only, other] = voltages
  return own.length === 0 && only !== undefined && other === undefined && (phase === null || phaseOf(only) === null)
    ? only
    : null
}

/**
 * Power of a current along a recording: the mean of voltage times current over one cycle of nominal length, refreshed each half cycle, at the middle of its
 * window; its sign is that of the clamp's arrow. NaN where either is not known.
 *
 * @throws RangeError where the two are not on one grid
 * @example powerLine(current, voltage, 50).values // Float64Array [1210, 1212, …] in W
 */
export function powerLine(current: LaneChannel, voltage: LaneChannel, nominalHz: number): LaneLine {
  if (current.rateHz !== voltage.rateHz) throw new RangeError('voltage and current are not on one grid')
  const { rateHz } = current
  // the row's own time of each channel: a current sampled later stands at an earlier row
  const shift = Math.round((current.skewS - voltage.skewS) * rateHz)
  const rows = Math.min(current.samples.length, voltage.samples.length)
  const period = Math.max(1, Math.round(rateHz / nominalHz))
  const step = Math.max(1, Math.round(period / 2))
  const count = rows < period ? 0 : Math.floor((rows - period) / step) + 1
  const timesS = new Float64Array(count)
  const values = new Float64Array(count)
  const unknown = [...current.holes, ...voltage.holes]
  for (let k = 0; k < count; k++) {
    const from = k * step
    let sum = 0
    for (let row = from; row < from + period; row++) {
      const at = Math.min(rows - 1, Math.max(0, row + shift))
      sum += (current.samples[row] as number) * (voltage.samples[at] as number)
    }
    const isUnknown = unknown.some((hole) => hole.to > from && hole.from < from + period)
    timesS[k] = (from + period / 2) / rateHz
    values[k] = isUnknown ? NaN : sum / period
  }
  return { id: current.id, timesS, values }
}
