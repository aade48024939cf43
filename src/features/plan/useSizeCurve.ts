'use client'
import { useEffect, useMemo, useState } from 'react'
import { type AutonomySystem, isKnownSystem, missingOfSystem } from '@/core/plan/autonomy'
import type { FollowRule } from '@/core/plan/followPrices'
import type { Installation } from '@/core/installation/installation'
import type { Plan } from '@/core/plan/planOfInstallation'
import { chargeLimitW } from '@/core/plan/pvOfInstallation'
import type { PricedSize, SizeCurve } from '@/core/plan/sizeCurve'
import { followRuleOf, tariffOfAssumptions } from '@/core/plan/tariffOfAssumptions'
import { moduleLimits, systemOfPlan } from '@/core/plan/yearOfInstallation'
import { sizesInWorker } from '@/workers/clients'
import { usePlanned } from './LoadDrafts'
import type { useYear } from './useYear'

const MOST_MODULES = 12

/** Modules of the plan, over all its units. */
export const moduleCountOf = ({ sources }: Pick<Installation, 'sources'>): number =>
  sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)

/** Every number of modules that is priced, or what is missing of the planned system in a sentence. */
function pricedSizes(installation: Installation, plan: Plan): PricedSize[] | string {
  const planned = systemOfPlan(installation, plan)
  const count = moduleCountOf(installation)
  const ownWh = planned.capacityWh !== null && count > 0 ? planned.capacityWh / count : null
  const moduleWh = installation.assumptions.moduleUsableWh ?? ownWh
  const known: AutonomySystem = { ...planned, capacityWh: moduleWh }
  if (moduleWh === null || !isKnownSystem(known)) return `Still needed: ${missingOfSystem(known).join(', ')}.`
  return Array.from({ length: Math.max(MOST_MODULES, count + 3) + 1 }, (_, moduleCount) => {
    const limits = moduleLimits(installation, planned, moduleCount)
    const system = {
      ...known,
      capacityWh: moduleCount * moduleWh,
      // what limits the planned size is known, and so is what limits another
      chargeLimitW: limits.chargeLimitW ?? 0,
      dischargeLimitW: limits.dischargeLimitW ?? 0,
    }
    return { moduleCount, system }
  })
}

/** What a year's worth of each battery size is: reckoned, on its way, not possible yet for a reason, or failed. */
export type SizesReckoned =
  { kind: 'missing' | 'failed'; why: string } | { kind: 'reckoning' } | { kind: 'done'; curve: SizeCurve }

/** P-14 in a worker, whenever what it rests on changes. */
export function useSizeCurve({ basis, imported }: ReturnType<typeof useYear>): {
  reckoned: SizesReckoned
  rule: FollowRule | string | null
} {
  const { installation, plan } = usePlanned()
  const { assumptions } = installation
  const [answer, setAnswer] = useState<{ of: unknown; curve: SizeCurve | string } | null>(null)
  const sizes = useMemo(() => pricedSizes(installation, plan), [installation, plan])
  const tariff = useMemo(
    () => tariffOfAssumptions(assumptions, imported.price?.watts ?? null),
    [assumptions, imported.price],
  )
  const rule = useMemo(() => followRuleOf(assumptions, chargeLimitW(installation)), [assumptions, installation])
  const asked = useMemo(() => ({ basis, sizes, tariff, rule }), [basis, sizes, tariff, rule])
  useEffect(() => {
    const profile = basis?.profile
    if (!profile || typeof sizes === 'string' || typeof tariff === 'string' || typeof rule === 'string') return
    const controller = new AbortController()
    const told = (curve: SizeCurve | string) => {
      if (!controller.signal.aborted) setAnswer({ of: asked, curve })
    }
    sizesInWorker(profile, sizes, tariff, rule, controller.signal).then(
      (result) => told(result.ok ? result.value : result.error.message),
      (error: unknown) => told(String(error)),
    )
    return () => controller.abort()
  }, [asked, basis, sizes, tariff, rule])
  const why =
    basis === null
      ? 'Fetching the year…'
      : (basis.missing ?? [sizes, tariff, rule].find((one): one is string => typeof one === 'string') ?? null)
  if (why !== null) return { reckoned: { kind: 'missing', why }, rule }
  // what was reckoned from other figures says nothing of these
  const curve = answer?.of === asked ? answer.curve : null
  if (curve === null) return { reckoned: { kind: 'reckoning' }, rule }
  return { reckoned: typeof curve === 'string' ? { kind: 'failed', why: curve } : { kind: 'done', curve }, rule }
}
