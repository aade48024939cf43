'use client'
import { useJob } from '../job/JobContext'
import { type JobChange, jobChangeSchema } from '@/schemas/jobChange'
import { typedFields } from '../forms/typedFields'

/** Changes the job's descriptive fields; a change somebody else made to the same parts meanwhile is told, not overwritten. */
export function useChangeJob(): (change: Record<string, unknown>) => Promise<void> {
  const { record, carryOut } = useJob()
  return async (change) => {
    const fields: JobChange = typedFields(jobChangeSchema, change)
    const standing: Readonly<Record<string, unknown>> = { ...record.installation, ...record.cover }
    const before = Object.fromEntries(Object.keys(change).map((part) => [part, standing[part] ?? null]))
    await carryOut('changeJob', { jobId: record.installation.jobId, version: null, before, ...fields })
  }
}

/** Puts flat form fields such as `supply.ratingA` back under their parent. */
export function nested(fields: Record<string, unknown>, parent: string): Record<string, unknown> {
  const prefix = `${parent}.`
  return Object.fromEntries(
    Object.entries(fields).flatMap(([path, value]) =>
      path.startsWith(prefix) ? [[path.slice(prefix.length), value]] : [],
    ),
  )
}
