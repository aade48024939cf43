import type { Bench } from '@/core/evidence/bench'
import type { JobRecord } from '@/core/evidence/judge'
import { type Reading, WITHDRAWN } from '@/core/evidence/reading'

/** A reading that was corrected or taken back, with what it said before and says now. */
export interface Correction {
  id: string
  label: string
  before: string
  after: string
  reason: string
  byName: string
  at: string
}

const said = ({ valueNumber, valueWord, digits, unit }: Reading): string =>
  valueWord === WITHDRAWN ? 'taken back' : (valueWord ?? [digits ?? valueNumber, unit].filter(Boolean).join(' '))

/** Every correction of a job, in the order in which they were made. */
export function correctionsOf({ points }: Bench, { readings }: JobRecord): Correction[] {
  const byId = new Map(readings.map((reading) => [reading.id, reading]))
  const labels = new Map(points.map(({ key, label }) => [key, label]))
  return readings.flatMap((reading): Correction[] => {
    if (reading.supersedes === null) return []
    const before = byId.get(reading.supersedes)
    return [
      {
        id: reading.id,
        label: labels.get(reading.pointKey) ?? reading.pointKey,
        before: before ? said(before) : 'not in this job',
        after: said(reading),
        reason: reading.supersedeReason ?? '',
        byName: reading.recordedByName,
        at: reading.recordedAt,
      },
    ]
  })
}
