import { firstIndexAt } from '@/core/outage/firstIndexAt'
import { formatDuration, formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'

/** Two places on the wave, in seconds; `null` for one that is not set. */
export interface WaveCursors {
  a: number | null
  b: number | null
}

export const NO_CURSORS: WaveCursors = { a: null, b: null }

/** Cursors after one more place was pointed at: the first, then the second, then whichever is nearer moves. */
export function placedCursor({ a, b }: WaveCursors, atS: number): WaveCursors {
  if (a === null) return { a: atS, b }
  if (b === null) return { a, b: atS }
  return Math.abs(atS - a) <= Math.abs(atS - b) ? { a: atS, b } : { a, b: atS }
}

interface Channels {
  voltages: readonly { id: string; samples: Float64Array }[]
  sampleRateHz: number
  timesS: Float64Array | null
  nominalHz: number
  /** What each lane under the wave says of a moment. */
  lanesAt: (atS: number) => string[]
}

/** Sample of a channel at a time, of the row nearest before it. */
function valueAt(samples: Float64Array, { sampleRateHz, timesS }: Channels, atS: number): number {
  const row = timesS ? firstIndexAt(timesS, atS) : Math.round(atS * sampleRateHz)
  return samples[Math.min(samples.length - 1, Math.max(0, row))] as number
}

const volts = (value: number) => formatQuantity(Math.round(value * 10) / 10, 'V')

/** What stands at the cursors, and between them: times, values, and the difference in milliseconds, cycles and volts. */
export function cursorRows({ a, b }: WaveCursors, channels: Channels): { label: string; cells: string[] }[] {
  const at = (name: string, timeS: number) => ({
    label: `${name} at ${formatNumber(timeS * 1000, 6)} ms`,
    cells: [
      ...channels.voltages.map(({ samples }) => volts(valueAt(samples, channels, timeS))),
      ...channels.lanesAt(timeS),
    ],
  })
  const rows = [...(a === null ? [] : [at('A', a)]), ...(b === null ? [] : [at('B', b)])]
  if (a === null || b === null) return rows
  const apartS = Math.abs(b - a)
  return [
    ...rows,
    {
      label: `A to B: ${formatDuration(apartS * 1000)}, ${formatNumber(apartS * channels.nominalHz, 3)} cycles`,
      cells: channels.voltages.map(({ samples }) =>
        volts(valueAt(samples, channels, b) - valueAt(samples, channels, a)),
      ),
    },
  ]
}
