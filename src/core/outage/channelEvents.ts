import { type Edge, leavingEdge, returningEdge } from './edges'
import type { EvenSamples } from './evenSamples'
import { cyclesAveraged, meanFrequencyHz } from './frequency'
import { type HalfCycleRms, halfCycleRms, rmsOver } from './halfCycleRms'
import type { PhaseTrack } from './phaseTrack'
import type { AnalogChannel, RowRange } from './recording'
import { type CoarseEvent, type Wave, coarseEvents, residualShare } from './voltageEvents'
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
export interface TraceChannel {
  id: string
  phase: string | null
  skewS: number
  even: EvenSamples
  wave: Wave
  rms: HalfCycleRms
  track: PhaseTrack
  events: VoltageEvent[]
  /** The longest bracket that the half-cycle figure alone gives to a gap. */
  halfCycleGapMs: number
}

const GAP_BELOW = 0.1
/** A residual that changes by more than this once the end is known asks for the end once more. */
const RESIDUAL_STEADY = 0.05

/** Half-cycle RMS with the windows that touch a stretch nobody knows taken out. */
function withHoles({ start, volts }: HalfCycleRms, period: number, holes: readonly RowRange[]): Float64Array {
  if (holes.length === 0) return volts
  return volts.map((v, k) => {
    const from = start[k] as number
    return holes.some((hole) => from < hole.to && from + period > hole.from) ? NaN : v
  })
}

/** RMS over 10/12 cycles that end (or begin) at a place; `null` where the recording does not hold them. */
export function settledRms({ wave, track }: Pick<TraceChannel, 'wave' | 'track'>, at: number, side: -1 | 1) {
  const length = cyclesAveraged(track.nominalHz) * wave.nominalPeriod
  const from = side < 0 ? at - length : at
  if (from < 0 || from + length > wave.samples.length - 1) return null
  return rmsOver(wave.sums, from, length)
}

type Unfinished = Omit<TraceChannel, 'events' | 'halfCycleGapMs'>

function startOf(channel: Unfinished, coarseStart: number, openStart: boolean): Edge | null {
  if (openStart) return null
  const { wave, track } = channel
  const cycles = cyclesAveraged(track.nominalHz)
  const stretch = (cycles + 2) * wave.nominalPeriod
  const hz = meanFrequencyHz(wave.samples, Math.floor(coarseStart - stretch), wave.rateHz, track.nominalHz)
  const period = hz === null ? wave.nominalPeriod : wave.rateHz / hz
  const healthyV = settledRms(channel, coarseStart - 4 * wave.nominalPeriod, -1) ?? wave.nominalV
  return leavingEdge(wave, coarseStart, period, healthyV)
}

/** The period just after a return, where an island's frequency may still be settling: from the first cycles' crossings, the mean as start. */
function periodAfter({ wave, track }: Unfinished, coarseBack: number): number {
  const { samples, rateHz, nominalPeriod } = wave
  const from = coarseBack + nominalPeriod
  const hz = meanFrequencyHz(samples, Math.ceil(from), rateHz, track.nominalHz)
  if (hz === null) return nominalPeriod
  const period = rateHz / hz
  const crossings: number[] = []
  for (let k = Math.ceil(from) + 1; k < from + 6 * period && k < samples.length; k++) {
    const a = samples[k - 1] as number
    const b = samples[k] as number
    if (a < 0 && b >= 0 && (crossings.length === 0 || k - (crossings.at(-1) as number) > 0.7 * period))
      crossings.push(k - 1 + a / (a - b))
  }
  if (crossings.length < 5) return period
  const measured = ((crossings.at(-1) as number) - (crossings[0] as number)) / (crossings.length - 1)
  return Math.abs(measured - period) < 0.02 * period ? measured : period
}

/** Where the voltage is back, and how low it was. */
function endOf(channel: Unfinished, start: number, coarseBack: number, referencePeak: number) {
  const { wave } = channel
  const roughEnd = Math.max(start + 2, Math.min(coarseBack, wave.samples.length - 2))
  const period = periodAfter(channel, coarseBack)
  const settledV = settledRms(channel, coarseBack + 3 * wave.nominalPeriod, 1) ?? wave.nominalV
  const edgeFor = (residual: number) => returningEdge(wave, { start, coarseBack: roughEnd, residual }, period, settledV)
  const rough = residualShare(wave, start, roughEnd, referencePeak)
  const end = edgeFor(rough)
  const residual = residualShare(wave, start, end.sample, referencePeak)
  return { residual, end: Math.abs(residual - rough) > RESIDUAL_STEADY ? edgeFor(residual) : end }
}

