'use client'
import { useEffect, useState } from 'react'
import type { InstallationGraph } from '@/core/wiring/installationGraph'
import type { CheckedWiring } from '@/workers/wiringCalls'
import { checkInWorker } from '@/workers/clients'

export interface CheckState {
  /** Of the graph that was last checked. */
  checked: CheckedWiring | null
  running: boolean
  failure: string | null
}

/** The position check of a graph in its worker, anew whenever the graph changes. `graph` must be stable. */
export function usePositionCheck(graph: InstallationGraph): CheckState {
  const [state, setState] = useState<CheckState & { of: InstallationGraph | null }>({
    checked: null,
    running: true,
    failure: null,
    of: null,
  })
  useEffect(() => {
    const controller = new AbortController()
    setState((old) => ({ ...old, running: true }))
    checkInWorker(graph, controller.signal).then(
      (checked) => {
        if (!controller.signal.aborted) setState({ checked, running: false, failure: null, of: graph })
      },
      (error: unknown) => {
        if (!controller.signal.aborted)
          setState({
            checked: null,
            running: false,
            failure: error instanceof Error ? error.message : String(error),
            of: graph,
          })
      },
    )
    return () => controller.abort()
  }, [graph])
  // causes of the graph before would light up things of this one
  return state.of === graph ? state : { checked: null, running: true, failure: null }
}
