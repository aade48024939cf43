import type { TraceChannel, VoltageEvent } from './channelEvents'
import type { Stretch } from './frequencyFigures'
import type { MotorStartTrace } from './motorStartTrace'
import { type PhaseStep, aroundStep } from './phaseSteps'
import type { Gap } from './recordingGap'
import type { ReturnTrace } from './returnTrace'

/** What parts a recording into before and after. */
export interface Turning {
  /** Nothing happened in it. */
  quiet: boolean
  beforeS: number | null
  afterS: number | null
  gap: Gap | null
  motor: MotorStartTrace | null
  return: ReturnTrace | null
}

/** Middle of a moment at which both sides are one wave: the windows on either side keep half a cycle away from it. */
export function turningOf(
  gap: Gap | null,
  motor: MotorStartTrace | null,
  back: ReturnTrace | null,
  nominalHz: number,
): Turning {
  const found = { quiet: false, gap, motor, return: back }
  if (gap) return { ...found, beforeS: gap.startS, afterS: gap.endS }
  const seamless = back?.seamless ? back.reconnectS : null
  if (seamless !== null) return { ...found, beforeS: seamless - 1 / nominalHz, afterS: seamless + 1 / nominalHz }
  if (motor) return { ...found, beforeS: motor.startS, afterS: motor.startS }
  return { ...found, quiet: true, beforeS: null, afterS: null }
}

/** What the recording's events, a return without a gap and the stretches that are not known take of it. */
export function toldStretches(load: readonly TraceChannel[], turning: Turning, durationS: number): Stretch[] {
  const ofChannels = load.flatMap(({ events, even }) => [
    ...events.flatMap((event) => breaksOf(event, durationS)),
    ...even.holes.map(({ from, to }) => ({ fromS: even.timeOfS(from), toS: even.timeOfS(to) })),
  ])
  const { beforeS, afterS } = turning
  const isSeamless = turning.return?.seamless === true && beforeS !== null && afterS !== null
  return isSeamless ? [...ofChannels, { fromS: beforeS, toS: afterS }] : ofChannels
}

/**
 * Stretches without a break on one side of what happened: cut at every gap, every stretch that is not known, and where the phase steps.
 */
export function stretchesOf(
  load: readonly TraceChannel[],
  turning: Turning,
  steps: readonly PhaseStep[],
  durationS: number,
) {
  const breaks = [...toldStretches(load, turning, durationS), ...steps.map(aroundStep)]
  breaks.sort((a, b) => a.fromS - b.fromS)
  const pieces: Stretch[] = []
  let fromS = 0
  for (const one of breaks) {
    if (one.fromS > fromS) pieces.push({ fromS, toS: one.fromS })
    fromS = Math.max(fromS, one.toS)
  }
  if (fromS < durationS) pieces.push({ fromS, toS: durationS })
  const { motor, beforeS, afterS, quiet, gap } = turning
  if (quiet) return { before: pieces, after: [] }
  if (motor && !gap && !turning.return?.seamless) return splitAt(pieces, motor.startS)
  return {
    before: beforeS === null ? [] : pieces.filter(({ toS }) => toS <= beforeS + 1e-9),
    after: afterS === null ? [] : pieces.filter((piece) => piece.fromS >= afterS - 1e-9),
  }
}

/** Where an event parts the wave: all of a gap, and the sharp edges of a dip, in which no window has a phase of its own. */
function breaksOf({ kind, startS, endS, rampFromS, rampToS }: VoltageEvent, durationS: number): Stretch[] {
  if (kind === 'gap') return [{ fromS: rampFromS ?? startS ?? 0, toS: endS ?? durationS }]
  const edges = [rampFromS === null ? startS : null, rampToS === null ? endS : null]
  return edges.flatMap((atS) => (atS === null ? [] : [{ fromS: atS, toS: atS }]))
}

function splitAt(pieces: readonly Stretch[], atS: number) {
  const cut = (from: number, to: number) =>
    pieces
      .map(({ fromS, toS }) => ({ fromS: Math.max(fromS, from), toS: Math.min(toS, to) }))
      .filter(({ fromS, toS }) => toS > fromS)
  return { before: cut(-Infinity, atS), after: cut(atS, Infinity) }
}
