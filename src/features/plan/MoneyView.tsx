'use client'
import { useState } from 'react'
import { formatNumber, formatWhole } from '@/core/quantity/formatQuantity'
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
import { MoneyAssumptions } from './MoneyAssumptions'
import { SizeChart } from './SizeChart'
import { SizeTable } from './SizeTable'
import { WindowSheet } from './WindowSheet'
import { useYear } from './useYear'
import { type SizesReckoned, moduleCountOf, useSizeCurve } from './useSizeCurve'

type Money = (value: number) => string

/** The worth of each size as a curve and in figures, or why there is none yet. */
function Sizes({ reckoned, planned, money }: { reckoned: SizesReckoned; planned: number; money: Money }) {
  switch (reckoned.kind) {
    case 'missing':
      return (
        <EmptyState title={reckoned.why}>
          The year is then reckoned for every number of modules, and the size after which another one brings ever less
          is named.
        </EmptyState>
      )
    case 'reckoning':
      return <EmptyState title="Reckoning the year…" />
    case 'failed':
      return (
        <Notice kind="error" mx="14px" mb="10px">
          {reckoned.why}
        </Notice>
      )
    case 'done':
      return (
        <>
          <SizeChart curve={reckoned.curve} planned={planned} money={money} />
          <SizeTable curve={reckoned.curve} planned={planned} money={money} />
        </>
      )
  }
}

/** The form of prices, hours and how the battery is charged. */
function TariffOverlay({ open, onClose }: { open: boolean; onClose: () => void }) {
  const {
    installation: { assumptions },
  } = usePlanned()
  const change = useChangeJob()
  const save = async (fields: Record<string, unknown>) => {
    await change({ assumptions: { ...assumptions, ...nested(fields, 'assumptions') } })
    onClose()
  }
  return (
    <Overlay title="Tariff and charging" open={open} onClose={onClose} wide>
      <SpecForm specs={ASSUMPTION_FIELDS} initial={{ assumptions }} save={save} />
    </Overlay>
  )
}

/** Battery sizes over a year of prices, the knee of the curve, and whether the cheap window fills the battery. */
export function MoneyView() {
  const { may } = useJob()
  const { installation } = usePlanned()
  const year = useYear()
  const { reckoned, rule } = useSizeCurve(year)
  const [isOpen, setOpen] = useState(false)
  const { currency, tariffKind } = installation.assumptions
  const money: Money = (value) => `${Math.abs(value) >= 100 ? formatWhole(value) : formatNumber(value, 3)} ${currency}`
  const count = moduleCountOf(installation)
  const points = reckoned.kind === 'done' ? reckoned.curve.points : []
  const worthAYear = points.find(({ moduleCount }) => moduleCount === count)?.valuePerYear ?? null
  return (
    <>
      <TitledSheet
        title="What a battery is worth, by its size"
        actions={
          may('changeJob') && (
            <Button size="sm" variant={reckoned.kind === 'missing' ? 'act' : 'quiet'} onClick={() => setOpen(true)}>
              Tariff and charging
            </Button>
          )
        }
      >
        <Sizes reckoned={reckoned} planned={count} money={money} />
      </TitledSheet>
      <WindowSheet money={money} />
      {tariffKind === 'file' && <MeteringSheet kinds={['price']} />}
      <CostSheet installation={installation} worthAYear={worthAYear} />
      <MoneyAssumptions year={year} rule={rule} />
      <TariffOverlay open={isOpen} onClose={() => setOpen(false)} />
    </>
  )
}
