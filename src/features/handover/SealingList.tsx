'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { beforeSealing } from '@/core/handover/beforeSealing'
import { useJob } from '../job/JobContext'
import { CONCERN_WORDS } from './reviewWords'

const MOST_NAMED = 4

/** What a pack sealed now would carry beside what is Proven; all of it is printed. */
export function SealingList() {
  const { bench, record, view } = useJob()
  const lines = beforeSealing(bench, record, view)
  const nameOf = (key: string) => bench.points.find((point) => point.key === key)?.label ?? key
  if (lines.length === 0)
    return (
      <Text mt="3" fontSize="14px">
        Every point is Proven, agreed with by a checker, and signed for by all three.
      </Text>
    )
  return (
    <Box mt="3" as="ul" fontSize="14px" listStyleType="none" aria-label="What the pack will say openly">
      {lines.map(({ concern, count, keys }) => (
        <Flex as="li" key={concern} direction="column" borderTopWidth="1px" borderColor="rule" py="6px">
          <Text fontWeight="600">{CONCERN_WORDS[concern](count)}</Text>
          {concern !== 'notReviewed' && concern !== 'overridden' && (
            <Text color="ink2">
              {keys.slice(0, MOST_NAMED).map(nameOf).join('; ')}
              {keys.length > MOST_NAMED && ` and ${keys.length - MOST_NAMED} more`}
            </Text>
          )}
        </Flex>
      ))}
    </Box>
  )
}
