import type { RulePack } from '../rules/rulePack'
import { RULE_PACKS } from '../rules/packs'
import { type TraceChannel, type VoltageEvent, traceChannel } from './channelEvents'
import { type ChannelRole, channelsByRole } from './channelRoles'
import { type CurrentTrace, currentTrace } from './currentTrace'
import { harmonicsReached } from './distortion'
import { evenSamples } from './evenSamples'
import { type FoldBackTrace, foldBackTrace } from './foldBackTrace'
import { nearestNominalHz } from './frequency'
import { AVERAGED_S, type FrequencyFigures, frequencyFigures } from './frequencyFigures'
import { type MotorStartTrace, motorStartTrace } from './motorStartTrace'
import { overshootAfter } from './overshoot'
import { anglesIn, byPhase, phaseJumpDeg, rotationOf } from './phaseAngles'
import { type PerChannel, perChannel } from './perChannel'
import { type PhaseStep, phaseSteps } from './phaseSteps'
import { type AnalogChannel, type Recording, RecordingError } from './recording'
import { type Gap, recordingGap } from './recordingGap'
import { type ReturnTrace, returnTrace } from './returnTrace'
import { sideFigures } from './sideFigures'
import { rmsOver, squareSums } from './squareSums'
import { type Turning, stretchesOf, toldStretches, turningOf } from './turning'
import { demandHouseVoltage, demandWaveRate } from './waveDemands'

export type { VoltageEvent } from './channelEvents'
export type { PerChannel } from './perChannel'
export type { Gap } from './recordingGap'

