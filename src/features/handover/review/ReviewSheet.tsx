'use client'
import { Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { pointsToShow } from '@/core/evidence/bench'
import { STAGES } from '@/core/evidence/point'
import { latestReviews, reviewSummary } from '@/core/handover/review'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../../job/JobContext'
import { StageReview } from './StageReview'

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
