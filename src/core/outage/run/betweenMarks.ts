import type { OutageMark } from './outageMark'

type Clocked = Pick<OutageMark, 'at' | 'device' | 'clockOffsetMs' | 'clockErrorMs'>

/** A time between two taps, with how far it may be wrong to either side for want of a common clock. */
export interface Span {
  ms: number
  errorMs: number
}

const ownMs = ({ at }: Clocked): number => Date.parse(at)

/** Where a mark stands on the common time line, in ms of the server's clock; by the phone's own where it was never compared. */
export const jointMs = (mark: Clocked): number => ownMs(mark) + (mark.clockOffsetMs ?? 0)

/** A phone whose offset moved by more than its errors had its clock set in between. */
function clockWasSet(a: Clocked, b: Clocked): boolean {
  if (a.clockOffsetMs === null || b.clockOffsetMs === null) return false
  return Math.abs(a.clockOffsetMs - b.clockOffsetMs) > (a.clockErrorMs ?? 0) + (b.clockErrorMs ?? 0)
}

/**
 * The time from one mark to another. Two of one phone need nothing but its own clock; two phones need both offsets, and their errors add up.
 * `null` where a clock that is needed was never compared: nothing is claimed of it.
 *
 * @example
 * betweenMarks(outOnPhoneA, backOnPhoneB) // => { ms: 1840, errorMs: 45 }
 */
export function betweenMarks(from: Clocked, to: Clocked): Span | null {
  if (from.device === to.device && !clockWasSet(from, to)) return { ms: ownMs(to) - ownMs(from), errorMs: 0 }
  if (from.clockOffsetMs === null || to.clockOffsetMs === null) return null
  if (from.clockErrorMs === null || to.clockErrorMs === null) return null
  return { ms: jointMs(to) - jointMs(from), errorMs: from.clockErrorMs + to.clockErrorMs }
}

/**
 * Which of two marks was made first, as far as their clocks can tell. `null` where the difference is within their errors, or a clock that is
 * needed was never compared.
 *
 * @example
 * orderOf(trippedOnPhoneA, streetBackOnPhoneB) // => 'before'
 */
export function orderOf(mark: Clocked, other: Clocked): 'before' | 'after' | null {
  const span = betweenMarks(mark, other)
  if (span === null) return null
  if (span.ms >= span.errorMs) return 'before'
  return -span.ms > span.errorMs ? 'after' : null
}
