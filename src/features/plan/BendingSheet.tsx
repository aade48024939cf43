'use client'
import { Text, chakra } from '@chakra-ui/react'
import type { Installation } from '@/core/installation/installation'
import { type BendingRoom, bendingRooms } from '@/core/plan/bendingRoom'
import { RULE_PACKS } from '@/core/rules/packs'
import { type Column, DataTable } from '@/ui/DataTable'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { sizeText } from '@/core/rules/conductors'

const millimetres = (value: number | null) => (
  <chakra.span whiteSpace="nowrap">{value === null ? 'not measured' : `${value}\u00a0mm`}</chakra.span>
)

const columns = (packId: string): readonly Column<BendingRoom>[] => [
  { head: 'Run', cell: ({ run }) => `${run.tag}, ${sizeText(packId, run.size)}` },
  { head: 'At', cell: ({ atName }) => atName },
  { head: 'Needs', cell: ({ neededMm }) => millimetres(neededMm), numeric: true },
  { head: 'Has', cell: ({ roomMm }) => millimetres(roomMm), numeric: true },
  { head: 'Room', cell: ({ mark }) => <PlanMarkWord mark={mark} /> },
]

/** Whether thick conductors can bend where they end, before somebody stands there with one. */
export function BendingSheet({ installation }: { installation: Installation }) {
  const rooms = bendingRooms(installation)
  if (rooms.length === 0) return null
  return (
    <TitledSheet title="Room to bend" note="thick conductors, where they end">
      <DataTable
        label="Room to bend"
        columns={columns(installation.packId)}
        rows={rooms}
        keyOf={({ run, at, atTag }) => `${run.tag} ${at} ${atTag}`}
      />
      <Text px="14px" py="8px" fontSize="13px" color="ink2">
        {RULE_PACKS[installation.packId].bendingRoom.basis} The room of a board is entered under Survey, Supply and
        boards; that of a unit or a gateway with the component, as its manual gives it.
      </Text>
    </TitledSheet>
  )
}
