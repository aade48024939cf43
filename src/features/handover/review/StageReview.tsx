import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { type Point, STAGE_WORDS, type Stage } from '@/core/evidence/point'
import { type Review, pointAsSeen, type reviewSummary } from '@/core/handover/review'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { callUseCase } from '../../api'
import { useJob } from '../../job/JobContext'
import { useAttempt } from '../../useAttempt'
import { PointReview } from './PointReview'

/** The points of one stage, to be gone over one by one or agreed with together. */
export function StageReview({
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
