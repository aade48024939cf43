import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Point } from '@/core/evidence/point'
import type { Review } from '@/core/handover/review'
import { Button } from '@/ui/Button'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../../job/JobContext'
import { REVIEW_STATE_WORDS } from '../reviewWords'

/** One point as it stands, and what a checker says of it. */
export function PointReview({
  point,
  state,
  review,
  checks,
  busy,
  say,
}: {
  point: Point
  state: keyof typeof REVIEW_STATE_WORDS
  review: Review | undefined
  checks: boolean
  busy: boolean
  say: (word: 'agreed' | 'sentBack', note: string | null) => Promise<unknown>
}) {
  const { bench, goTo } = useJob()
  const [writing, setWriting] = useState(false)
  const [note, setNote] = useState('')
  const judgement = bench.judgements.get(point.key)
  return (
    <Box borderTopWidth="1px" borderColor="rule" px="14px" py="6px" fontSize="14px" data-review={point.key}>
      <Flex gap={{ base: '4px 10px', md: '10px' }} align="center" wrap="wrap">
        <Box w={{ base: '100%', md: '82px' }} flex="none">
          <VerdictWord verdict={judgement?.verdict ?? 'open'} />
        </Box>
        <Box flex="1" minW={{ base: '100%', md: '210px' }}>
          <Button
            variant="bare"
            size="sm"
            px="0"
            minH="28px"
            textAlign="left"
            onClick={() => goTo(point.stage, point.key)}
          >
            {point.label}
          </Button>
          {judgement?.value && <Text fontWeight="600">{judgement.value}</Text>}
          <Text color="ink2">{judgement?.why}</Text>
        </Box>
        <Text color={state === 'sentBack' ? 'stop' : 'ink2'} mr={{ base: 'auto', md: '0' }}>
          {REVIEW_STATE_WORDS[state]}
          {review && state !== 'notSeen' ? `, ${review.byName}` : ''}
        </Text>
        {checks && state !== 'agreed' && (
          <Button
            size="sm"
            disabled={busy}
            aria-label={`Agree: ${point.label}`}
            onClick={() => void say('agreed', null)}
          >
            Agree
          </Button>
        )}
        {checks && state !== 'sentBack' && (
          <Button
            size="sm"
            aria-expanded={writing}
            aria-label={`Send back: ${point.label}`}
            onClick={() => setWriting(!writing)}
          >
            Send back
          </Button>
        )}
      </Flex>
      {state === 'sentBack' && review?.note && <Text pt="2px">“{review.note}”</Text>}
      {writing && (
        <Flex gap="8px" pt="6px">
          <Input
            value={note}
            maxLength={500}
            aria-label={`Why ${point.label} is sent back`}
            placeholder="What is wrong or missing, in a sentence"
            onChange={(event) => setNote(event.target.value)}
          />
          <Button
            size="sm"
            disabled={busy || note.trim().length < 5}
            onClick={() => void say('sentBack', note.trim()).then(() => setWriting(false))}
          >
            Send it back
          </Button>
        </Flex>
      )}
    </Box>
  )
}
