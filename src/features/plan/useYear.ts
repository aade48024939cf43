'use client'
import { useQueries } from '@tanstack/react-query'
import { useMemo } from 'react'
import { type ImportedSeries, type YearBasis, yearOfInstallation } from '@/core/plan/yearOfInstallation'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'
import { usePlanned } from './LoadDrafts'

async function samplesOf(path: string, signal: AbortSignal): Promise<Float64Array> {
  const response = await fetch(path, { signal })
  if (!response.ok) throw new ApiProblem(response.status, 'The series could not be fetched.', [])
  return Float64Array.from(new Float32Array(await response.arrayBuffer()))
}

export interface ImportedYear {
  load: ImportedSeries | null
  pv: ImportedSeries | null
  price: ImportedSeries | null
  ready: boolean
  failure: string | null
}

/** The series that were brought in for the job; fetched once, since a series never changes under its id. */
export function useImportedSeries(): ImportedYear {
  const { view, record } = useJob()
  const { jobId } = record.installation
  return useQueries({
    queries: view.profiles.map((profile) => ({
      queryKey: ['profile', profile.id],
      queryFn: ({ signal }: { signal: AbortSignal }) => samplesOf(`/api/jobs/${jobId}/profiles/${profile.id}`, signal),
      staleTime: Infinity,
      retry: 1,
    })),
    combine: (results): ImportedYear => {
      const series = (wanted: string): ImportedSeries | null => {
        const k = view.profiles.findIndex(({ kind }) => kind === wanted)
        const facts = view.profiles[k]
        const watts = results[k]?.data
        return facts && watts ? { name: facts.name, stepH: facts.stepH, watts } : null
      }
      return {
        load: series('load'),
        pv: series('pv'),
        price: series('price'),
        ready: results.every(({ isSuccess }) => isSuccess),
        failure: results.find(({ error }) => error)?.error?.message ?? null,
      }
    },
  })
}

/** The household year the plan reckons with, and where it comes from. */
export function useYear(): { basis: YearBasis | null; imported: ImportedYear } {
  const { installation } = usePlanned()
  const imported = useImportedSeries()
  const { load, pv, ready } = imported
  const basis = useMemo(
    () => (ready ? yearOfInstallation(installation, { load, pv }) : null),
    [installation, load, pv, ready],
  )
  return { basis, imported }
}
