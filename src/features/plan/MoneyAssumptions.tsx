'use client'
import { chakra } from '@chakra-ui/react'
import type { FollowRule } from '@/core/plan/followPrices'
import type { PlanAssumptions } from '@/core/installation/survey'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { TitledSheet } from '@/ui/Sheet'
import { usePlanned } from './LoadDrafts'
import type { useYear } from './useYear'

const said = (figure: number | null) => figure ?? '?'

/** What is paid for a kWh that is bought. */
function boughtWords(assumptions: PlanAssumptions, fileName: string | undefined): string {
  const { tariffKind, currency, importPrice, offpeakPrice, windowFromHour, windowToHour } = assumptions
  switch (tariffKind) {
    case 'flat':
      return `One price of ${said(importPrice)} ${currency}/kWh`
    case 'twoRate':
      return `${said(importPrice)} and, from ${said(windowFromHour)} to ${said(windowToHour)} h, ${said(offpeakPrice)} ${currency}/kWh`
    case 'file':
      return `prices of ${fileName ?? 'a file'}`
  }
}

/** What is paid for a kWh that is sold. */
function soldWords({
  currency,
  exportPrice,
  exportPeakPrice,
  exportPeakFromHour,
  exportPeakToHour,
}: PlanAssumptions): string {
  const usual = `${said(exportPrice)} ${currency}/kWh for what is exported`
  return exportPeakPrice === null
    ? `${usual}.`
    : `${usual}, and ${exportPeakPrice} from ${said(exportPeakFromHour)} to ${said(exportPeakToHour)} h.`
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

/** What the worth of a battery rests on, beside its figures. */
export function MoneyAssumptions({
  year: { basis, imported },
  rule,
}: {
  year: ReturnType<typeof useYear>
  rule: FollowRule | string | null
}) {
  const {
    installation: { assumptions },
  } = usePlanned()
  return (
    <TitledSheet title="What this assumes">
      <chakra.ul px="32px" pb="10px" fontSize="14px" listStyleType="disc">
        <li>
          {boughtWords(assumptions, imported.price?.name)}; {soldWords(assumptions)}
        </li>
        {rule !== null && typeof rule !== 'string' && <FollowAssumed rule={rule} currency={assumptions.currency} />}
        <li>
          Prices stay as they are; no interest, no ageing, no price of the battery itself. Load — {basis?.load ?? '…'}.
          Sun — {basis?.pv ?? '…'}.
        </li>
        <li>The reserve is never used for money. Standby of the system counts as load.</li>
      </chakra.ul>
    </TitledSheet>
  )
}
