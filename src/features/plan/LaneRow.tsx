'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useDroppable } from '@dnd-kit/core'
import type { Load } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { Phase } from '@/core/rules/rulePack'
import { LANE_WORDS, type Lane, type LoadPlace } from './loadLanes'
import { LoadChip } from './LoadChip'

const placeId = ({ lane, phase }: LoadPlace) => `${lane}:${phase}`

export function LaneRow({
  lane,
  columns,
  loads,
  columnOf,
  edit,
  onOpen,
}: {
  lane: Lane
  columns: readonly (Phase | 'all')[]
  loads: readonly Load[]
  columnOf: (load: Load) => Phase | 'all'
  edit: boolean
  onOpen: (load: Load) => void
}) {
  return (
    <>
      <Box px="14px" py="8px" borderTopWidth="1px" borderColor="rule">
        <Text fontWeight="600" fontSize="14px" lineHeight="1.2">
          {LANE_WORDS[lane]}
        </Text>
        <Text fontSize="12.5px" color="ink2">
          {formatQuantity(
            loads.reduce((sum, { powerW }) => sum + powerW, 0),
            'W',
            3,
          )}
        </Text>
      </Box>
      {columns.map((phase) => (
        <LaneCell
          key={phase}
          place={{ lane, phase }}
          loads={loads.filter((load) => columnOf(load) === phase)}
          edit={edit}
          onOpen={onOpen}
        />
      ))}
    </>
  )
}

function LaneCell({
  place,
  loads,
  edit,
  onOpen,
}: {
  place: LoadPlace
  loads: readonly Load[]
  edit: boolean
  onOpen: (load: Load) => void
}) {
  const { setNodeRef, isOver } = useDroppable({ id: placeId(place), disabled: !edit })
  return (
    <Flex
      ref={setNodeRef}
      data-lane={placeId(place)}
      wrap="wrap"
      gap="6px"
      alignContent="flex-start"
      p="7px"
      minH="48px"
      minW="0"
      borderTopWidth="1px"
      borderLeftWidth="1px"
      borderColor="rule"
      bg={isOver ? 'emberSoft' : undefined}
    >
      {loads.map((load) => (
        <LoadChip key={load.id} load={load} edit={edit} onOpen={() => onOpen(load)} />
      ))}
    </Flex>
  )
}
