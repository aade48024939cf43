'use client'
import { Text } from '@chakra-ui/react'
import type { AutonomySystem, AutonomyYear } from '@/core/plan/autonomy'
import type { YearSystem } from '@/core/plan/yearOfInstallation'
import { MONTH_NAMES } from '@/core/plan/yearProfile'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { OPEN, percentOrOpen } from '@/core/quantity/orOpen'
import { type Column, DataTable } from '@/ui/DataTable'
import { TitledSheet } from '@/ui/Sheet'
import { hours, shareOr } from './yearWords'

type Row = YearSystem & { year: AutonomyYear | null }

/** What the system is made of, and what of it nobody has said. */
function SystemWords({ system }: { system: AutonomySystem }) {
  const { capacityWh, dischargeLimitW, chargeLimitW, pvShare, reserveSoc } = system
  return (
    <Text fontSize="13px" color="ink2">
      {capacityWh === null ? 'energy open' : formatQuantity(capacityWh, 'Wh', 3)},{' '}
      {dischargeLimitW === null ? 'power open' : formatQuantity(dischargeLimitW, 'W', 3)}
      {chargeLimitW === null && ', charging power open'}
      {pvShare === null && ', PV open'}, reserve {shareOr(reserveSoc)}
    </Text>
  )
}

const worstMonth = ({ year }: Row) =>
  year ? `${MONTH_NAMES[(year.worstMonth ?? 1) - 1]}, ${hours(year.worstMonthMeanH)} on average` : 'open'
const notServed = ({ year }: Row) =>
  year?.energyNotServedKWh == null ? OPEN : formatQuantity(1000 * year.energyNotServedKWh, 'Wh', 3)
const powerFails = ({ year }: Row) => percentOrOpen(year?.powerFailShare, 2)

const COLUMNS: readonly Column<Row>[] = [
  {
    head: 'System',
    cell: ({ label, system }) => (
      <>
        <Text fontWeight="600">{label}</Text>
        <SystemWords system={system} />
      </>
    ),
  },
  { head: '95 of 100 last', numeric: true, cell: ({ year }) => hours(year?.p5H) },
  { head: 'half last', numeric: true, cell: ({ year }) => hours(year?.p50H) },
  { head: '5 of 100 last', numeric: true, wideOnly: true, cell: ({ year }) => hours(year?.p95H) },
  { head: 'Worst month', wideOnly: true, cell: worstMonth },
  { head: 'Not served in a day', numeric: true, wideOnly: true, cell: notServed },
  { head: 'Fails by power', numeric: true, wideOnly: true, cell: powerFails },
]

/** The years of the systems on the picture, in figures. */
export function YearFigures({
  systems,
  years,
}: {
  systems: readonly YearSystem[]
  years: readonly (AutonomyYear | null)[]
}) {
  return (
    <TitledSheet title="In figures">
      <DataTable
        label="Systems compared"
        rows={systems.map((system, k): Row => ({ ...system, year: years[k] ?? null }))}
        keyOf={({ label }) => label}
        columns={COLUMNS}
      />
    </TitledSheet>
  )
}
