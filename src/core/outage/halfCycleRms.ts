import { type SquareSums, rmsOver } from './squareSums'

export interface HalfCycleRms {
  /** Sample at which each one-cycle window starts. */
  start: Float64Array
  volts: Float64Array
}

/** What a window's length follows: the rising zero crossings that are known so far, in samples. */
type CrossingsFound = () => Float64Array

/** How far the windows have come. */
interface HalfCycles extends HalfCycleRms {
  count: number
  /** Where the next window starts, and the first crossing behind that. */
  from: number
  nextCrossing: number
}

/** Goes on with every window that ends before a sample. */
function stepUntil(
  to: number,
  sums: SquareSums,
  crossings: Float64Array,
  { nominalPeriod, cycles }: { nominalPeriod: number; cycles: number },
  state: HalfCycles,
): void {
  const { start, volts } = state
  let { count, from, nextCrossing } = state
  while (count < start.length) {
    let period = nominalPeriod
    while (nextCrossing < crossings.length && (crossings[nextCrossing] as number) <= from) nextCrossing++
    if (nextCrossing > cycles && from - (crossings[nextCrossing - 1] as number) < 1.5 * nominalPeriod) {
      const spanned = (crossings[nextCrossing - 1] as number) - (crossings[nextCrossing - 1 - cycles] as number)
      const measured = spanned / cycles
      if (Math.abs(measured - nominalPeriod) < 0.1 * nominalPeriod) period = measured
    }
    if (from + period > to) break
    start[count] = from
    volts[count++] = rmsOver(sums, from, period)
    from += period / 2
  }
  state.count = count
  state.from = from
  state.nextCrossing = nextCrossing
}

/**
 * T-1: Urms(½), the RMS over one cycle refreshed each half cycle, stretch by stretch: `until` goes on to a sample up to which the sums and
 * the crossings are there. The cycle length follows the frequency of the last 10/12 cycles and is nominal while the supply is dead.
 *
 * @param crossings those found so far
 */
export function halfCycleStepping(sums: SquareSums, crossings: CrossingsFound, nominalPeriod: number, cycles: number) {
  const capacity = Math.ceil((2.4 * sums.samples.length) / nominalPeriod) + 4
  const state: HalfCycles = {
    start: new Float64Array(capacity),
    volts: new Float64Array(capacity),
    count: 0,
    from: 0,
    nextCrossing: 0,
  }
  return {
    until: (sample: number) => stepUntil(sample, sums, crossings(), { nominalPeriod, cycles }, state),
    found: (): HalfCycleRms => ({
      start: state.start.subarray(0, state.count),
      volts: state.volts.subarray(0, state.count),
    }),
  }
}

/** T-1 of a whole wave. */
export function halfCycleRms(
  sums: SquareSums,
  crossings: Float64Array,
  nominalPeriod: number,
  cycles: number,
): HalfCycleRms {
  const { until, found } = halfCycleStepping(sums, () => crossings, nominalPeriod, cycles)
  until(sums.samples.length)
  return found()
}
