'use client'
import { useEffect, useState } from 'react'
import type { CrewDayInput } from '@/core/fit/crewDay'
import type { CrewSchedule } from '@/core/fit/crewSchedule'
import { scheduleInWorker } from '@/workers/clients'

export interface ScheduleState {
  /** The last schedule that was found; it stays while a new one is looked for. */
  schedule: CrewSchedule | null
  running: boolean
  failure: string | null
}

/** The crew's day, planned anew in its worker whenever the input changes. `input` must be stable. */
export function useCrewSchedule(input: CrewDayInput | null): ScheduleState {
  const [state, setState] = useState<ScheduleState>({ schedule: null, running: input !== null, failure: null })
  useEffect(() => {
    if (input === null) return
    const controller = new AbortController()
    setState((old) => ({ ...old, running: true }))
    scheduleInWorker(input, controller.signal).then(
      (schedule) => {
        if (!controller.signal.aborted) setState({ schedule, running: false, failure: null })
      },
      (error: unknown) => {
        if (!controller.signal.aborted)
          setState({ schedule: null, running: false, failure: error instanceof Error ? error.message : String(error) })
      },
    )
    return () => controller.abort()
  }, [input])
  return state
}
