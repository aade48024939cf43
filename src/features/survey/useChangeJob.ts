'use client'
import { useJob } from '../job/JobContext'
import { type JobChange, jobChangeSchema } from '@/schemas/jobChange'
import { typedFields } from '../forms/typedFields'
import { callUseCase } from '../api'

/** Changes the job's descriptive fields; a change somebody else made meanwhile is told, not overwritten. */
export function useChangeJob(): (change: Record<string, unknown>) => Promise<void> {
  const { view, record, refresh } = useJob()
  return async (change) => {
    const fields: JobChange = typedFields(jobChangeSchema, change)
    await callUseCase('changeJob', { jobId: record.installation.jobId, version: view.version, ...fields })
    await refresh()
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
