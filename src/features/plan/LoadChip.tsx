'use client'
import { Flex, chakra } from '@chakra-ui/react'
import { useDraggable } from '@dnd-kit/core'
import { GripVertical } from 'lucide-react'
import { memo } from 'react'
import type { Load } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'

export function LoadChip({ load, edit, onOpen }: { load: Load; edit: boolean; onOpen: () => void }) {
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({ id: load.id, disabled: !edit })
  if (!edit) return <ChipFace load={load} />
  return (
    <chakra.button
      ref={setNodeRef}
      type="button"
      data-load={load.tag}
      {...attributes}
      {...listeners}
      onClick={onOpen}
      maxW="100%"
      opacity={isDragging ? 0.4 : 1}
      cursor="grab"
      textAlign="left"
      touchAction="manipulation"
      borderRadius="l1"
      _focusVisible={{ outlineWidth: '3px', outlineColor: 'focusRing' }}
    >
      <ChipFace load={load} />
    </chakra.button>
  )
}

export const ChipFace = memo(function ChipFace({ load, lifted = false }: { load: Load; lifted?: boolean }) {
  return (
    <Flex
      as="span"
      display="inline-flex"
      maxW="100%"
      align="center"
      gap="4px"
      px="6px"
      minH="32px"
      bg="sheet"
      borderWidth="1px"
      borderColor={lifted ? 'ember' : 'rule2'}
      borderRadius="l1"
      fontSize="13.5px"
      lineHeight="1.2"
      boxShadow={lifted ? 'md' : undefined}
    >
      <chakra.span color="ink3" flex="none" lineHeight="0">
        <GripVertical size={13} aria-hidden />
      </chakra.span>
      <chakra.span overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
        {load.name}
      </chakra.span>
      <chakra.span color="ink2" flex="none">
        {formatQuantity(load.powerW, 'W', 2)}
      </chakra.span>
    </Flex>
  )
})
