'use client'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { CableCheck } from '@/core/plan/cable'
import { cableChecks } from '@/core/plan/devicesOfInstallation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { type Column, DataTable } from '@/ui/DataTable'
import { EmptyState } from '@/ui/EmptyState'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { type Editing, ItemOverlay } from '../forms/ItemOverlay'
import { useJob } from '../job/JobContext'
import { usePlanned } from './LoadDrafts'
import { amps } from './wattsAndAmps'

type Checked = ReturnType<typeof cableChecks>[number]

/** Which of a run's checks keeps it from fitting. */
function troubleOf({ verdict, ampacity, drop, shortCircuit }: CableCheck): string | null {
  if (verdict === 'fits') return null
  const checks = [
    ['device and size', ampacity],
    ['voltage drop', drop],
    ['short circuit', shortCircuit],
  ] as const
  return checks
    .filter(([, mark]) => mark === verdict)
    .map(([words]) => words)
    .join(', ')
}

const columnsOf = (unit: string): readonly Column<Checked>[] => [
  {
    head: 'Run',
    cell: ({ run }) => (
      <>
        <Text as="span" fontFamily="mono" color="ink3" mr="6px">
          {run.tag}
        </Text>
        {run.from} → {run.to}
      </>
    ),
  },
  { head: `Size, ${unit}`, numeric: true, cell: ({ run }) => run.size },
  { head: 'Device', numeric: true, wideOnly: true, cell: ({ run }) => amps(run.deviceA) },
  { head: 'Carries', numeric: true, wideOnly: true, cell: ({ check }) => amps(check.deratedAmpacityA ?? null) },
  {
    head: 'Drop',
    numeric: true,
    cell: ({ check }) => (check.dropPercent == null ? 'open' : `${formatNumber(check.dropPercent, 3)} %`),
  },
  {
    head: 'Figures choose',
    numeric: true,
    wideOnly: true,
    cell: ({ chosen }) => chosen.size ?? (chosen.verdict === 'open' ? 'open' : 'none'),
  },
  {
    head: '',
    cell: ({ check }) => (
      <>
        <PlanMarkWord mark={check.verdict} />
        <Text fontSize="12.5px" color="ink2">
          {troubleOf(check)}
        </Text>
      </>
    ),
  },
]

/** P-11: every planned run against its device, its voltage drop and a short circuit. */
export function CablesSheet({ unit }: { unit: string }) {
  const { may } = useJob()
  const { installation } = usePlanned()
  const [editing, setEditing] = useState<Editing | null>(null)
  const checks = cableChecks(installation)
  const edit = may('saveItem')
  return (
    <TitledSheet
      title="Cables"
      note="P-11"
      actions={
        edit && (
          <Button size="sm" onClick={() => setEditing({ kind: 'run', item: null })}>
            Add a run
          </Button>
        )
      }
    >
      {checks.length === 0 ? (
        <EmptyState title="No runs yet">
          Each run is checked for its device, its voltage drop and, where the fault current is known, for short circuit.
        </EmptyState>
      ) : (
        <DataTable
          label="Cables"
          rows={checks}
          keyOf={({ run }) => run.id}
          onOpen={edit ? ({ run }) => setEditing({ kind: 'run', item: run }) : undefined}
          openLabel={({ run }) => `Change ${run.tag}`}
          columns={columnsOf(unit)}
        />
      )}
      <ItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </TitledSheet>
  )
}
