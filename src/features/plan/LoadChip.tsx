'use client'
import { memo } from 'react'
import type { Load } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { ChipBody, DragChip } from '@/ui/DragChip'

export function LoadChip({ load, edit, onOpen }: { load: Load; edit: boolean; onOpen: () => void }) {
  if (!edit) return <ChipFace load={load} />
  return (
    <DragChip id={load.id} data={{ 'data-load': load.tag }} onClick={onOpen}>
      <ChipFace load={load} />
    </DragChip>
  )
}

export const ChipFace = memo(function ChipFace({ load, lifted = false }: { load: Load; lifted?: boolean }) {
  return <ChipBody name={load.name} figure={formatQuantity(load.powerW, 'W', 2)} lifted={lifted} />
})
