'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { askedAtLeaving, leftForLater } from '@/core/handover/leftForLater'
import { boardWays, boardWaysWords } from '@/core/wiring/boardWays'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { VISIT_WORDS } from '@/core/installation/visit'
import { Button } from '@/ui/Button'
import { useTimes } from '@/ui/useTimes'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { OpenVisit } from './OpenVisit'

/** Later visits to a house that was handed over, and what the last one left for the next. */
export function VisitsSheet() {
  const { clock } = useTimes()
  const { record, view, may } = useJob()
  const [opening, setOpening] = useState(false)
  const { visits } = record
  const left = leftForLater(record)
  const boards = boardWays(record.installation)
  const talk = askedAtLeaving(record)
  if (view.packs.length === 0 && visits.length === 0) return null
  return (
    <TitledSheet
      title="Later visits"
      note={visits.length === 0 ? 'none yet' : undefined}
      actions={
        may('openVisit') && (
          <Button size="sm" onClick={() => setOpening(true)}>
            Open a visit
          </Button>
        )
      }
    >
      {visits.toReversed().map(({ id, kind, reason, touched, openedAt, byName }) => (
        <Flex
          key={id}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="7px"
          gap="4px 14px"
          wrap="wrap"
          fontSize="14px"
        >
          <Text fontWeight="600" minW="110px">
            {VISIT_WORDS[kind]}
          </Text>
          <Text flex="1" minW="200px" overflowWrap="anywhere">
            {reason}
            {touched.length > 0 && <Text as="span" color="ink2">{` Touched: ${touched.join(', ')}.`}</Text>}
          </Text>
          <Text color="ink2">
            {clock(openedAt)}, {byName}
          </Text>
        </Flex>
      ))}
      {(left.length + boards.length > 0 || talk) && (
        <Box borderTopWidth="1px" borderColor="rule" px="14px" py="8px" fontSize="14px">
          <Text color="ink2">Left for the next visit</Text>
          {left.map(({ runTag, from, to, size, lengthM, measured, lugs }) => (
            <Text key={runTag}>
              {runTag}, {from} to {to}, {size}: {formatQuantity(lengthM, 'm', 3)}{' '}
              {measured ? 'measured' : 'as planned, not measured'}
              {lugs > 0 && `; bring ${lugs} lugs for ${size}`}
            </Text>
          ))}
          {talk && (
            <Text overflowWrap="anywhere">
              {talk.who} asked: {talk.asked}
            </Text>
          )}
          {boards.map((board) => (
            <Text key={board.tag}>
              {board.name}: {boardWaysWords(board)}
            </Text>
          ))}
        </Box>
      )}
      <OpenVisit open={opening} onClose={() => setOpening(false)} />
    </TitledSheet>
  )
}
