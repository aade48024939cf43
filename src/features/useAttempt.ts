import { useState } from 'react'
import { problemWords } from './api'
import { useJob } from './job/JobContext'

export interface Attempt {
  /** Does something that needs the server and fetches again what is shown; what goes wrong is told, never swallowed. */
  attempt: (work: () => Promise<unknown>) => Promise<void>
  failure: string | null
  busy: boolean
}

/** Something that a button of a job's bench does at once: whether it is under way, and what went wrong in words. */
export const useAttempt = (): Attempt => useAttemptWith(useJob().refresh)

/** The same on any page: `refresh` fetches again what the page shows. */
export function useAttemptWith(refresh: () => Promise<unknown>): Attempt {
  const [failure, setFailure] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  return {
    failure,
    busy,
    async attempt(work) {
      setFailure(null)
      setBusy(true)
      try {
        await work()
        await refresh()
      } catch (error) {
        setFailure(problemWords(error))
      } finally {
        setBusy(false)
      }
    },
  }
}
