import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { CommandInput, CommandName, Entry } from '@/commands'
import { COMMANDS } from '@/commands'
import type { ServerEntry } from '@/commands/serverStep'
import { type Step, putBack, stepOf } from '@/commands/step'
import { callUseCase } from '../../api'
import type { JobRecord } from '@/core/evidence/judge'
import type { Actor } from '@/server/access'
import type { InputOf } from '@/server/useCases'
import type { CarryOut, DirectName, Keep } from '../useCarryOut'
import { keepSteps, keptSteps } from './stepStore'

/** Steps that are kept of one job: what was done before them stays done. */
const MOST_STEPS = 50

/** What became of taking a step back. */
export type TakenBack = 'done' | 'changedSince'

export interface Steps {
  /** The last thing this person did to the plan here, that was not taken back yet. */
  last: Step | null
  takeBack: (step: Step) => Promise<TakenBack>
  /** Notes an act of the server: what it touched as it was, and as it was left. */
  noteAct: (act: Pick<ServerEntry, 'useCase' | 'input'>, was: unknown, left: unknown) => void
  /** Leaves a step as it is, and goes to the one before. */
  leave: (step: Step) => void
}

interface Ways {
  keep: Keep
  carryOut: CarryOut
}

/** The two ways of doing something, each with its step kept; and the steps. */
export function useSteps(
  record: JobRecord,
  actor: Actor,
  ways: Ways,
  refresh: () => Promise<void>,
): Ways & { steps: Steps } {
  const { jobId } = record.installation
  const { userId, name } = actor
  const [steps, setSteps] = useState<readonly Step[]>([])
  const [loaded, setLoaded] = useState(false)
  const latest = useRef(record)
  latest.current = record
  useEffect(() => {
    let gone = false
    void keptSteps(userId, jobId).then((kept) => {
      if (gone) return
      // what was done meanwhile comes after what was kept
      setSteps((made) => [...kept, ...made])
      setLoaded(true)
    })
    return () => {
      gone = true
    }
  }, [userId, jobId])
  useEffect(() => {
    if (loaded) void keepSteps(userId, jobId, steps)
  }, [loaded, userId, jobId, steps])
  const change = useCallback(
    (changed: (steps: readonly Step[]) => readonly Step[]) => setSteps((now) => changed(now).slice(-MOST_STEPS)),
    [],
  )
  const noting = useMemo(() => {
    const note = (before: JobRecord, useCase: CommandName, input: unknown) => {
      const entry = { id: uuidv7(), useCase, input, at: new Date().toISOString(), version: COMMANDS[useCase].version }
      const step = stepOf(before, entry as Entry, { userId, name })
      if (step) change((now) => [...now, step])
    }
    const keep: Keep = async (useCase, input, facts) => {
      const before = latest.current
      await ways.keep(useCase, input, facts)
      note(before, useCase, input)
    }
    const carryOut: CarryOut = async (useCase, input) => {
      const before = latest.current
      await ways.carryOut(useCase, input)
      note(before, useCase, input)
    }
    return { keep, carryOut }
  }, [ways, change, userId, name])
  const leave = useCallback(
    (step: Step) => change((now) => now.filter(({ entry }) => entry.id !== step.entry.id)),
    [change],
  )
  const takeBack = useCallback(
    async (step: Step): Promise<TakenBack> => {
      const entries = putBack(step, latest.current, { newId: uuidv7, at: new Date().toISOString() })
      if (entries === null) return 'changedSince'
      for (const { useCase, input } of entries)
        if (Object.hasOwn(COMMANDS, useCase))
          await ways.carryOut(useCase as DirectName, input as CommandInput<DirectName> & never)
        else {
          await callUseCase(useCase as 'takeBackPlan', input as InputOf<'takeBackPlan'>)
          await refresh()
        }
      leave(step)
      return 'done'
    },
    [ways, leave, refresh],
  )
  const noteAct = useCallback(
    (act: Pick<ServerEntry, 'useCase' | 'input'>, was: unknown, left: unknown) =>
      change((now) => [...now, { entry: { ...act, id: uuidv7(), at: new Date().toISOString() }, was, left }]),
    [change],
  )
  const last = steps.at(-1) ?? null
  const own = useMemo(() => ({ last, takeBack, noteAct, leave }), [last, takeBack, noteAct, leave])
  return { ...noting, steps: own }
}
