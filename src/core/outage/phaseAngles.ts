import type { TraceChannel } from './channelEvents'
import { cyclesAveraged } from './frequency'
import { phaseLine } from './phaseLine'
import { wrapped } from './phaseTrack'

const degrees = (rad: number) => (wrapped(rad) * 180) / Math.PI
/** Cycles that say the phase at an edge; the frequency may be settling behind them. */
const EDGE_CYCLES = 3

/** Letters and numbers that name a phase, in the order of the phases. */
const PHASE_NAMES: readonly RegExp[] = [/^(A|L1|R|U|1)$/i, /^(B|L2|S|V|2)$/i, /^(C|L3|T|W|3)$/i]
const LAST_DIGIT = /([123])\D*$/

/** Index of a channel's phase: by the file's own word for it, else by the digit in its name; `null` where neither says. */
function phaseIndex({ phase, id }: Pick<TraceChannel, 'phase' | 'id'>): number | null {
  const named = phase === null ? -1 : PHASE_NAMES.findIndex((name) => name.test(phase))
  if (named >= 0) return named
  const digit = LAST_DIGIT.exec(id)?.[1]
  return digit === undefined ? null : Number(digit) - 1
}

/** Channels in the order of their phases: phase A, or the first where none is named, comes first. */
export function byPhase<T extends Pick<TraceChannel, 'phase' | 'id'>>(channels: readonly T[]): T[] {
  const anyNamed = channels.some(({ phase }) => phase !== null)
  const rank = (channel: T) => phaseIndex(channel) ?? (anyNamed ? PHASE_NAMES.length : 0)
  return [...channels].sort((a, b) => rank(a) - rank(b))
}

/** T-4: angle of each voltage against phase A in a stretch, in degrees, the skew taken out; `null` for one that is dead there. */
export function anglesIn(channels: readonly TraceChannel[], fromS: number, toS: number): Record<string, number | null> {
  const middleS = (fromS + toS) / 2
  const at = (channel: TraceChannel) => phaseLine(channel.track, fromS, toS)?.at(middleS) ?? null
  const [reference] = byPhase(channels)
  const zero = reference ? at(reference) : null
  return Object.fromEntries(
    channels.map((channel) => {
      const own = at(channel)
      return [channel.id, zero === null || own === null ? null : degrees(own - zero)]
    }),
  )
}

/** How far an angle between two phases may be from 120°. */
const PHASE_BAND_DEG = 30

/** Order of the phases: `123` when B lags A by 120°, `132` when it leads; `null` with fewer than three, or with none of the two. */
export function rotationOf(
  channels: readonly TraceChannel[],
  angles: Readonly<Record<string, number | null>>,
): '123' | '132' | null {
  if (channels.length < 3) return null
  const second = byPhase(channels)[1]
  const angle = second ? (angles[second.id] ?? null) : null
  if (angle === null || Math.abs(Math.abs(angle) - 120) > PHASE_BAND_DEG) return null
  return angle < 0 ? '123' : '132'
}

/**
 * T-4: phase at the return less the phase that the wave before it would have had by then, in degrees; positive leads.
 *
 * @param beforeS moment up to which the wave before is steady
 */
export function phaseJumpDeg({ track }: TraceChannel, beforeS: number, returnS: number): number | null {
  const cycleS = 1 / track.nominalHz
  const longS = cyclesAveraged(track.nominalHz) * cycleS
  const steady = phaseLine(track, beforeS - longS, beforeS)
  const last = phaseLine(track, beforeS - EDGE_CYCLES * cycleS, beforeS)
  const after = phaseLine(track, returnS, returnS + EDGE_CYCLES * cycleS)
  if (steady === null || last === null || after === null) return null
  const middleS = beforeS - (EDGE_CYCLES * cycleS) / 2
  const carried = last.at(middleS) + 2 * Math.PI * (steady.hz - track.nominalHz) * (returnS - middleS)
  return degrees(after.at(returnS) - carried)
}
