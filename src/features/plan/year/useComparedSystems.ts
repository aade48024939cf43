'use client'
import { useMemo, useState } from 'react'
import type { Installation } from '@/core/installation/installation'
import type { Plan } from '@/core/plan/planOfInstallation'
import { type YearSystem, systemsToCompare } from '@/core/plan/yearOfInstallation'

/** On one picture. */
export const MOST_SYSTEMS = 4

/** Systems whose year is compared: those of the plan and those that somebody tries here, up to four of them on the picture. */
export function useComparedSystems(installation: Installation, plan: Plan) {
  const [own, setOwn] = useState<readonly YearSystem[]>([])
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set())
  const offered = useMemo(() => [...systemsToCompare(installation, plan), ...own], [installation, plan, own])
  const shown = useMemo(() => offered.filter(({ label }) => !left.has(label)).slice(0, MOST_SYSTEMS), [offered, left])
  const toggle = (label: string) =>
    setLeft((old) => {
      const next = new Set(old)
      if (!next.delete(label)) next.add(label)
      return next
    })
  const add = (system: YearSystem) => {
    setOwn((old) => [...old, system])
    // a fifth takes the last one's place
    if (shown.length >= MOST_SYSTEMS) setLeft((old) => new Set([...old, shown.at(-1)?.label ?? '']))
  }
  return { offered, shown, toggle, add, ownCount: own.length, tooMany: offered.length - left.size > MOST_SYSTEMS }
}

export type ComparedSystems = ReturnType<typeof useComparedSystems>
