'use client'
import { Text } from '@chakra-ui/react'
import type { BoardRating } from '@/core/plan/boardRating'
import { boardRatings } from '@/core/plan/devicesOfInstallation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { useJob } from '../job/JobContext'
import { usePlan } from '../plan/usePlan'
import { CircuitsSheet } from './CircuitsSheet'
import { MainsSheet } from './MainsSheet'
import { SupplyFigures } from './SupplyFigures'
import { SupplyMeans } from './SupplyMeans'
import { SurveySheet } from './SurveySheet'

/** P-3: what a board's main and sources take of its busbar. */
const RatingWords = ({ rating: { verdict, usedA, limitA } }: { rating: BoardRating }) => (
  <Text fontSize="13px">
    <PlanMarkWord mark={verdict} />{' '}
    {usedA === null || limitA === null
      ? 'with sources: main, busbar and each source’s current are needed (P-3)'
      : `main and sources use ${formatNumber(usedA, 4)} A of ${formatNumber(limitA, 4)} A (P-3)`}
  </Text>
)

/** Supply, boards and circuits, and what the kind of supply means for the job. */
export function SupplyView() {
  const {
    record: { installation },
  } = useJob()
  const plan = usePlan()
  const ratings = new Map(boardRatings(installation).map(({ board, rating }) => [board.id, rating]))
  return (
    <>
      <SupplyFigures />
      <SupplyMeans />
      {plan.mains && <MainsSheet mains={plan.mains} />}
      <SurveySheet
        kind="board"
        says={({ id }) => {
          const rating = ratings.get(id)
          return rating && <RatingWords rating={rating} />
        }}
      />
      <CircuitsSheet />
    </>
  )
}
