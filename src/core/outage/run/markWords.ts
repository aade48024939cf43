import { AWAKE_LABELS } from '../../evidence/families/awakeAfterCut'
import { formatQuantity } from '../../quantity/formatQuantity'
import { MARK_WORDS, type OutageMark } from './outageMark'

/** A time on a clock: 0:07, 12:41, 1:02:33. */
export function clockWords(ms: number): string {
  const all = Math.max(0, Math.floor(ms / 1000))
  const [hours, minutes, seconds] = [Math.floor(all / 3600), Math.floor(all / 60) % 60, all % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  return hours > 0 ? `${hours}:${two(minutes)}:${two(seconds)}` : `${minutes}:${two(seconds)}`
}

/** A time from the cut; what came before it has a minus. */
export const fromCutWords = (ms: number): string => (ms < 0 ? `−${clockWords(-ms)}` : clockWords(ms))

/** A mark in words, with the name of what it is of. */
export function markWords({ kind, subject, value }: OutageMark, nameOf: (tag: string) => string): string {
  const watts = value === null ? '' : ` ${formatQuantity(value, 'W', 3)}`
  switch (kind) {
    case 'begun':
      return MARK_WORDS.begun
    case 'awake':
      return `${AWAKE_LABELS[subject as keyof typeof AWAKE_LABELS] ?? subject} ${MARK_WORDS.awake}`
    case 'sourceBack':
      return subject === 'itself' ? 'the source came back by itself' : 'the source was brought back by hand'
    case 'drawn':
      return `${nameOf(subject ?? '')} draws${watts}`
    default:
      return `${subject === null ? '' : `${nameOf(subject)} `}${MARK_WORDS[kind]}${watts}`
  }
}
