'use client'
import { counted } from '@/core/quantity/counted'
import { Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { type CostLine, costEstimate } from '@/core/plan/costEstimate'
import type { PlanAssumptions } from '@/core/installation/survey'
import { payback } from '@/core/plan/payback'
import { neededOfInstallation } from '@/core/plan/neededOfInstallation'
import type { Installation } from '@/core/installation/installation'
import { formatNumber, formatWhole } from '@/core/quantity/formatQuantity'
import { type Column, DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { problemWords } from '../api'
import { useHabits } from '../crew/useHabits'

const range = (low: number | null, high: number | null) =>
  low === null || high === null
    ? 'no price yet'
    : low === high
      ? formatWhole(Math.round(low))
      : `${formatWhole(Math.round(low))} to ${formatWhole(Math.round(high))}`

const quantityWords = ({ quantity, unit }: CostLine) =>
  quantity === null
    ? 'not known yet'
    : unit === 'once'
      ? ''
      : `${Number.isInteger(quantity) ? quantity : formatNumber(quantity, 3)} ${quantity === 1 && unit === 'pieces' ? 'piece' : unit}`

const columnsIn = (currency: string): readonly Column<CostLine>[] => [
  { head: 'What', cell: ({ label }) => label },
  { head: 'How much', cell: quantityWords, numeric: true },
  { head: `Amount, ${currency}`, cell: ({ low, high }) => range(low, high), numeric: true },
]

interface Estimated {
  low: number
  high: number
  /** Every line has an amount. */
  isWhole: boolean
  worthAYear: number | null
  currency: string
}

/** In how many years it comes back, with all that the sum assumes. */
function paybackWords(
  { low, high, isWhole, worthAYear, currency }: Estimated,
  { grantAmount, currency: tariffIn }: PlanAssumptions,
): string {
  if (worthAYear === null) return 'In how many years it comes back is open: the year is not reckoned yet.'
  if (currency !== tariffIn)
    return `In how many years it comes back is open: the price list is in ${currency}, the tariff in ${tariffIn}.`
  const paid = payback({ lowCost: low, highCost: high, grant: grantAmount, valuePerYear: worthAYear })
  if (paid === null) return 'By this tariff the planned battery is worth nothing in a year: it never pays for itself.'
  const years = (value: number) => formatNumber(value, 2)
  const grant = grantAmount === null ? 'without a grant' : `less a grant of ${formatWhole(grantAmount)} ${currency}`
  const span =
    years(paid.lowYears) === years(paid.highYears)
      ? years(paid.lowYears)
      : `${years(paid.lowYears)} to ${years(paid.highYears)}`
  return `It comes back in ${isWhole ? '' : 'at least '}${span} years, ${grant}, with ${formatWhole(Math.round(worthAYear))} ${currency} a year as above: a plain sum without interest, ageing, tax, or what the backup itself is worth.`
}

/** What the job costs by the crew's own price list: a range, and what of it has no price yet. */
export function CostSheet({
  installation,
  worthAYear,
}: {
  installation: Installation
  /** What the planned battery is worth in a year of the tariff; `null` while it is not reckoned. */
  worthAYear: number | null
}) {
  const { habits, failure } = useHabits()
  const estimate = useMemo(
    () => habits && costEstimate(neededOfInstallation(installation), habits.prices),
    [habits, installation],
  )
  if (failure !== null && failure !== undefined)
    return (
      <TitledSheet title="What it costs">
        <Notice kind="caution" mx="14px" mb="12px">
          {problemWords(failure)}
        </Notice>
      </TitledSheet>
    )
  if (!habits || !estimate) return null
  const { lines, low, high, open } = estimate
  return (
    <TitledSheet title="What it costs" note="by the crew’s own price list, without tax and grants">
      {habits.prices.length === 0 ? (
        <EmptyState title="No prices yet">
          The crew’s price list is under Crew, Prices and habits. A thing without a price is never counted as nothing.
        </EmptyState>
      ) : (
        <>
          <Text px="14px" pb="8px" fontSize="15px" role="status" aria-label="Estimate">
            {open.length > 0 ? 'At least ' : ''}
            <Text as="span" fontWeight="600">
              {range(low, high)} {habits.currency}
            </Text>
            {open.length > 0 &&
              `; ${counted(open.length, ['line has', 'lines have'])} no amount yet, of ${lines.length}, and ${open.length === 1 ? 'is' : 'are'} not in it: ${open
                .slice(0, 4)
                .map(({ label }) => label)
                .join(', ')}${open.length > 4 ? ' …' : ''}`}
          </Text>
          <Text px="14px" pb="8px" fontSize="14px" color="ink2" role="status" aria-label="Payback">
            {paybackWords(
              { low, high, isWhole: open.length === 0, worthAYear, currency: habits.currency ?? '' },
              installation.assumptions,
            )}
          </Text>
          <DataTable
            label="Estimate by line"
            columns={columnsIn(habits.currency ?? 'no currency set')}
            rows={lines}
            keyOf={({ what, unit }) => `${what} ${unit}`}
          />
        </>
      )}
    </TitledSheet>
  )
}
