import type { RowRange } from './recording'
import type { Wave } from './voltageEvents'

type Sought = Pick<Wave, 'samples' | 'nominalV' | 'nominalPeriod'>

/** Shares of a cycle: what is shorter is a crossing of zero, and of two looks so far apart no crossing has both. */
const LEAST_CYCLES = 1 / 10
const LOOKS_PER_CYCLE = 20
/** Of the nominal peak: below it there is nothing. */
const NOTHING_SHARE = 0.1

/** Where a stretch of nothing around a place begins and ends. */
function stretchAround(samples: Float64Array, at: number, level: number): RowRange {
  let from = at
  let to = at + 1
  while (from > 0 && Math.abs(samples[from - 1] as number) < level) from--
  while (to < samples.length && Math.abs(samples[to] as number) < level) to++
  return { from, to }
}

/** Whether the wave is at nothing there in every cycle, as a supply that is no sine may be: looked for a cycle before, else one after. */
function isCustom({ samples, nominalPeriod }: Sought, { from, to }: RowRange, level: number): boolean {
  const cycle = Math.round(nominalPeriod)
  const away = from >= cycle ? -cycle : cycle
  let most = 0
  for (let k = from; k < to; k++) most = Math.max(most, Math.abs(samples[k + away] ?? 0))
  return most < level
}

/** How far the search has come, and what it found. */
interface BreakSearch {
  at: number
  wasNothing: boolean
  found: RowRange[]
}

function seekBreaks(wave: Sought, to: number, search: BreakSearch): void {
  const { samples, nominalV, nominalPeriod } = wave
  const level = NOTHING_SHARE * Math.SQRT2 * nominalV
  const stride = Math.max(1, Math.floor(nominalPeriod / LOOKS_PER_CYCLE))
  let k = search.at
  let wasNothing = search.wasNothing
  for (; k < to; k += stride) {
    const isNothing = Math.abs(samples[k] as number) < level
    if (isNothing && wasNothing) {
      const stretch = stretchAround(samples, k, level)
      if (stretch.to - stretch.from >= LEAST_CYCLES * nominalPeriod && !isCustom(wave, stretch, level))
        search.found.push(stretch)
      k = Math.max(k, stretch.to - 1)
    }
    wasNothing = isNothing
  }
  search.at = k
  search.wasNothing = wasNothing
}

/**
 * T-2: stretches of a tenth of a cycle or more in which a voltage is at nothing and should not be, sought stretch by stretch: `until`
 * goes on to a sample. A gap of less than half a cycle hardly moves the RMS of one, and none at all where it lies about a crossing of zero.
 *
 * Found are rows of the wave, in order; those of a longer outage are among them.
 *
 * @example
 * const breaks = breakSeeking({ samples, nominalV: 230, nominalPeriod: 200 })
 * breaks.until(samples.length)
 * breaks.found() // [{ from: 3021, to: 3068 }] for 5 ms at 10,000 samples a second
 */
export function breakSeeking(wave: Sought) {
  const search: BreakSearch = { at: 0, wasNothing: false, found: [] }
  return { until: (sample: number) => seekBreaks(wave, sample, search), found: () => search.found }
}
