'use client'
import { Flex, chakra } from '@chakra-ui/react'
import { useDraggable } from '@dnd-kit/core'
import { GripVertical } from 'lucide-react'
import type { ReactNode } from 'react'

interface DragChipProps {
  id: string
  /** What tells it from its like on the page, as a data attribute. */
  data: Readonly<Record<`data-${string}`, string>>
  onClick?: () => void
  children: ReactNode
}

/** Something that is carried to another place by hand, by touch or by keys. */
export function DragChip({ id, data, onClick, children }: DragChipProps) {
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({ id })
  return (
    <chakra.button
      ref={setNodeRef}
      type="button"
      {...data}
      {...attributes}
      {...listeners}
      onClick={onClick}
      maxW="100%"
      opacity={isDragging ? 0.4 : 1}
      cursor="grab"
      textAlign="left"
      touchAction="manipulation"
      borderRadius="l1"
      _focusVisible={{ outlineWidth: '3px', outlineColor: 'focusRing' }}
    >
      {children}
    </chakra.button>
  )
}

interface ChipBodyProps {
  name: string
  /** Its figure, after the name. */
  figure: string
  lifted?: boolean
  /** What it shows is not from a reading. */
  assumed?: boolean
  /** Somebody depends on it. */
  marked?: boolean
}

/** How it looks, where it lies and while it is carried: its name whole, on as many lines as a narrow lane needs. */
export const ChipBody = ({ name, figure, lifted = false, assumed = false, marked = false }: ChipBodyProps) => (
  <Flex
    as="span"
    display="inline-flex"
    maxW="100%"
    align="center"
    wrap="wrap"
    columnGap="4px"
    px="6px"
    py="3px"
    minH="32px"
    bg="sheet"
    borderWidth="1px"
    borderStyle={assumed ? 'dashed' : 'solid'}
    borderColor={lifted ? 'ember' : marked ? 'watch' : 'rule2'}
    borderRadius="l1"
    fontSize="13.5px"
    lineHeight="1.2"
    boxShadow={lifted ? 'md' : undefined}
  >
    <Flex as="span" display="inline-flex" align="center" gap="4px" minW="0">
      <chakra.span color="ink3" flex="none" lineHeight="0">
        <GripVertical size={13} aria-hidden />
      </chakra.span>
      <chakra.span minW="0" overflowWrap="anywhere">
        {name}
      </chakra.span>
    </Flex>
    <chakra.span color="ink2" flex="none">
      {figure}
    </chakra.span>
  </Flex>
)