function eventOf(channel: Unfinished, { from, openStart, back, seenTo }: CoarseEvent): VoltageEvent {
  const { wave, rms, even, skewS } = channel
  const edge = startOf(channel, rms.start[from] as number, openStart)
  const start = edge?.sample ?? 0
  const healthyV = edge === null ? null : settledRms(channel, start - 2, -1)
  const referencePeak = Math.SQRT2 * (healthyV ?? wave.nominalV)
  const lastSeen = Math.min(wave.samples.length - 1, (rms.start[seenTo] as number) + 2 * wave.nominalPeriod)
  const whole = back === null ? null : endOf(channel, start, rms.start[back] as number, referencePeak)
  const residual = whole?.residual ?? residualShare(wave, start, lastSeen - 1, referencePeak)
  const timeS = (row: number) => even.timeOfRowS(row) + skewS
  // an onset between two rows, as a ramp has it, keeps its own moment; a sharp edge is a row of the file
  const momentS = (sample: number, row: number) =>
    Number.isInteger(sample) ? timeS(row) : even.timeOfS(sample) + skewS
  const startSample = edge === null ? null : even.rowOf(start)
  const endSample = whole === null ? null : even.rowOf(whole.end.sample)
  const startS = startSample === null ? null : momentS(start, startSample)
  const endS = endSample === null || whole === null ? null : momentS(whole.end.sample, endSample)
  const seenFromS = startS ?? even.timeOfS(0)
  const seenToS =
    endS ??
    (back === null && seenTo === rms.volts.length - 1
      ? timeS(even.rowOf(wave.samples.length - 1))
      : even.timeOfS(lastSeen))
  return {
    kind: residual < GAP_BELOW ? 'gap' : 'dip',
    startS,
    endS,
    startSample,
    endSample,
    durationMs: startS === null || endS === null ? null : 1000 * (endS - startS),
    residualPercent: 100 * residual,
    lostEnergyMs: edge === null || whole === null ? null : lostEnergyMs(wave, start, whole.end.sample),
    seenMs: 1000 * (seenToS - seenFromS),
    rampFromS: edge?.ramp ? even.timeOfS(edge.rampFrom) + skewS : null,
    rampToS: whole?.end.ramp ? even.timeOfS(whole.end.rampFrom) + skewS : null,
  }
}

function lostEnergyMs({ sums, rateHz, nominalV }: Wave, start: number, end: number): number {
  const length = end - start
  if (length <= 0) return 0
  return ((1000 * length) / rateHz) * (1 - (rmsOver(sums, start, length) / nominalV) ** 2)
}

/** T-1, T-2: finds the gaps and dips of one voltage channel. */
export function traceChannel(
  { id, phase, skewS }: AnalogChannel,
  even: EvenSamples,
  nominalV: number,
  nominalHz: number,
): TraceChannel {
  const { samples, rateHz } = even
  const nominalPeriod = rateHz / nominalHz
  const { sums, crossings, track } = waveSums(even, nominalV, nominalHz, skewS)
  const wave: Wave = { samples, sums, rateHz, nominalV, nominalPeriod }
  const rms = halfCycleRms(sums, crossings, nominalPeriod, cyclesAveraged(nominalHz))
  const channel: Unfinished = { id, phase, skewS, even, wave, rms, track }
  const coarse = coarseEvents(withHoles(rms, nominalPeriod, even.holes), nominalV)
  const events = coarse.map((event) => eventOf(channel, event))
  const brackets = coarse.map(({ from, back }, k) =>
    events[k]?.kind === 'gap' && back !== null
      ? (1000 * ((rms.start[back] as number) - (rms.start[from] as number))) / rateHz
      : 0,
  )
  return { ...channel, events, halfCycleGapMs: Math.max(0, ...brackets) }
}
