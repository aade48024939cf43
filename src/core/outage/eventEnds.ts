import { type Edge, leavingEdge, returningEdge } from './edges'
import type { EvenSamples } from './evenSamples'
import { cyclesAveraged, meanFrequencyHz } from './frequency'
import type { HalfCycleRms } from './halfCycleRms'
import type { PhaseTrack } from './phaseTrack'
import { settledRms } from './settledRms'
import { type Wave, residualShare } from './voltageEvents'

/** A voltage channel on its even grid, before its events are known. */
export interface WaveChannel {
  id: string
  phase: string | null
  skewS: number
  even: EvenSamples
  wave: Wave
  rms: HalfCycleRms
  track: PhaseTrack
}

/** A residual that changes by more than this once the end is known asks for the end once more. */
const RESIDUAL_STEADY = 0.05

/** Where the voltage leaves; `null` where that lies before the recording. */
export function leavesAt(channel: WaveChannel, coarseStart: number, openStart: boolean): Edge | null {
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
function periodAfter({ wave, track }: WaveChannel, coarseBack: number): number {
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
export function returnsAt(channel: WaveChannel, start: number, coarseBack: number, referencePeak: number) {
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
