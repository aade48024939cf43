import type { RulePack } from '../rules/rulePack'
import { RULE_PACKS } from '../rules/packs'
import { evenSamples } from './evenSamples'
import { cyclesAveraged, meanFrequencyHz, nearestNominalHz } from './frequency'
import { type HalfCycleRms, halfCycleRms, risingCrossings, rmsOver, squarePrefix } from './halfCycleRms'
import type { Recording } from './recording'
import { RecordingError } from './recording'
import { type RideThroughClass, rideThroughClass } from './rideThrough'
import { type Wave, coarseEvents, departureSample, residualShare, returnSample } from './voltageEvents'

/** One stretch without full voltage on one channel; times in s from the first row, samples are rows of the file from 0. */
export interface VoltageEvent {
  /** A gap falls below 10 % of nominal; a dip stays above it and is no outage. */
  kind: 'gap' | 'dip'
  startS: number
  /** `null` when the recording ends before the voltage is back for good. */
  endS: number | null
  startSample: number
  endSample: number | null
  durationMs: number | null
  residualPercent: number
}

export interface Gap {
  startS: number
  endS: number
  longestPhaseMs: number
  overallMs: number
  rideThroughClass: RideThroughClass
  /** The bracket the half-cycle figure alone would give. */
  halfCycleGapMs: number
}

export interface RecordingAnalysis {
  nominalV: number
  nominalHz: number
  sampleRateHz: number
  durationS: number
  voltageIds: string[]
  /** `null` when no voltage fell below 10 % and came back within the recording. */
  gap: Gap | null
  events: Record<string, VoltageEvent[]>
  /** RMS over 10/12 cycles before the first event (of the whole, without one). */
  rmsBeforeV: Record<string, number | null>
  frequency: { beforeHz: number | null }
  /** A gap whose return the recording does not hold. */
  unfinished: boolean
}

export interface ChannelSeries {
  id: string
  rmsTimeS: Float64Array
  rmsV: Float64Array
}

export interface AnalysedRecording {
  analysis: RecordingAnalysis
  series: ChannelSeries[]
}

/** Line-to-neutral voltages a house can have when no rule pack says which. */
const KNOWN_NOMINAL_V = [100, 120, 230]

function nominalVoltage(samples: Float64Array, rateHz: number, pack: RulePack | null): number {
  if (pack) return pack.nominalV
  const half = rmsOver(
    squarePrefix(samples.subarray(0, Math.ceil(rateHz / 5) + 1)),
    0,
    Math.min(samples.length - 1, rateHz / 5),
  )
  return KNOWN_NOMINAL_V.reduce((best, v) => (Math.abs(v - half) < Math.abs(best - half) ? v : best))
}

/**
 * T-1, T-2, T-6: reads gap, dips, RMS and frequency before, out of a recorder's file; the longest phase decides the ride-through class.
 * Nominal values come from the rule pack, or from the file and its first cycles without one.
 *
 * @param progress called with 0…1 as channels are done
 * @throws RecordingError when there is no voltage channel or the rate is too low for a wave
 */
export function analyseRecording(
  recording: Recording,
  pack: RulePack | null,
  progress?: (share: number) => void,
): AnalysedRecording {
  const voltages = recording.analog.filter(({ unit }) => unit === 'V')
  const [first] = voltages
  if (!first) throw new RecordingError('the recording has no voltage channel', { file: recording.form })
  const nominalHz = pack?.nominalHz ?? recording.nominalHz ?? nearestNominalHz(first.samples, recording.sampleRateHz)
  if (recording.sampleRateHz < 20 * nominalHz)
    throw new RecordingError(
      `${Math.round(recording.sampleRateHz)} samples a second are too few for a wave; at least ${20 * nominalHz} are needed`,
      { file: recording.form },
    )
  if (first.samples.length < (10 * recording.sampleRateHz) / nominalHz)
    throw new RecordingError('the recording is shorter than ten cycles', { file: recording.form })
  const rules =
    pack ??
    Object.values(RULE_PACKS).find((candidate) => candidate.nominalHz === nominalHz) ??
    RULE_PACKS['iec-1ph-230']

  const channels = voltages.map((channel, k) => {
    const nominalV = nominalVoltage(first.samples, recording.sampleRateHz, pack)
    const result = analyseChannel(recording, channel.samples, nominalV, nominalHz)
    progress?.((k + 1) / voltages.length)
    return { id: channel.id, nominalV, ...result }
  })
  const gap = mainGap(
    channels.map(({ events, halfCycleGapMs }) => ({ events, halfCycleGapMs })),
    rules,
  )
  return {
    analysis: {
      nominalV: channels[0]?.nominalV ?? rules.nominalV,
      nominalHz,
      sampleRateHz: recording.sampleRateHz,
      durationS: first.samples.length / recording.sampleRateHz,
      voltageIds: channels.map(({ id }) => id),
      gap,
      events: Object.fromEntries(channels.map(({ id, events }) => [id, events])),
      rmsBeforeV: Object.fromEntries(channels.map(({ id, rmsBeforeV }) => [id, rmsBeforeV])),
      frequency: { beforeHz: channels[0]?.beforeHz ?? null },
      unfinished: channels.some(({ events }) => events.some(({ kind, endS }) => kind === 'gap' && endS === null)),
    },
    series: channels.map(({ id, rms, timeOfS, period }) => ({
      id,
      rmsTimeS: Float64Array.from(rms.start, (start) => timeOfS(start + period / 2)),
      rmsV: Float64Array.from(rms.volts),
    })),
  }
}

