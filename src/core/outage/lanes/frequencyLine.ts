import type { RowRange } from '../recording'
import { cyclesAveraged } from '../frequency'
import type { Stretch } from '../frequencyFigures'
import { frequencyRun } from '../frequencyRun'
import { type PhaseTrack, phaseTrack } from '../phaseTrack'
import type { LaneLine } from './laneLine'

/** A voltage on an even grid. */
export interface LaneVoltage {
  id: string
  samples: Float64Array
  rateHz: number
  skewS: number
  /** Stretches that are not known, in samples. */
  holes: readonly RowRange[]
}

/** Below this share of nominal a voltage has no frequency that could be told. */
const LEAST_SHARE = 0.5
/** More of a change within a window than the cut supply's last cycle leaves: Hz from nominal beyond which a figure is none. */
const FARTHEST_HZ = 8

interface Windows {
  from: number
  to: number
}

/** A window that holds an edge of the supply is smaller than the one a cycle further in by more than this. */
const EDGE_SHARE = 0.98
/** Windows a cycle. */
const CYCLE = 4

/** A stretch less the windows at its ends that reach over where the supply went or came. */
function withoutEdges({ peak }: PhaseTrack, { from, to }: Windows): Windows {
  const isEdge = (k: number, inwards: number) =>
    (peak[k] as number) < EDGE_SHARE * (peak[Math.min(to, Math.max(from, k + inwards))] as number)
  let [first, last] = [from, to]
  while (first < last && isEdge(first, CYCLE)) first++
  while (last > first && isEdge(last, -CYCLE)) last--
  return { from: first, to: last }
}

/** Windows on end in which the voltage stands; a hole parts them. */
function standing(track: PhaseTrack, nominalV: number, voltage: LaneVoltage, breaks: readonly Stretch[]): Windows[] {
  const { peak, firstS, stepS } = track
  const least = LEAST_SHARE * nominalV * Math.SQRT2
  const halfS = 0.5 / track.nominalHz
  const parted = [
    ...voltage.holes.map(({ from, to }) => ({ fromS: from / voltage.rateHz, toS: to / voltage.rateHz })),
    ...breaks,
  ]
  const inHole = (timeS: number) => parted.some(({ fromS, toS }) => timeS + halfS > fromS && timeS - halfS < toS)
  const found: Windows[] = []
  let from = -1
  for (let k = 0; k <= peak.length; k++) {
    const stands = k < peak.length && (peak[k] as number) >= least && !inHole(firstS + k * stepS)
    if (stands && from < 0) from = k
    if (stands || from < 0) continue
    found.push(withoutEdges(track, { from, to: k - 1 }))
    from = -1
  }
  return found
}

/**
 * T-3 along a recording: the mean frequency over 10/12 cycles, refreshed each cycle, at the middle of its window; the first and the last
 * mean of a stretch hold to the edge of theirs. A mean never reaches over a moment at
 * which the voltage is gone or not known: there the line is parted.
 *
 * @param breaks moments that no mean may reach over besides: gaps too short to be seen in a cycle, and steps of the phase
 * @returns an empty line where the voltage never stands for as long as a mean takes
 * @example frequencyLine({ id: 'U1', samples, rateHz: 10_000, skewS: 0, holes: [] }, { hz: 50, v: 230 }).values // Float64Array [50.01, 50.01, …]
 */
export function frequencyLine(
  voltage: LaneVoltage,
  nominal: { hz: number; v: number },
  breaks: readonly Stretch[] = [],
): LaneLine {
  const track = phaseTrack(voltage.samples, voltage.rateHz, nominal.hz, voltage.skewS)
  const halfS = 0.5 / nominal.hz
  const middleS = cyclesAveraged(nominal.hz) / nominal.hz / 2
  const timesS: number[] = []
  const values: number[] = []
  for (const { from, to } of standing(track, nominal.v, voltage, breaks)) {
    const [fromS, toS] = [track.firstS + from * track.stepS - halfS, track.firstS + to * track.stepS + halfS]
    const run = frequencyRun(track, fromS, toS)
    if (run.hz.length === 0) continue
    if (values.length > 0) {
      timesS.push(fromS)
      values.push(NaN)
    }
    const known = run.hz.map((hz) => (Math.abs(hz - nominal.hz) <= FARTHEST_HZ ? hz : NaN))
    const [first, last] = [known[0] as number, known.at(-1) as number]
    const lastStartS = run.startS.at(-1) as number
    timesS.push(run.startS[0] as number, ...run.startS.map((startS) => startS + middleS), lastStartS + 2 * middleS)
    values.push(first, ...known, last)
  }
  return { id: voltage.id, timesS: Float64Array.from(timesS), values: Float64Array.from(values) }
}
