import { cyclesAveraged } from './frequency'
import { lineHz } from './phaseLine'
import type { PhaseTrack } from './phaseTrack'
import { PER_CYCLE } from './quarterSums'

/** Mean frequencies over 10/12 cycles, window by window within a stretch: their starts in s, and the Hz. */
export interface FrequencyRun {
  startS: Float64Array
  hz: Float64Array
}

/** T-3: 10/12-cycle means refreshed each cycle, all within two moments. */
export function frequencyRun(track: PhaseTrack, fromS: number, toS: number): FrequencyRun {
  const lengthS = cyclesAveraged(track.nominalHz) / track.nominalHz
  const stepS = PER_CYCLE * track.stepS
  const count = Math.max(0, Math.floor((toS - fromS - lengthS) / stepS + 1e-9) + 1)
  const startS = new Float64Array(count)
  const hz = new Float64Array(count)
  let found = 0
  for (let k = 0; k < count; k++) {
    const at = fromS + k * stepS
    const mean = lineHz(track, at, at + lengthS)
    if (mean === null) continue
    startS[found] = at
    hz[found++] = mean
  }
  return { startS: startS.subarray(0, found), hz: hz.subarray(0, found) }
}

/** The fastest change over half a second within a run, in Hz/s; `null` where it is shorter. */
export function fastestChange({ startS, hz }: FrequencyRun): number | null {
  let fastest: number | null = null
  for (let k = 0, later = 0; k < hz.length; k++) {
    while (later < hz.length && (startS[later] as number) < (startS[k] as number) + 0.5 - 1e-9) later++
    if (later >= hz.length) break
    const spanS = (startS[later] as number) - (startS[k] as number)
    const change = Math.abs((hz[later] as number) - (hz[k] as number)) / spanS
    if (fastest === null || change > fastest) fastest = change
  }
  return fastest
}
