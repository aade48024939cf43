'use client'
import { Text } from '@chakra-ui/react'
import type { Installation } from '@/core/installation/installation'
import { endsOnNothing } from '@/core/plan/runEnds'
import { type TerminalCapacity, terminalCapacities } from '@/core/plan/terminalCapacity'
import { type Column, DataTable } from '@/ui/DataTable'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { sizeText } from '@/core/rules/conductors'

const columns = (packId: string): readonly Column<TerminalCapacity>[] => [
  { head: 'Run', cell: ({ run }) => `${run.tag}, ${sizeText(packId, run.size)}` },
  { head: 'At', cell: ({ atName }) => atName },
  {
    head: 'Terminals take',
    cell: ({ terminalSize }) => (terminalSize === null ? 'not read' : sizeText(packId, terminalSize)),
    numeric: true,
  },
  { head: 'Terminals', cell: ({ mark }) => <PlanMarkWord mark={mark} /> },
]

/** Whether the terminals at both ends of each run take its conductor. */
export function TerminalSheet({ installation }: { installation: Installation }) {
  const ends = terminalCapacities(installation)
  const onNothing = endsOnNothing(installation)
  if (installation.runs.length === 0) return null
  return (
    <TitledSheet title="Terminals" note="where runs end on a board or a component">
      {ends.length > 0 && (
        <DataTable
          label="Terminals"
          columns={columns(installation.packId)}
          rows={ends}
          keyOf={({ run, at, atTag }) => `${run.tag} ${at} ${atTag}`}
        />
      )}
      {onNothing.length > 0 && (
        <Text px="14px" pt="8px" fontSize="14px">
          Open: no board and no component is called after{' '}
          {onNothing.map(({ runTag, end }) => `${end} (${runTag})`).join(', ')}. Neither terminals nor the room to bend
          are looked at there.
        </Text>
      )}
      <Text px="14px" py="8px" fontSize="13px" color="ink2">
        What the terminals of a board take is entered under Survey, Supply and boards; those of a unit or a gateway with
        the component. A terminal takes no thicker conductor than it is made for, and two in one only where its maker
        says so.
      </Text>
    </TitledSheet>
  )
}
