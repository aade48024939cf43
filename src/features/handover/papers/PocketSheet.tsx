'use client'
import { Flex, Text } from '@chakra-ui/react'
import { documentPocket } from '@/core/handover/papers/documentPocket'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'

/** What belongs into the document pocket at the board. */
export function PocketSheet() {
  const { bench, view } = useJob()
  const items = documentPocket(bench, view.packs.length)
  const held = items.filter(({ heldBecause }) => heldBecause !== null).length
  return (
    <TitledSheet title="The document pocket" note={held === 0 ? 'all of it can go in' : `${held} not ready yet`}>
      {items.map(({ label, heldBecause }) => (
        <Flex
          key={label}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="7px"
          gap="2px 14px"
          wrap="wrap"
          fontSize="14px"
        >
          <Text flex="1" minW="200px" overflowWrap="anywhere">
            {label}
          </Text>
          <Text color={heldBecause === null ? 'ink2' : 'open'}>{heldBecause ?? 'ready'}</Text>
        </Flex>
      ))}
    </TitledSheet>
  )
}
