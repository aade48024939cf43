'use client'
import { Text } from '@chakra-ui/react'
import type { SizeCurve, SizePoint } from '@/core/plan/sizeCurve'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { DataTable } from '@/ui/DataTable'

export function SizeTable({
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
        ...(points.some(({ followed }) => followed)
          ? [
              {
                head: 'Sold',
                numeric: true,
                wideOnly: true,
                cell: ({ followed }: SizePoint) => (followed ? `${formatNumber(followed.soldKWh, 3)} kWh` : '–'),
              },
              {
                head: 'Wear a year',
                numeric: true,
                wideOnly: true,
                cell: ({ followed }: SizePoint) => (followed ? money(followed.wearPerYear) : '–'),
              },
            ]
          : []),
      ]}
    />
  )
}
