'use client'
import { Box } from '@chakra-ui/react'
import { equipmentChanges } from '@/core/equipment/equipmentChanges'
import type { Component } from '@/core/installation/installation'
import type { EquipmentView } from '@/server/useCases/equipment'
import { Notice } from '@/ui/Notice'
import { changeLines } from './figureWords'
import { useLibrary } from './useLibrary'

/** A piece that the library has otherwise by now, with the components that took it before. */
interface Overtaken {
  piece: EquipmentView
  names: string[]
  lines: string[]
}

function overtakenOf(components: readonly Component[], pieces: readonly EquipmentView[]): Overtaken[] {
  return pieces.flatMap((piece) => {
    const [latest] = piece.revisions
    const older = components.flatMap(({ name, libraryRevisionId }) => {
      const taken = piece.revisions.find(({ revisionId }) => revisionId === libraryRevisionId)
      return taken && latest && taken.revision < latest.revision ? [{ name, taken }] : []
    })
    const oldest = older.toSorted((a, b) => a.taken.revision - b.taken.revision)[0]?.taken
    if (!latest || !oldest) return []
    const lines = changeLines(piece.kind, equipmentChanges(oldest, latest))
    return lines.length === 0 ? [] : [{ piece, names: older.map(({ name }) => name), lines }]
  })
}

/** Says where the library has other figures by now than those this job took; the job keeps its own until somebody changes them. */
export function LibraryNews({ components }: { components: readonly Component[] }) {
  const { pieces } = useLibrary()
  const overtaken = overtakenOf(components, pieces ?? [])
  if (overtaken.length === 0) return null
  return (
    <Box px="14px" pb="8px">
      {overtaken.map(({ piece, names, lines }) => (
        <Notice key={piece.id} kind="caution" mb="6px">
          The library has other figures by now for {names.join(', ')} (revision {piece.revisions[0]?.revision}):{' '}
          {lines.join(' · ')}. This job keeps what it took until somebody changes it.
        </Notice>
      ))}
    </Box>
  )
}
