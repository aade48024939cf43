/** How much stands on record of a job: whoever holds as much has missed nothing. */
export interface StandingCounts {
  readings: number
  attachments: number
  overrides: number
  outageMarks: number
  visits: number
  replacements: number
  /** Revisions of both layers. */
  wiring: number
  version: number
}