export interface RecordingAnalysis {
  nominalV: number
  nominalHz: number
  sampleRateHz: number
  durationS: number
  voltageIds: string[]
  gridIds: string[]
  /** Voltages that showed nothing from beginning to end, while others did: a lead that hangs free is no outage. */
  silentIds: string[]
  currentIds: string[]
  /** `null` when no voltage fell below 10 %. */
  gap: Gap | null
  events: Record<string, VoltageEvent[]>
  frequency: FrequencyFigures
  /** RMS over 10/12 cycles before what happened (at the beginning, without anything), and at the end. */
  rmsBeforeV: PerChannel
  rmsAfterV: PerChannel
  thdBeforePercent: PerChannel
  thdAfterPercent: PerChannel
  /** Highest order in them: as far as the slowest sampling reaches. */
  thdOrder: number
  /** Of each channel's own event, a false start counted as if it had given nothing. */
  lostEnergyAtMostMs: PerChannel
  phaseJumpDeg: PerChannel
  /** Where the first phase steps and no voltage is lost: another supply took over without a gap, or a large load came. */
  phaseSteps: PhaseStep[]
  anglesBeforeDeg: PerChannel
  anglesAfterDeg: PerChannel
  rotationBefore: '123' | '132' | null
  rotationAfter: '123' | '132' | null
  overshootRmsPercent: PerChannel
  overshootPeakPercent: PerChannel
  motor: MotorStartTrace | null
  overload: FoldBackTrace | null
  return: ReturnTrace | null
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

export interface AnalysisOptions {
  /** What the crew says of a channel, by its name. */
  roles?: Readonly<Record<string, ChannelRole>>
  /** Called with 0…1 as channels are done. */
  progress?: (share: number) => void
}

/** Line-to-neutral voltages a house can have when no rule pack says which. */
const KNOWN_NOMINAL_V = [100, 120, 230]
/** Below this a recording shows no supply at all, and says nothing of what is nominal. */
const LEAST_NOMINAL_V = 50

/** The nominal voltage that the healthy part of a recording is nearest to: a recording may begin dead. */
export function nominalVoltage(samples: Float64Array, rateHz: number, hz: number): number {
  const sums = squareSums(samples)
  const period = rateHz / hz
  const volts: number[] = []
  for (let at = 0; at + period < samples.length; at += period) volts.push(rmsOver(sums, at, period))
  const healthy = volts.filter((v) => v > LEAST_NOMINAL_V).sort((a, b) => a - b)
  const middle = healthy[healthy.length >> 1] ?? 230
  return KNOWN_NOMINAL_V.reduce((best, v) => (Math.abs(v - middle) < Math.abs(best - middle) ? v : best))
}

/** Of nominal: a channel that never shows as much was not joined to anything. */
const SILENT_SHARE = 0.1

function withoutSilent(channels: readonly TraceChannel[]): { load: TraceChannel[]; silentIds: string[] } {
  const speaks = ({ rms, wave }: TraceChannel) => rms.volts.some((v) => v >= SILENT_SHARE * wave.nominalV)
  const load = channels.filter(speaks)
  if (load.length === 0) return { load: [...channels], silentIds: [] }
  return { load, silentIds: channels.filter((channel) => !speaks(channel)).map(({ id }) => id) }
}

/** The channel with most in it: one that hangs free says nothing of what is nominal. */
export function loudest(channels: readonly AnalogChannel[]): AnalogChannel | undefined {
  if (channels.length <= 1) return channels[0]
  const sizes = channels.map(({ samples }) => squareSums(samples).blocks.at(-1) ?? 0)
  return channels[sizes.indexOf(Math.max(...sizes))]
}

/** Rules of the first kind of house with a frequency, for grades alone. */
export const rulesAt = (nominalHz: number): RulePack =>
  Object.values(RULE_PACKS).find((pack) => pack.nominalHz === nominalHz) ?? RULE_PACKS['iec-1ph-230']

interface Nominal {
  hz: number
  v: number
  rules: RulePack
}

/** What is nominal, and that the recording is fit to be looked at. @throws RecordingError where it is not */
function nominalOf(recording: Recording, first: AnalogChannel, pack: RulePack | null): Nominal {
  const { sampleRateHz, form, rates } = recording
  const hz = pack?.nominalHz ?? recording.nominalHz ?? nearestNominalHz(first.samples, sampleRateHz)
  const slowestHz = Math.min(sampleRateHz, ...rates.map(({ rateHz }) => rateHz))
  demandWaveRate(slowestHz, hz, form)
  const rules = pack ?? rulesAt(hz)
  return { hz, v: pack?.nominalV ?? nominalVoltage(first.samples, sampleRateHz, hz), rules }
}

/** The event of a channel that belongs to the outage: its longest gap, else its first event. */
function ownEvent({ events }: TraceChannel): VoltageEvent | null {
  const gaps = events.filter(({ kind }) => kind === 'gap')
  return (
    gaps.reduce<VoltageEvent | null>((best, gap) => (best === null || gap.seenMs > best.seenMs ? gap : best), null) ??
    events[0] ??
    null
  )
}

function lostAtMostMs(event: VoltageEvent | null): number | null {
  return event === null || event.durationMs === null
    ? null
    : event.durationMs * (1 - (event.residualPercent / 100) ** 2)
}

/** T-4: how far the phase jumped on each channel. A dip is no interruption: it has none. */
function jumps(load: readonly TraceChannel[], turning: Turning): PerChannel {
  const { beforeS, afterS } = turning
  return perChannel(load, (channel) => {
    const own = ownEvent(channel)
    if (own?.kind === 'gap')
      return own.startS === null || own.endS === null
        ? null
        : phaseJumpDeg(channel, own.rampFromS ?? own.startS, own.endS)
    if (turning.return?.seamless !== true || beforeS === null || afterS === null) return null
    return phaseJumpDeg(channel, beforeS + 0.5 / channel.track.nominalHz, afterS - 0.5 / channel.track.nominalHz)
  })
}

function angles(load: readonly TraceChannel[], turning: Turning, durationS: number) {
  const none = perChannel(load, () => null)
  const beforeEndS = turning.quiet ? AVERAGED_S : turning.beforeS
  const anglesBeforeDeg = beforeEndS === null ? none : anglesIn(load, beforeEndS - AVERAGED_S, beforeEndS)
  const anglesAfterDeg =
    turning.quiet || turning.afterS === null ? none : anglesIn(load, durationS - AVERAGED_S, durationS)
  return {
    anglesBeforeDeg,
    anglesAfterDeg,
    rotationBefore: rotationOf(load, anglesBeforeDeg),
    rotationAfter: rotationOf(load, anglesAfterDeg),
  }
}

function overshoots(load: readonly TraceChannel[]) {
  const found = new Map(
    load.map((channel) => {
      const own = ownEvent(channel)
      const back = own?.kind === 'gap' ? own.endS : null
      return [channel, back === null ? null : overshootAfter(channel, (back - channel.skewS) * channel.wave.rateHz)]
    }),
  )
  return {
    overshootRmsPercent: perChannel(load, (channel) => found.get(channel)?.rmsPercent ?? null),
    overshootPeakPercent: perChannel(load, (channel) => found.get(channel)?.peakPercent ?? null),
  }
}

/** T-9: an overload that ended in the outage, from the first current that shows it. */
function overloadOf(load: readonly TraceChannel[], currents: readonly CurrentTrace[]): FoldBackTrace | null {
  for (const channel of load)
    for (const event of channel.events.filter(({ kind }) => kind === 'gap'))
      for (const current of currents) {
        const found = foldBackTrace(channel, event, current)
        if (found !== null) return found
      }
  return null
}

/** The half-cycle RMS of a channel as it is drawn: each at the middle of its window. */
function seriesOf({ id, rms, wave }: TraceChannel): ChannelSeries {
  const { rateHz, nominalPeriod } = wave
  const rmsTimeS = rms.start.map((start) => (start + nominalPeriod / 2) / rateHz)
  return { id, rmsTimeS, rmsV: rms.volts.slice() }
}

/**
 * T-1 … T-7, T-9, T-12 from a recorder's file: gaps and dips of each phase, RMS, frequency, distortion, phase and rotation before and after,
 * and a motor's start, an overload or the return of the street where the recording holds one. Nominal values come from the rule pack, or
 * from the file without one.
 *
 * @throws RecordingError when there is no voltage of the house, or the rate is too low for a wave
 */
export function analyseRecording(
  recording: Recording,
  pack: RulePack | null,
  { roles, progress }: AnalysisOptions = {},
): AnalysedRecording {
  const channels = channelsByRole(recording.analog, roles)
  const first = demandHouseVoltage(loudest(channels.load), recording.form)
  const nominal = nominalOf(recording, first, pack)
  const durationS = recording.timesS?.at(-1) ?? (first.samples.length - 1) / recording.sampleRateHz
  if (durationS < 10 / nominal.hz)
    throw new RecordingError('the recording is shorter than ten cycles', { file: recording.form })
  const voltages = [...channels.load, ...channels.grid]
  const everyTrace = voltages.map((channel, k) => {
    const even = evenSamples(recording, channel.samples, channel.holes)
    const done = traceChannel(channel, even, nominal.v, nominal.hz)
    progress?.((k + 1) / voltages.length)
    return done
  })
  const { load, silentIds } = withoutSilent(everyTrace.slice(0, channels.load.length))
  const grid = everyTrace.slice(channels.load.length)
  const currents = channels.currents.map(({ id, samples, holes }) =>
    currentTrace(id, evenSamples(recording, samples, holes), nominal.hz),
  )
  const gap = recordingGap(
    load.map(({ events }) => events),
    Math.max(...load.map(({ halfCycleGapMs }) => halfCycleGapMs)),
    nominal.rules,
  )
  const back = returnTrace(load, grid, gap)
  const [reference] = byPhase(load) as [TraceChannel]
  const starts = gap === null && back === null ? currents.map((current) => motorStartTrace(reference, current)) : []
  const motor = starts.find((start) => start !== null) ?? null
  const turning = turningOf(gap, motor, back, nominal.hz)
  const steps = phaseSteps(reference.track, toldStretches(load, turning, durationS))
  const thdOrder = harmonicsReached(
    Math.min(recording.sampleRateHz, ...recording.rates.map(({ rateHz }) => rateHz)),
    nominal.hz,
  )
  return {
    analysis: {
      nominalV: nominal.v,
      nominalHz: nominal.hz,
      sampleRateHz: recording.sampleRateHz,
      durationS,
      voltageIds: load.map(({ id }) => id),
      gridIds: grid.map(({ id }) => id),
      silentIds,
      currentIds: currents.map(({ id }) => id),
      gap,
      events: Object.fromEntries(load.map(({ id, events }) => [id, events])),
      frequency: frequencyFigures(reference, stretchesOf(load, turning, steps, durationS), turning.quiet),
      ...sideFigures(load, turning, thdOrder),
      thdOrder,
      lostEnergyAtMostMs: perChannel(load, (channel) => lostAtMostMs(ownEvent(channel))),
      phaseJumpDeg: jumps(load, turning),
      phaseSteps: steps,
      ...angles(load, turning, durationS),
      ...overshoots(load),
      motor,
      overload: overloadOf(load, currents),
      return: back,
    },
    series: [...load, ...grid].map(seriesOf),
  }
}