interface AnalysedChannel {
  events: VoltageEvent[]
  halfCycleGapMs: number
  rmsBeforeV: number | null
  beforeHz: number | null
  rms: HalfCycleRms
  timeOfS: (sample: number) => number
  period: number
}

function analyseChannel(recording: Recording, raw: Float64Array, nominalV: number, nominalHz: number): AnalysedChannel {
  const even = evenSamples(recording, raw)
  const { samples, rateHz } = even
  const nominalPeriod = rateHz / nominalHz
  const cycles = cyclesAveraged(nominalHz)
  const prefix = squarePrefix(samples)
  const wave: Wave = { samples, prefix, rateHz, nominalV, nominalPeriod }
  const rms = halfCycleRms(prefix, risingCrossings(samples, Math.SQRT2 * nominalV), nominalPeriod, cycles)
  const events: VoltageEvent[] = []
  let halfCycleGapMs = 0
  let before: { rmsV: number | null; hz: number | null } | null = null
  for (const coarse of coarseEvents(rms, nominalV)) {
    const coarseStart = rms.start[coarse.from] as number
    const stretch = (cycles + 2) * nominalPeriod
    const beforeHz = meanFrequencyHz(samples, Math.floor(coarseStart - stretch), rateHz, nominalHz)
    const period = beforeHz === null ? nominalPeriod : rateHz / beforeHz
    const start = departureSample(wave, coarseStart, period) ?? Math.round(coarseStart)
    const settled = start - cycles * period - 2
    const rmsV = settled >= 0 ? rmsOver(prefix, settled, cycles * period) : null
    const steadyHz = settled >= 0 ? meanFrequencyHz(samples, Math.floor(settled), rateHz, nominalHz) : null
    const event = { startS: even.timeOfRowS(even.rowOf(start)), startSample: even.rowOf(start) }
    const referencePeak = Math.SQRT2 * (rmsV ?? nominalV)
    if (coarse.back === null) {
      const residual = residualShare(wave, start, samples.length - 2, referencePeak)
      const kind = residual < 0.1 ? 'gap' : 'dip'
      if (kind === 'gap' || before === null) before = { rmsV, hz: steadyHz }
      events.push({ ...event, kind, endS: null, endSample: null, durationMs: null, residualPercent: 100 * residual })
      continue
    }
    const coarseBack = rms.start[coarse.back] as number
    const afterHz = meanFrequencyHz(samples, Math.ceil(coarseBack + nominalPeriod), rateHz, nominalHz)
    const periodAfter =
      afterHz === null ? nominalPeriod : nearPeriod(samples, coarseBack + nominalPeriod, rateHz, afterHz)
    const roughEnd = Math.max(start + 2, Math.min(coarseBack, samples.length - 2))
    const residual = residualShare(wave, start, roughEnd, referencePeak)
    let end = returnSample(wave, { start, coarseBack: roughEnd, residual }, periodAfter)
    const finer = residualShare(wave, start, end, referencePeak)
    if (Math.abs(finer - residual) > 0.05)
      end = returnSample(wave, { start, coarseBack: roughEnd, residual: finer }, periodAfter)
    const kind = finer < 0.1 ? 'gap' : 'dip'
    const endSample = even.rowOf(end)
    const endS = even.timeOfRowS(endSample)
    events.push({
      ...event,
      kind,
      endS,
      endSample,
      durationMs: 1000 * (endS - event.startS),
      residualPercent: 100 * finer,
    })
    const isMain = kind === 'gap' && !events.slice(0, -1).some((earlier) => earlier.kind === 'gap')
    if (isMain) halfCycleGapMs = (1000 * (coarseBack - coarseStart)) / rateHz
    if (before === null || isMain) before = { rmsV, hz: steadyHz }
  }
  if (before === null) {
    const whole = Math.min(samples.length - 1, cycles * nominalPeriod)
    before = { rmsV: rmsOver(prefix, 0, whole), hz: meanFrequencyHz(samples, 0, rateHz, nominalHz) }
  }
  return {
    events,
    halfCycleGapMs,
    rmsBeforeV: before.rmsV,
    beforeHz: before.hz,
    rms,
    timeOfS: even.timeOfS,
    period: nominalPeriod,
  }
}

/** The period just after a return, where an island's frequency may still be settling: from the first two cycles' phase, 10/12-cycle mean as start. */
function nearPeriod(samples: Float64Array, from: number, rateHz: number, hz: number): number {
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

/** The outage of the recording: the gaps of all phases that overlap the longest one, merged. */
function mainGap(channels: readonly { events: VoltageEvent[]; halfCycleGapMs: number }[], rules: RulePack): Gap | null {
  const gaps = channels.flatMap(({ events }) =>
    events.filter((event) => event.kind === 'gap' && event.endS !== null),
  ) as (VoltageEvent & { endS: number; durationMs: number })[]
  const longest = gaps.reduce<(typeof gaps)[number] | null>(
    (best, gap) => (best === null || gap.durationMs > best.durationMs ? gap : best),
    null,
  )
  if (!longest) return null
  const together = gaps.filter((gap) => gap.startS <= longest.endS && gap.endS >= longest.startS)
  const startS = Math.min(...together.map((gap) => gap.startS))
  const endS = Math.max(...together.map((gap) => gap.endS))
  return {
    startS,
    endS,
    longestPhaseMs: longest.durationMs,
    overallMs: 1000 * (endS - startS),
    rideThroughClass: rideThroughClass(longest.durationMs, rules),
    halfCycleGapMs: Math.max(...channels.map((channel) => channel.halfCycleGapMs)),
  }
}
