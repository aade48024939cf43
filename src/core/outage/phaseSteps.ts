import type { Stretch } from './frequencyFigures'
import { phaseLine } from './phaseLine'
import { type PhaseTrack, wrapped } from './phaseTrack'
import { PER_CYCLE } from './quarterSums'

/** A wave that goes on with another phase: another supply took over, or a large load came. */
export interface PhaseStep {
  atS: number
  /** How far the moment may be off. */
  withinS: number
  /** Positive leads what the wave before would have been. */
  deg: number
}

/** Where a step may lie: somewhere in the windows that show it. */
export const aroundStep = ({ atS, withinS }: PhaseStep): Stretch => ({ fromS: atS - withinS, toS: atS + withinS })

/** A smaller step is what any load makes. */
const LEAST_DEG = 8
/** Windows that share no sample, with one between them that the step may lie in. */
const APART = PER_CYCLE + 1
/** Cycles on either side that say what the phase was and is. */
const SIDE_CYCLES = 4
const LEAST_RAD = (LEAST_DEG * Math.PI) / 180
/** Steps that are told; a wave with more of them than this has no steady phase at all. */
const MOST_STEPS = 100

const stepBetween = (track: PhaseTrack, k: number): number =>
  wrapped((track.phaseRad[k + APART] as number) - (track.phaseRad[k] as number))

/** How far the phase stepped about a moment, both sides carried on to it; `null` where one of them is not known. */
function stepDeg(track: PhaseTrack, atS: number): number | null {
  const halfS = 0.5 / track.nominalHz
  const sideS = SIDE_CYCLES / track.nominalHz
  const before = phaseLine(track, atS - halfS - sideS, atS - halfS)
  const after = phaseLine(track, atS + halfS, atS + halfS + sideS)
  if (before === null || after === null) return null
  return (wrapped(after.at(atS) - before.at(atS)) * 180) / Math.PI
}

/** The window from which on the phase moves most before it is steady again. */
function steepest(track: PhaseTrack, from: number): number {
  let best = from
  const last = Math.min(track.phaseRad.length - APART, from + 2 * APART)
  for (let k = from; k < last; k++) if (Math.abs(stepBetween(track, k)) > Math.abs(stepBetween(track, best))) best = k
  return best
}

/**
 * T-4 without a gap: moments at which a wave goes on with another phase, which no frequency may be read across. What lies at an event
 * is the event's own jump and left out.
 *
 * @param told stretches of the recording's events
 *
 * @example phaseSteps(track, []) // [{ atS: 1.204, withinS: 0.02, deg: 38.2 }]
 */
export function phaseSteps(track: PhaseTrack, told: readonly Stretch[]): PhaseStep[] {
  const { phaseRad, firstS, stepS, nominalHz } = track
  const awayS = (SIDE_CYCLES + 1) / nominalHz
  const isTold = (atS: number) => told.some(({ fromS, toS }) => atS > fromS - awayS && atS < toS + awayS)
  const steps: PhaseStep[] = []
  for (let k = 0; k + APART < phaseRad.length && steps.length < MOST_STEPS; k++) {
    if (Math.abs(stepBetween(track, k)) < LEAST_RAD) continue
    const at = steepest(track, k)
    const atS = firstS + (at + APART / 2) * stepS
    k = at + APART
    if (isTold(atS)) continue
    const deg = stepDeg(track, atS)
    if (deg !== null && Math.abs(deg) >= LEAST_DEG) steps.push({ atS, withinS: 1 / nominalHz, deg })
  }
  return steps
}
