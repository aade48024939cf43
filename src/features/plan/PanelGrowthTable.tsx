'use client'
import { Box, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { Installation } from '@/core/installation/installation'
import { type PanelGrowth, growthByPanels } from '@/core/plan/growthByPanels'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { quantityOrOpen } from '@/core/quantity/orOpen'
import { type Column, DataTable } from '@/ui/DataTable'
import { PlanMarkWord } from '@/ui/PlanMarkWord'

const COLUMNS: readonly Column<PanelGrowth>[] = [
  {
    head: 'Panels',
    cell: ({ name, added, modules }) => (
      <Box overflowWrap="anywhere">
        {name}: {modules ?? 'open'}
        <Text as="span" display="block" fontSize="13px" color="ink2">
          {added === 0 ? 'as found' : `${added} more in each string`}
        </Text>
      </Box>
    ),
  },
  {
    head: 'More at its peak',
    cell: ({ added, morePeakW }) => (added === 0 ? '–' : quantityOrOpen(morePeakW, 'W', 3)),
    numeric: true,
  },
  {
    head: 'String in frost',
    cell: ({ coldVocV, maxVocV }) =>
      coldVocV === null || maxVocV === null
        ? 'open'
        : `${formatQuantity(coldVocV, 'V', 3)} of ${formatNumber(maxVocV, 4)}`,
    numeric: true,
  },
  {
    head: 'Limit by day',
    cell: ({ dayW }) => quantityOrOpen(dayW, 'W', 3),
    numeric: true,
    wideOnly: true,
  },
  { head: '', cell: ({ mark }) => <PlanMarkWord mark={mark} /> },
]

/** What one, two and three more panels in each string would bring, system by system; nothing where none was found. */
export function PanelGrowthTable({ installation }: { installation: Installation }) {
  const rows = useMemo(() => growthByPanels(installation), [installation])
  if (rows.length === 0) return null
  return (
    <DataTable
      label="What more panels would bring"
      columns={COLUMNS}
      rows={rows}
      keyOf={({ tag, added }) => `${tag} ${added}`}
    />
  )
}
