import type { Edge } from './edges'
import type { EvenSamples } from './evenSamples'
import { type WaveChannel, leavesAt, returnsAt } from './eventEnds'
import type { HalfCycleRms } from './halfCycleRms'
import type { AnalogChannel, RowRange } from './recording'
import { settledRms } from './settledRms'
import { rmsOver } from './squareSums'
import { type CoarseEvent, type Wave, coarseEvents, meanOf, residualShare } from './voltageEvents'
import { waveSums } from './waveSums'

/** One stretch without full voltage on one channel; times in s from the first row, samples are rows of the file from 0. */
export interface VoltageEvent {
  /** A gap falls below 10 % of nominal; a dip stays above it and is no outage. */
  kind: 'gap' | 'dip'
  /** `null` when it began before the recording. */
  startS: number | null
  /** `null` when the recording ends before the voltage is back for good. */
  endS: number | null
  startSample: number | null
  endSample: number | null
  durationMs: number | null
  residualPercent: number
  /** ∫(1 − (u/Un)²)dt: times the power before it is the energy that was missing. `null` for one that is not whole. */
  lostEnergyMs: number | null
  /** What of it lies in the recording. */
  seenMs: number
  /** The voltage left slowly, from this moment on; `null` for a sharp edge. */
  rampFromS: number | null
  /** The voltage came back slowly, until this moment; `null` for a sharp edge. */
  rampToS: number | null
}

/** A voltage channel on its even grid, with what the analysis looks at again and again. */
export interface TraceChannel extends WaveChannel {
  events: VoltageEvent[]
  /** The longest bracket that the half-cycle figure alone gives to a gap. */
  halfCycleGapMs: number
}

const GAP_BELOW = 0.1

/** Half-cycle RMS with the windows that touch a stretch nobody knows taken out. */
function withHoles({ start, volts }: HalfCycleRms, period: number, holes: readonly RowRange[]): Float64Array {
  if (holes.length === 0) return volts
  return volts.map((v, k) => {
    const from = start[k] as number
    return holes.some((hole) => from < hole.to && from + period > hole.from) ? NaN : v
  })
}

/** What is known of an event's two ends: `null` for one that the recording does not hold. */
interface EventEnds {
  leaves: Edge | null
  /** Where the voltage is back and how low it was; `null` where it is not back for good. */
  returns: { end: Edge; residual: number } | null
  /** Of one that is not back: the last sample that was seen of it. */
  lastSeen: number
  /** It is not back where the recording ends. */
  isSeenToTheEnd: boolean
}

/** Peak of the wave that should have been there. */
function referencePeakOf(channel: WaveChannel, leaves: Edge | null): number {
  const healthyV = leaves === null ? null : settledRms(channel, leaves.sample - 2, -1)
  return Math.SQRT2 * (healthyV ?? channel.wave.nominalV)
}

function eventBetween(channel: WaveChannel, { leaves, returns, lastSeen, isSeenToTheEnd }: EventEnds): VoltageEvent {
  const { wave, even, skewS } = channel
  const start = leaves?.sample ?? 0
  const residual = returns?.residual ?? residualShare(wave, start, lastSeen - 1, referencePeakOf(channel, leaves))
  const timeS = (row: number) => even.timeOfRowS(row) + skewS
  // an onset between two rows, as a ramp has it, keeps its own moment; a sharp edge is a row of the file
  const momentS = (sample: number, row: number) =>
    Number.isInteger(sample) ? timeS(row) : even.timeOfS(sample) + skewS
  const startSample = leaves === null ? null : even.rowOf(start)
  const endSample = returns === null ? null : even.rowOf(returns.end.sample)
  const startS = startSample === null ? null : momentS(start, startSample)
  const endS = endSample === null || returns === null ? null : momentS(returns.end.sample, endSample)
  const seenToS = endS ?? (isSeenToTheEnd ? timeS(even.rowOf(wave.samples.length - 1)) : even.timeOfS(lastSeen))
  return {
    kind: residual < GAP_BELOW ? 'gap' : 'dip',
    startS,
    endS,
    startSample,
    endSample,
    durationMs: startS === null || endS === null ? null : 1000 * (endS - startS),
    residualPercent: 100 * residual,
    lostEnergyMs: leaves === null || returns === null ? null : lostEnergyMs(wave, start, returns.end.sample),
    seenMs: 1000 * (seenToS - (startS ?? even.timeOfS(0))),
    rampFromS: leaves?.ramp ? even.timeOfS(leaves.rampFrom) + skewS : null,
    rampToS: returns?.end.ramp ? even.timeOfS(returns.end.rampFrom) + skewS : null,
  }
}

