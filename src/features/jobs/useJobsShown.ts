import { useDeferredValue, useEffect, useState } from 'react'
import { type JobsShown, addressOfShown } from './jobsShown'

/** What is shown of the jobs, as chosen and typed; the page's address follows, so that leaving and coming back finds the same. */
export function useJobsShown(first: JobsShown) {
  const [chosen, setChosen] = useState(first)
  const [typed, setTyped] = useState(first.search)
  const search = useDeferredValue(typed.trim())
  const shown: JobsShown = { ...chosen, search }
  const address = addressOfShown(shown)
  useEffect(() => {
    window.history.replaceState(window.history.state, '', address)
  }, [address])
  return {
    shown,
    typed,
    type: setTyped,
    change: (change: Partial<JobsShown>) => setChosen((before) => ({ ...before, ...change })),
    /** Whether it is what the page came with. */
    isFirst: address === addressOfShown(first),
  }
}
