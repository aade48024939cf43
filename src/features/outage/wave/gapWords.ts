import { type Gap, isWhole } from '@/core/outage/recordingGap'
import { formatDuration } from '@/core/quantity/formatQuantity'

/** What stands beside the marked gap. */
export function gapMark(gap: Gap | null): string {
  if (isWhole(gap)) return `${formatDuration(gap.longestPhaseMs)} without supply`
  return gap === null ? '' : `at least ${formatDuration(gap.atLeastMs)} without supply`
}

/** The gap of a recording in a sentence. */
export function gapWords(gap: Gap | null): string {
  if (gap === null) return 'No gap in the recording'
  if (isWhole(gap)) return `Gap of ${formatDuration(gap.longestPhaseMs)} from ${(gap.startS * 1000).toFixed(1)} ms`
  return `A gap that the recording does not hold whole: at least ${formatDuration(gap.atLeastMs)}`
}
