import { v7 as uuidv7 } from 'uuid'
import type { Component, Sources } from '@/core/installation/installation'
import { useJob } from './JobContext'

/** Takes pieces onto the list of components, and what they change in the sources, as one entry. @throws ApiProblem with what was refused */
export function useTakeComponents(): (
  list: readonly Omit<Component, 'id'>[],
  sources: Sources | null,
) => Promise<unknown> {
  const {
    record: { installation },
    carryOut,
  } = useJob()
  return (list, sources) => {
    const sort = Math.floor(Date.now() / 1000) % 2_000_000_000
    return carryOut('takeComponents', {
      jobId: installation.jobId,
      sources: sources && { before: { ...installation.sources }, after: sources as never },
      components: list.map((component, k) => ({ itemId: uuidv7(), fields: { ...component, sort: sort + k } })),
      gone: [],
    })
  }
}
