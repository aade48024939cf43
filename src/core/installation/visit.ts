export const VISIT_KINDS = ['extension', 'fault', 'periodic'] as const
/** Why a crew comes back to a house that it has handed over; a replaced unit is noted where it is replaced. */
export type VisitKind = (typeof VISIT_KINDS)[number]

export const VISIT_WORDS: Readonly<Record<VisitKind, string>> = {
  periodic: 'Periodic test',
  extension: 'Extension',
  fault: 'Fault',
}

/** A later visit: a new layer over a job, from the moment it is opened. What was recorded before stays on record. */
export interface Visit {
  id: string
  kind: VisitKind
  /** What it is for, in a sentence. */
  reason: string
  /** Short names of what was changed or opened: components, circuits, runs, electrodes, loads. */
  touched: readonly string[]
  /** ISO 8601. */
  openedAt: string
  byName: string
}
