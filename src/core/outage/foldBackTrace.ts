import type { TraceChannel, VoltageEvent } from './channelEvents'
import { type CurrentTrace, oneCycleRms, rmsBeforeA, stepSample } from './currentTrace'
import { rmsOver } from './squareSums'

/** An overload that a source folds its voltage back for before it trips, as a recording shows it (T-9). */
export interface FoldBackTrace {
  current: string
  riseS: number
  beforeA: number
  overloadA: number
  /** The voltage passes 98 % of what it was. */
  foldbackStartS: number
  foldbackLowPercent: number
  tripS: number
  heldS: number
  /** `null` where it did not come back in the recording. */
  restartS: number | null
  downS: number | null
  cameBack: boolean | null
}

const FOLDED_SHARE = 0.98
const STEADY_CYCLES = 10
const MOST_LOOKS = 20
const NO_HIGHER = 1.001
/** Of the overload's current: below this the load had not come on yet. */
const RISEN_SHARE = 0.9
/** The rise counts only where the current before it is clearly smaller. */
const TIMES_BEFORE = 1.2
/** Instantaneous voltage, in shares of the nominal peak, that a dead house does not show. */
const ALIVE_SHARE = 0.1

/** Last sample of an event on which the voltage was still there. */
function lastAlive({ wave, even }: TraceChannel, event: VoltageEvent): number {
  const level = ALIVE_SHARE * Math.SQRT2 * wave.nominalV
  const dead = wave.nominalPeriod
  let quiet = 0
  const end = Math.min(
    wave.samples.length - 1,
    Math.round((event.endS ?? even.timeOfS(wave.samples.length)) * wave.rateHz),
  )
  for (let k = Math.max(0, Math.round((event.startS ?? 0) * wave.rateHz)); k < end; k++) {
    quiet = Math.abs(wave.samples[k] as number) < level ? quiet + 1 : 0
    if (quiet >= dead) return k - quiet
  }
  return end
}

/** RMS over the ten cycles before a place; 0 where the recording does not hold them. */
function steadyV({ wave }: TraceChannel, at: number): number {
  const length = STEADY_CYCLES * wave.nominalPeriod
  return at > length ? rmsOver(wave.sums, at - length, length) : 0
}

/**
 * Sample at which the voltage's one-cycle RMS last stood above 98 % of what it was before the ramp. A voltage that goes down slowly is on its
 * way already where its ramp first shows: what it was before is looked for again from each place found, until it is no higher.
 */
function foldStart(channel: TraceChannel, rampFrom: number, onset: number): number {
  const { wave } = channel
  const cycle = wave.nominalPeriod
  let fold = rampFrom
  let beforeV = 0
  for (let look = 0; look < MOST_LOOKS; look++) {
    const steady = fold - 2 * cycle
    const v = steadyV(channel, steady)
    if (v <= NO_HIGHER * beforeV) break
    beforeV = v
    const { middle, rms } = oneCycleRms({ sums: wave.sums, period: cycle }, steady - STEADY_CYCLES * cycle, onset)
    const last = rms.findLastIndex((one) => one >= FOLDED_SHARE * beforeV)
    fold = last < 0 ? fold : (middle[last] as number)
  }
  return fold
}

/** Sample at which the current rose to its overload, going back from the fold; `null` where the recording begins with it. */
function riseSample(trace: CurrentTrace, fold: number, overloadA: number): number | null {
  const { middle, rms } = oneCycleRms(trace, 0, fold)
  for (let k = rms.length - 1; k >= 0; k--)
    if ((rms[k] as number) < RISEN_SHARE * overloadA)
      return stepSample(trace, (middle[k] as number) - trace.period / 2, overloadA)
  return null
}

/**
 * T-9 from a wave: the load steps up, the source holds it, folds its voltage back, trips, and comes back or does not. Only for a gap that
 * the voltage went into slowly; `null` where no current shows what drove it there.
 */
export function foldBackTrace(voltage: TraceChannel, event: VoltageEvent, trace: CurrentTrace): FoldBackTrace | null {
  const { wave, even } = voltage
  if (event.rampFromS === null || event.startS === null) return null
  const onset = event.startS * wave.rateHz
  const fold = foldStart(voltage, event.rampFromS * wave.rateHz, onset)
  const overloadA = rmsBeforeA(trace, fold)
  const rise = riseSample(trace, fold - trace.period / 2, overloadA)
  if (rise === null) return null
  const beforeA = rmsBeforeA(trace, rise - 2)
  if (overloadA < TIMES_BEFORE * beforeA) return null
  const trip = lastAlive(voltage, event)
  const folding = oneCycleRms({ sums: wave.sums, period: wave.nominalPeriod }, fold, trip - wave.nominalPeriod / 2)
  const lowestV = folding.rms.reduce((least, v) => Math.min(least, v), Infinity)
  const tripS = even.timeOfS(trip + 1)
  const foldbackStartS = even.timeOfS(fold)
  const riseS = even.timeOfRowS(even.rowOf(rise))
  return {
    current: trace.id,
    riseS,
    beforeA,
    overloadA,
    foldbackStartS,
    foldbackLowPercent: (100 * lowestV) / wave.nominalV,
    tripS,
    heldS: foldbackStartS - riseS,
    restartS: event.endS,
    downS: event.endS === null ? null : event.endS - tripS,
    cameBack: event.endS === null ? null : true,
  }
}
