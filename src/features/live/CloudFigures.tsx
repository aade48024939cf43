'use client'
import { Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { callUseCase } from '../api'
import { useJob } from '../job/JobContext'

const ASK_MS = 10_000
/** From which age an app's figures are no evidence of anything. */
const STALE_S = 120

/** What the maker's app shows, and how old that is: an app that has not come back since the router did shows the past. */
export function CloudFigures() {
  const {
    may,
    record: {
      installation: { jobId },
    },
  } = useJob()
  const { data } = useQuery({
    queryKey: ['cloud', jobId],
    queryFn: () => callUseCase('readCloud', { jobId }),
    refetchInterval: ASK_MS,
    enabled: may('readCloud'),
    retry: false,
  })
  if (!data) return null
  return (
    <Text>
      Maker’s app: house {formatQuantity(data.values.houseW, 'W', 3)}, {Math.round(data.ageS)} s old
      {data.ageS > STALE_S && ' – stale, no evidence of anything'}
    </Text>
  )
}
