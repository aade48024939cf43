'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { pointsToShow } from '@/core/evidence/bench'
import { type Point, STAGES, STAGE_WORDS, type Stage } from '@/core/evidence/point'
import { type Review, latestReviews, pointAsSeen, reviewSummary } from '@/core/handover/review'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { callUseCase } from '../api'
import { useJob } from '../job/JobContext'
import { useAttempt } from '../useAttempt'
import { REVIEW_STATE_WORDS } from './reviewWords'

/** A checker goes over the job point by point; a lead sees what was sent back. */
export function ReviewSheet() {
  const { bench, view, may } = useJob()
  const points = pointsToShow(bench)
  const { reviews } = view
  const summary = useMemo(() => reviewSummary(pointsToShow(bench), bench.judgements, reviews), [bench, reviews])
  const latest = useMemo(() => latestReviews(reviews), [reviews])
  const checks = may('reviewPoints')
  const { agreed, sentBack, changedSince } = summary.counts
  if (points.length === 0) return null
  const shown = checks ? points : points.filter(({ key }) => summary.states.get(key) === 'sentBack')
  return (
    <TitledSheet
      title="The checker’s review"
      note={
        summary.whole
          ? 'every point agreed with as it stands'
          : [
              `${agreed} of ${points.length} agreed`,
              sentBack > 0 && `${sentBack} sent back`,
              changedSince > 0 && `${changedSince} changed since`,
            ]
              .filter(Boolean)
              .join(', ')
      }
    >
      {!checks && shown.length === 0 && (
        <Text px="14px" pb="10px" fontSize="14px" color="ink2">
          {summary.whole
            ? 'Another licensed person has agreed with everything as it stands.'
            : 'A checker of the crew, who recorded none of it, opens this job and goes over it point by point. Without that the pack says that nobody checked it.'}
        </Text>
      )}
      {STAGES.map((stage) => (
        <StageReview
          key={stage}
          stage={stage}
          points={shown.filter((point) => point.stage === stage)}
          states={summary.states}
          latest={latest}
          checks={checks}
        />
      ))}
    </TitledSheet>
  )
}

function StageReview({
  stage,
  points,
  states,
  latest,
  checks,
}: {
  stage: Stage
  points: readonly Point[]
  states: ReturnType<typeof reviewSummary>['states']
  latest: ReadonlyMap<string, Review>
  checks: boolean
}) {
  const { bench, record, refresh } = useJob()
  const { attempt, failure, busy } = useAttempt()
  const [open, setOpen] = useState(false)
  if (points.length === 0) return null
  const left = points.filter(({ key }) => states.get(key) !== 'agreed')
  const say = (which: readonly Point[], word: 'agreed' | 'sentBack', note: string | null) =>
    attempt(async () => {
      await callUseCase('reviewPoints', {
        jobId: record.installation.jobId,
        word,
        note,
        points: which.map(({ key }) => ({ id: uuidv7(), pointKey: key, saw: pointAsSeen(bench.judgements.get(key)) })),
      })
      await refresh()
    })
  const shown = checks ? open : true
  return (
    <Box borderTopWidth="1px" borderColor="rule">
      {checks && (
        <Flex align="center" gap="10px" px="14px" minH="46px" wrap="wrap">
          <Button variant="bare" size="sm" px="0" aria-expanded={open} onClick={() => setOpen(!open)}>
            {STAGE_WORDS[stage]}: {left.length === 0 ? 'all agreed' : `${left.length} of ${points.length} to look at`}
          </Button>
          {open && left.length > 0 && (
            <Button size="sm" ml="auto" disabled={busy} onClick={() => void say(left, 'agreed', null)}>
              Agree with {left.length === 1 ? 'it' : `these ${left.length}`} as{' '}
              {left.length === 1 ? 'it stands' : 'they stand'}
            </Button>
          )}
        </Flex>
      )}
      {failure && (
        <Notice kind="error" mx="14px" mb="8px">
          {failure}
        </Notice>
      )}
      {shown &&
        points.map((point) => (
          <PointReview
            key={point.key}
            point={point}
            state={states.get(point.key) ?? 'notSeen'}
            review={latest.get(point.key)}
            checks={checks}
            busy={busy}
            say={(word, note) => say([point], word, note)}
          />
        ))}
    </Box>
  )
}

function PointReview({
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
