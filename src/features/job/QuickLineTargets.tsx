'use client'
import { Box, Flex } from '@chakra-ui/react'
import { type Target, exampleOf } from '@/core/evidence/quickLine'

/** The name under which one of them is told to a screen reader. */
export const targetId = (listId: string, k: number): string => `${listId}-${k}`

/** Points that fit what is typed, over the line; one of them may be marked. */
export function QuickLineTargets({
  listId,
  targets,
  marked,
  onChoose,
}: {
  listId: string
  targets: readonly Target[]
  marked: number
  onChoose: (k: number) => void
}) {
  return (
    <Box
      id={listId}
      role="listbox"
      aria-label="What fits"
      position="absolute"
      bottom="calc(100% - 18px)"
      left="0"
      right={{ base: '0', lg: '124px' }}
      zIndex="10"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule2"
      borderRadius="l1"
      boxShadow="md"
      maxH="360px"
      overflowY="auto"
    >
      {targets.map((target, k) => (
        <Flex
          key={`${target.point.key} ${target.slot.id}`}
          id={targetId(listId, k)}
          role="option"
          aria-selected={k === marked}
          onMouseDown={(event) => {
            // the line keeps the keys
            event.preventDefault()
            onChoose(k)
          }}
          px="12px"
          py="7px"
          minH="40px"
          gap="12px"
          align="baseline"
          cursor="pointer"
          bg={k === marked ? 'emberSoft' : undefined}
          _hover={{ bg: 'sheet2' }}
        >
          <Box fontFamily="mono" fontSize="15px" whiteSpace="nowrap">
            {exampleOf(target)}
          </Box>
          <Box color="ink2" fontSize="13.5px" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {target.slot.label} · {target.point.label}
          </Box>
        </Flex>
      ))}
    </Box>
  )
}
