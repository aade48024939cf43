'use client'
import { chakra } from '@chakra-ui/react'
import { useEffect, useMemo, useState } from 'react'
import type { PricedSize, SizeCurve } from '@/core/plan/sizeCurve'
import type { FollowRule } from '@/core/plan/followPrices'
import { chargeLimitW } from '@/core/plan/pvOfInstallation'
import { followRuleOf, tariffOfAssumptions } from '@/core/plan/tariffOfAssumptions'
import { type AutonomySystem, isKnownSystem, missingOfSystem } from '@/core/plan/autonomy'
import { moduleLimits, systemOfPlan } from '@/core/plan/yearOfInstallation'
import { formatWhole, formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { sizesInWorker } from '@/workers/clients'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { MeteringSheet } from '../survey/MeteringSheet'
import { nested, useChangeJob } from '../survey/useChangeJob'
import { ASSUMPTION_FIELDS } from './assumptionFields'
import { CostSheet } from './CostSheet'
import { usePlanned } from './LoadDrafts'
import { useYear } from './useYear'
import { SizeChart } from './SizeChart'
import { SizeTable } from './SizeTable'
import { WindowSheet } from './WindowSheet'

const MOST_MODULES = 12

/** Battery sizes over a year of prices, the knee of the curve, and whether the cheap window fills the battery. */
export function MoneyView() {
  const { may } = useJob()
  const change = useChangeJob()
  const { installation, plan } = usePlanned()
  const { basis, imported } = useYear()
  const [open, setOpen] = useState(false)
  const [reckoned, setReckoned] = useState<{ of: unknown; curve: SizeCurve | string } | null>(null)
  const { assumptions, sources } = installation
  const money = (value: number) =>
    `${Math.abs(value) >= 100 ? formatWhole(value) : formatNumber(value, 3)} ${assumptions.currency}`
  const sizes = useMemo((): PricedSize[] | string => {
    const planned = systemOfPlan(installation, plan)
    const count = sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)
    const moduleWh =
      assumptions.moduleUsableWh ?? (planned.capacityWh !== null && count > 0 ? planned.capacityWh / count : null)
    const known: AutonomySystem = { ...planned, capacityWh: moduleWh }
    if (moduleWh === null || !isKnownSystem(known)) return `Still needed: ${missingOfSystem(known).join(', ')}.`
    return Array.from({ length: Math.max(MOST_MODULES, count + 3) + 1 }, (_, moduleCount) => {
      const limits = moduleLimits(installation, planned, moduleCount)
      return {
        moduleCount,
        system: {
          ...known,
          capacityWh: moduleCount * moduleWh,
          chargeLimitW: limits.chargeLimitW ?? 0,
          dischargeLimitW: limits.dischargeLimitW ?? 0,
        },
      }
    })
  }, [installation, plan, sources.units, assumptions.moduleUsableWh])
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
    sizesInWorker(profile, sizes, tariff, rule, controller.signal).then(
      (result) => {
        if (!controller.signal.aborted)
          setReckoned({ of: asked, curve: result.ok ? result.value : result.error.message })
      },
      (error: unknown) => {
        if (!controller.signal.aborted) setReckoned({ of: asked, curve: String(error) })
      },
    )
    return () => controller.abort()
  }, [asked, basis, sizes, tariff, rule])
  // what was reckoned from other figures says nothing of these
  const curve = reckoned?.of === asked ? reckoned.curve : null
  const why =
    basis === null
      ? 'Fetching the year…'
      : (basis.missing ??
        (typeof sizes === 'string'
          ? sizes
          : typeof tariff === 'string'
            ? tariff
            : typeof rule === 'string'
              ? rule
              : null))
  const count = sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)
  return (
    <>
      <TitledSheet
        title="What a battery is worth, by its size"
        actions={
          may('changeJob') && (
            <Button size="sm" variant={why ? 'act' : 'quiet'} onClick={() => setOpen(true)}>
              Tariff and charging
            </Button>
          )
        }
      >
        {why !== null ? (
          <EmptyState title={why}>
            The year is then reckoned for every number of modules, and the size after which another one brings ever less
            is named.
          </EmptyState>
        ) : curve === null ? (
          <EmptyState title="Reckoning the year…" />
        ) : typeof curve === 'string' ? (
          <Notice kind="error" mx="14px" mb="10px">
            {curve}
          </Notice>
        ) : (
          <SizeChart curve={curve} planned={count} money={money} />
        )}
        {why === null && curve !== null && typeof curve !== 'string' && (
          <SizeTable curve={curve} planned={count} money={money} />
        )}
      </TitledSheet>
      <WindowSheet money={money} />
      {assumptions.tariffKind === 'file' && <MeteringSheet kinds={['price']} />}
      <CostSheet
        installation={installation}
        worthAYear={
          why === null && curve !== null && typeof curve !== 'string'
            ? (curve.points.find(({ moduleCount }) => moduleCount === count)?.valuePerYear ?? null)
            : null
        }
      />
      <TitledSheet title="What this assumes">
        <chakra.ul px="32px" pb="10px" fontSize="14px" listStyleType="disc">
          <li>
            {assumptions.tariffKind === 'flat'
              ? `One price of ${assumptions.importPrice ?? '?'} ${assumptions.currency}/kWh`
              : assumptions.tariffKind === 'twoRate'
                ? `${assumptions.importPrice ?? '?'} and, from ${assumptions.windowFromHour ?? '?'} to ${assumptions.windowToHour ?? '?'} h, ${assumptions.offpeakPrice ?? '?'} ${assumptions.currency}/kWh`
                : `prices of ${imported.price?.name ?? 'a file'}`}
            ;{' '}
            {assumptions.exportPrice === null
              ? 'nothing counted for what is exported, whose price is not said'
              : `${assumptions.exportPrice} ${assumptions.currency}/kWh for what is exported`}
            {assumptions.exportPeakPrice === null
              ? '.'
              : `, and ${assumptions.exportPeakPrice} from ${assumptions.exportPeakFromHour ?? '?'} to ${assumptions.exportPeakToHour ?? '?'} h.`}
          </li>
          {rule !== null && typeof rule !== 'string' && <FollowAssumed rule={rule} currency={assumptions.currency} />}
          <li>
            Prices stay as they are; no interest, no ageing, no price of the battery itself. Load — {basis?.load ?? '…'}
            . Sun — {basis?.pv ?? '…'}.
          </li>
          <li>The reserve is never used for money. Standby of the system counts as load.</li>
        </chakra.ul>
      </TitledSheet>
      <Overlay title="Tariff and charging" open={open} onClose={() => setOpen(false)} wide>
        <SpecForm
          specs={ASSUMPTION_FIELDS}
          initial={{ assumptions }}
          save={async (fields) => {
            await change({ assumptions: { ...assumptions, ...nested(fields, 'assumptions') } })
            setOpen(false)
          }}
        />
      </Overlay>
    </>
  )
}

/** What a battery that follows prices rests on. */
function FollowAssumed({
  rule: { gridChargeW, sells, exportLimitW, wearPerKWh },
  currency,
}: {
  rule: FollowRule
  currency: string
}) {
  return (
    <>
      <li>
        The battery follows prices: each day it does what leaves least to pay until the end of the next, as if sun and
        load of both were known. That is what following could be worth at best; forecasts come to less.
      </li>
      <li>
        It is charged from the street with up to {formatQuantity(gridChargeW, 'W', 3)}, and wears {wearPerKWh}{' '}
        {currency} a kWh, which is in the value.{' '}
        {sells
          ? `It gives up to ${formatQuantity(exportLimitW, 'W', 3)} to the street, which needs the network operator’s permission.`
          : 'It gives nothing to the street.'}
      </li>
    </>
  )
}
