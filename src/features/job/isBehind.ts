import type { StandingCounts } from '@/core/evidence/standingCounts'
import type { JobView } from '@/server/useCases/jobs'

/** Whether a device holds another job than the one on record: more was added, or the plan changed, while it was not told. */
export function isBehind({ record, version }: Pick<JobView, 'record' | 'version'>, standing: StandingCounts): boolean {
  const { planned, wired } = record.installation.wiring
  const own: StandingCounts = {
    readings: record.readings.length,
    attachments: record.attachments.length,
    overrides: record.overrides.length,
    outageMarks: record.outageMarks.length,
    visits: record.visits.length,
    replacements: record.replacements.length,
    wiring: (planned?.number ?? 0) + (wired?.number ?? 0),
    version,
  }
  return (Object.keys(own) as (keyof StandingCounts)[]).some((name) => own[name] !== standing[name])
}
