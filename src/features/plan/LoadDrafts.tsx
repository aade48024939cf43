'use client'
import { type ReactNode, createContext, startTransition, use, useCallback, useMemo, useState } from 'react'
import type { Installation } from '@/core/installation/installation'
import { type Plan, planOfInstallation } from '@/core/plan/planOfInstallation'
import { problemWords } from '../api'
import { useJob } from '../job/JobContext'
import { useSaveItem } from '../job/useSaveItem'
import { placed } from './loadLanes'
import type { LoadPlace } from './loadLanes'

interface PlanValue {
  /** The job with the load in hand already where it hovers. */
  installation: Installation
  /** The same without the load in hand: where chips lie until they are let go. */
  resting: Installation
  plan: Plan
  /** Shows a load somewhere else without storing it; `null` puts it back. */
  hover: (loadId: string, place: LoadPlace | null) => void
  /** Stores a load's new place; the picture keeps it meanwhile. */
  put: (loadId: string, place: LoadPlace) => Promise<void>
  /** What the server said no to, for the strip to show. */
  refusal: string | null
}

const PlanContext = createContext<PlanValue | null>(null)

/** Works the plan out once for every part of the bench, with loads where a hand is moving them. */
export function PlanProvider({ children }: { children: ReactNode }) {
  const {
    record: { installation },
  } = useJob()
  const save = useSaveItem()
  const [moved, setMoved] = useState<ReadonlyMap<string, LoadPlace>>(new Map())
  const [refusal, setRefusal] = useState<string | null>(null)
  const [inHand, setInHand] = useState<{ loadId: string; place: LoadPlace } | null>(null)
  const resting = useMemo(
    (): Installation =>
      moved.size === 0
        ? installation
        : { ...installation, loads: installation.loads.map((load) => placed(load, moved.get(load.id))) },
    [installation, moved],
  )
  const shown = useMemo(
    (): Installation =>
      inHand === null
        ? resting
        : {
            ...resting,
            loads: resting.loads.map((load) => (load.id === inHand.loadId ? placed(load, inHand.place) : load)),
          },
    [resting, inHand],
  )
  const plan = useMemo(() => planOfInstallation(shown), [shown])
  const move = useCallback(
    (loadId: string, place: LoadPlace | null) =>
      setMoved((old) => {
        const next = new Map(old)
        if (place) next.set(loadId, place)
        else next.delete(loadId)
        return next
      }),
    [],
  )
  const value = useMemo(
    (): PlanValue => ({
      installation: shown,
      resting,
      plan,
      refusal,
      // a hand in motion comes first: the limits follow as soon as there is a moment for them
      hover: (loadId, place) => startTransition(() => setInHand(place && { loadId, place })),
      async put(loadId, place) {
        const load = installation.loads.find(({ id }) => id === loadId)
        if (!load) return
        setRefusal(null)
        setInHand(null)
        move(loadId, place)
        try {
          await save('load', placed(load, place))
        } catch (error) {
          setRefusal(problemWords(error))
        } finally {
          move(loadId, null)
        }
      },
    }),
    [shown, resting, plan, move, refusal, installation, save],
  )
  return <PlanContext value={value}>{children}</PlanContext>
}

export function usePlanned(): PlanValue {
  const value = use(PlanContext)
  if (!value) throw new Error('usePlanned is for parts of the bench')
  return value
}
