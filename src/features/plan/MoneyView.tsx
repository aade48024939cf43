'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { line, scaleLinear } from 'd3'
import { useEffect, useMemo, useState } from 'react'
import { chargeWindow, CHARGE_LIMIT_WORDS } from '@/core/plan/chargeWindow'
import type { PlanAssumptions } from '@/core/installation/survey'
import type { PricedSize, SizeCurve, SizePoint, Tariff } from '@/core/plan/selfConsumption'
import { moduleLimits, systemOfPlan } from '@/core/plan/yearOfInstallation'
import { formatDuration, formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/theme'
import { sizesInWorker } from '@/workers/clients'
import { Button } from '@/ui/Button'
import { Label } from '@/ui/charts/Label'
import { DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Figure, Figures } from '@/ui/Figure'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { useWidth } from '@/ui/useWidth'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { MeteringSheet } from '../survey/MeteringSheet'
import { nested, useChangeJob } from '../survey/useChangeJob'
import { ASSUMPTION_FIELDS } from './assumptionFields'
import { usePlanned } from './LoadDrafts'
import { useYear } from './useYear'

const MOST_MODULES = 12

/** The tariff as entered, or what is missing of it. */
function tariffOf(
  { tariffKind, importPrice, offpeakPrice, exportPrice, windowFromHour, windowToHour }: PlanAssumptions,
  prices: Float64Array | null,
): Tariff | string {
  const sold = exportPrice ?? 0
  if (tariffKind === 'file') return prices ? { kind: 'file', prices, exportPrice: sold } : 'Read the price file first.'
  if (importPrice === null) return 'The price per kWh is not known.'
  if (tariffKind === 'flat') return { kind: 'flat', importPrice, exportPrice: sold }
  if (offpeakPrice === null || windowFromHour === null || windowToHour === null)
    return 'The cheap price and its hours are not known.'
  return {
    kind: 'twoRate',
    peakPrice: importPrice,
    offpeakPrice,
    fromHour: windowFromHour,
    toHour: windowToHour,
    exportPrice: sold,
  }
}

/** Battery sizes over a year of prices, the knee of the curve, and whether the cheap window fills the battery. */
export function MoneyView() {
  const { may } = useJob()
  const change = useChangeJob()
  const { installation, plan } = usePlanned()
  const { basis, imported } = useYear()
  const [open, setOpen] = useState(false)
  const [curve, setCurve] = useState<SizeCurve | string | null>(null)
  const { assumptions, sources } = installation
  const money = (value: number) =>
    `${Math.abs(value) >= 100 ? Math.round(value).toLocaleString('en') : formatNumber(value, 3)} ${assumptions.currency}`
  const sizes = useMemo((): PricedSize[] | string => {
    const planned = systemOfPlan(installation, plan)
    const count = sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)
    const moduleWh =
      assumptions.moduleUsableWh ?? (planned.capacityWh !== null && count > 0 ? planned.capacityWh / count : null)
    if (moduleWh === null || planned.dischargeLimitW === null)
      return 'The usable energy of a module and the night limit are needed.'
    return Array.from({ length: Math.max(MOST_MODULES, count + 3) + 1 }, (_, moduleCount) => {
      const limits = moduleLimits(installation, planned, moduleCount)
      return {
        moduleCount,
        system: {
          ...planned,
          capacityWh: moduleCount * moduleWh,
          chargeLimitW: limits.chargeLimitW,
          dischargeLimitW: limits.dischargeLimitW ?? 0,
        },
      }
    })
  }, [installation, plan, sources.units, assumptions.moduleUsableWh])
  const tariff = useMemo(() => tariffOf(assumptions, imported.price?.watts ?? null), [assumptions, imported.price])
  useEffect(() => {
    const profile = basis?.profile
    if (!profile || typeof sizes === 'string' || typeof tariff === 'string') return
    const controller = new AbortController()
    sizesInWorker(profile, sizes, tariff, controller.signal).then(
      (result) => {
        if (!controller.signal.aborted) setCurve(result.ok ? result.value : result.error.message)
      },
      (error: unknown) => {
        if (!controller.signal.aborted) setCurve(String(error))
      },
    )
    return () => controller.abort()
  }, [basis, sizes, tariff])
  const why =
    basis === null
      ? 'Fetching the year…'
      : (basis.missing ?? (typeof sizes === 'string' ? sizes : typeof tariff === 'string' ? tariff : null))
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
      <TitledSheet title="What this assumes">
        <chakra.ul px="32px" pb="10px" fontSize="14px" listStyleType="disc">
          <li>
            {assumptions.tariffKind === 'flat'
              ? `One price of ${assumptions.importPrice ?? '?'} ${assumptions.currency}/kWh`
              : assumptions.tariffKind === 'twoRate'
                ? `${assumptions.importPrice ?? '?'} and, from ${assumptions.windowFromHour ?? '?'} to ${assumptions.windowToHour ?? '?'} h, ${assumptions.offpeakPrice ?? '?'} ${assumptions.currency}/kWh`
                : `prices of ${imported.price?.name ?? 'a file'}`}
            ; {assumptions.exportPrice ?? 0} {assumptions.currency}/kWh for what is exported.
          </li>
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

function SizeChart({
  curve: { points, knee },
  planned,
  money,
}: {
  curve: SizeCurve
  planned: number
  money: (value: number) => string
}) {
  const [ref, width] = useWidth<HTMLDivElement>(720)
  const height = 210
  const x = scaleLinear([0, points.at(-1)?.moduleCount ?? 1], [60, width - 24])
  const values = points.map(({ valuePerYear }) => valuePerYear)
  const y = scaleLinear([Math.min(0, ...values), Math.max(1, ...values) * 1.12], [height - 30, 10])
  const here = points.find(({ moduleCount }) => moduleCount === planned)
  const mark = (point: SizePoint, words: string, up: boolean) => (
    <g>
      <circle
        cx={x(point.moduleCount)}
        cy={y(point.valuePerYear)}
        r="6"
        fill={colour('sheet')}
        stroke={colour('ember')}
        strokeWidth="2.6"
      />
      <Label
        x={x(point.moduleCount)}
        y={y(point.valuePerYear) + (up ? -12 : 22)}
        anchor={x(point.moduleCount) > width - 140 ? 'end' : 'middle'}
        size={13}
        weight={600}
        tone="ember"
        halo="sheet"
      >
        {words}
      </Label>
    </g>
  )
  return (
    <Box ref={ref} px="14px" pb="6px">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Value per year by number of modules. ${knee ? `The knee lies at ${knee.moduleCount} modules with ${money(knee.valuePerYear)}.` : 'There is no knee.'}`}
        style={{ display: 'block', overflow: 'visible' }}
      >
        {y.ticks(4).map((value) => (
          <g key={value}>
            <path d={`M60 ${y(value)}H${width - 24}`} stroke={colour(value === 0 ? 'rule2' : 'rule')} />
            <Label x={54} y={y(value) + 4} anchor="end" size={12}>
              {formatNumber(value, 4)}
            </Label>
          </g>
        ))}
        {points.map(({ moduleCount, valuePerYear }) => (
          <g key={moduleCount}>
            <circle cx={x(moduleCount)} cy={y(valuePerYear)} r="3" fill={colour('grid')} />
            <Label x={x(moduleCount)} y={height - 10} anchor="middle" size={12}>
              {moduleCount}
            </Label>
          </g>
        ))}
        <path
          d={
            line<SizePoint>(
              ({ moduleCount }) => x(moduleCount),
              ({ valuePerYear }) => y(valuePerYear),
            )(points) ?? ''
          }
          fill="none"
          stroke={colour('grid')}
          strokeWidth="2.2"
        />
        {knee && mark(knee, knee.moduleCount === planned ? 'the knee, and as planned' : 'the knee', true)}
        {here && here.moduleCount !== knee?.moduleCount && mark(here, 'as planned', false)}
      </svg>
      <Text fontSize="13px" color="ink2">
        Value per year over the number of modules.{' '}
        {knee
          ? `After ${knee.moduleCount} another module brings ever less.`
          : 'The curve has no bend: the tariff gives no reason for one size.'}{' '}
        Backup may ask for more: look at the year.
      </Text>
    </Box>
  )
}

function SizeTable({
  curve: { points, knee },
  planned,
  money,
}: {
  curve: SizeCurve
  planned: number
  money: (value: number) => string
}) {
  const wanted = new Set([0, planned, knee?.moduleCount ?? planned, (knee?.moduleCount ?? planned) + 2])
  const percent = (share: number | null) => (share === null ? '–' : `${formatNumber(100 * share, 3)} %`)
  return (
    <DataTable
      label="Sizes"
      rows={points.filter(({ moduleCount }) => wanted.has(moduleCount))}
      keyOf={({ moduleCount }) => String(moduleCount)}
      columns={[
        {
          head: 'Modules',
          cell: ({ moduleCount, capacityWh }) => (
            <>
              <Text as="span" fontWeight="600">
                {moduleCount}
              </Text>{' '}
              <Text as="span" color="ink2">
                {capacityWh === 0 ? 'no battery' : formatQuantity(capacityWh, 'Wh', 3)}
              </Text>
            </>
          ),
        },
        { head: 'Value a year', numeric: true, cell: ({ valuePerYear }) => money(valuePerYear) },
        { head: 'Sun used at home', numeric: true, cell: ({ selfConsumption }) => percent(selfConsumption) },
        { head: 'Without the street', numeric: true, cell: ({ selfSufficiency }) => percent(selfSufficiency) },
        {
          head: 'Import left',
          numeric: true,
          wideOnly: true,
          cell: ({ importKWh }) => `${formatNumber(importKWh, 4)} kWh`,
        },
        {
          head: 'Cycles a year',
          numeric: true,
          wideOnly: true,
          cell: ({ cyclesPerYear }) => (cyclesPerYear === null ? '–' : formatNumber(cyclesPerYear, 3)),
        },
      ]}
    />
  )
}

/** P-9: whether the cheap hours fill the battery, what limits the charging, and what a day of it saves. */
function WindowSheet({ money }: { money: (value: number) => string }) {
  const { installation, plan } = usePlanned()
  const { assumptions, sources, supply } = installation
  const count = sources.units.reduce<number | null>(
    (sum, { moduleCount }) => (sum === null || moduleCount === null ? null : sum + moduleCount),
    sources.units.length > 0 ? 0 : null,
  )
  const usableWh = sources.usableWh ?? sources.nominalWh
  const { windowFromHour: from, windowToHour: to } = assumptions
  const roundTrip = assumptions.chargeEfficiency * sources.dischargeEfficiency
  const result = chargeWindow({
    inverterChargeW: assumptions.inverterChargeW,
    moduleCount: count,
    moduleChargeW: assumptions.moduleChargeW,
    deviceLimitW: assumptions.windowDeviceW,
    importHeadroomW:
      plan.capacity.capacityKva === null ? null : plan.capacity.capacityKva * 1000 * (supply.powerFactor ?? 1),
    otherNightLoadsW: assumptions.otherNightLoadsW,
    socStart: sources.reserveSoc,
    socTarget: assumptions.windowTargetSoc,
    nominalWh: usableWh,
    chargeEfficiency: assumptions.chargeEfficiency,
    windowH: from === null || to === null ? null : (to - from + 24) % 24 || 24,
    shiftedKWh:
      usableWh === null || assumptions.windowTargetSoc === null || sources.reserveSoc === null
        ? null
        : (usableWh / 1000) *
          Math.max(0, assumptions.windowTargetSoc - sources.reserveSoc) *
          sources.dischargeEfficiency,
    peakPrice: assumptions.importPrice,
    offpeakPrice: assumptions.offpeakPrice,
    exportPrice: assumptions.exportPrice,
    roundTripEfficiency: roundTrip,
  })
  return (
    <Figures columns={3}>
      <Figure
        label="Charging in the cheap hours"
        value={result.chargeW === null ? 'open' : formatQuantity(result.chargeW, 'W', 3)}
      >
        {result.bindingLimit === null
          ? 'inverter, module, device and other night loads are needed'
          : `limited by ${CHARGE_LIMIT_WORDS[result.bindingLimit]}`}
      </Figure>
      <Figure
        label="From the reserve to the target"
        value={result.fillH === null ? 'open' : formatDuration(result.fillH * 3_600_000)}
      >
        <Flex gap="6px" wrap="wrap" as="span">
          <PlanMarkWord mark={result.verdict} />
          {result.verdict === 'open' ? ' a figure is missing' : ' against the window'}
        </Flex>
      </Figure>
      <Figure
        label="A day of shifting saves"
        value={result.savingPerDay === null ? 'open' : money(result.savingPerDay)}
      >
        {result.exportSavingPerDay === null
          ? ''
          : `keeping sun instead of selling it: ${money(result.exportSavingPerDay)}`}
      </Figure>
    </Figures>
  )
}