function eventOf(channel: WaveChannel, { from, openStart, back, seenTo }: CoarseEvent): VoltageEvent {
  const { wave, rms } = channel
  const leaves = leavesAt(channel, rms.start[from] as number, openStart)
  const start = leaves?.sample ?? 0
  return eventBetween(channel, {
    leaves,
    returns:
      back === null ? null : returnsAt(channel, start, rms.start[back] as number, referencePeakOf(channel, leaves)),
    lastSeen: Math.min(wave.samples.length - 1, (rms.start[seenTo] as number) + 2 * wave.nominalPeriod),
    isSeenToTheEnd: back === null && seenTo === rms.volts.length - 1,
  })
}

/** A gap too short for the RMS of a cycle to show: its edges sample by sample; `null` for what is none after all. */
function shortGapOf(channel: WaveChannel, { from, to }: RowRange): VoltageEvent | null {
  const leaves = leavesAt(channel, from, false)
  if (leaves === null) return null
  const returns = returnsAt(channel, leaves.sample, to, referencePeakOf(channel, leaves))
  const event = eventBetween(channel, { leaves, returns, lastSeen: to, isSeenToTheEnd: false })
  return event.kind === 'gap' ? event : null
}

/** Whole cycles of an event say how far the recorder stands off zero; that is no voltage of the house. */
function lostEnergyMs({ samples, sums, rateHz, nominalV, nominalPeriod }: Wave, start: number, end: number): number {
  const length = end - start
  if (length <= 0) return 0
  const whole = Math.floor(length / nominalPeriod) * nominalPeriod
  const offsetV = meanOf(samples, start, start + whole)
  const square = rmsOver(sums, start, length) ** 2 - offsetV ** 2
  return ((1000 * length) / rateHz) * (1 - Math.max(0, square) / nominalV ** 2)
}

/** Whether a stretch touches one that nobody knows, or lies in what the RMS of a cycle shows already. */
function isToldAlready(channel: WaveChannel, { from, to }: RowRange, coarse: readonly CoarseEvent[]): boolean {
  const { rms, wave, even } = channel
  const cycle = wave.nominalPeriod
  return (
    even.holes.some((hole) => from < hole.to + cycle && to + cycle > hole.from) ||
    coarse.some((event) => {
      const until = event.back === null ? Infinity : (rms.start[event.back] as number) + cycle
      return to > (rms.start[event.from] as number) - cycle && from < until
    })
  )
}

const byStart = (a: VoltageEvent, b: VoltageEvent) => (a.startS ?? -Infinity) - (b.startS ?? -Infinity)

/** T-1, T-2: finds the gaps and dips of one voltage channel. */
export function traceChannel(
  { id, phase, skewS }: AnalogChannel,
  even: EvenSamples,
  nominalV: number,
  nominalHz: number,
): TraceChannel {
  const { samples, rateHz } = even
  const nominalPeriod = rateHz / nominalHz
  const { sums, rms, track, breaks } = waveSums(even, nominalV, nominalHz, skewS)
  const wave: Wave = { samples, sums, rateHz, nominalV, nominalPeriod }
  const channel: WaveChannel = { id, phase, skewS, even, wave, rms, track }
  const coarse = coarseEvents(withHoles(rms, nominalPeriod, even.holes), nominalV)
  const shown = coarse.map((event) => eventOf(channel, event))
  const short = breaks.flatMap((stretch) =>
    isToldAlready(channel, stretch, coarse) ? [] : (shortGapOf(channel, stretch) ?? []),
  )
  const brackets = coarse.map(({ from, back }, k) =>
    shown[k]?.kind === 'gap' && back !== null
      ? (1000 * ((rms.start[back] as number) - (rms.start[from] as number))) / rateHz
      : 0,
  )
  return { ...channel, events: [...shown, ...short].sort(byStart), halfCycleGapMs: Math.max(0, ...brackets) }
}
