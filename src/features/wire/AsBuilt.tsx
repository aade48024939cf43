import { Text } from '@chakra-ui/react'
import { positionsChecked } from '@/core/evidence/families/switchPositions'
import { belongsTo } from '@/core/evidence/families'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useJob } from '../job/JobContext'

/**
 * Says whether somebody has confirmed the drawing as built, and lets whoever has walked the house with it confirm it; shortly where what the plan says
 * otherwise stands beside it already.
 */
export function AsBuilt({ planDiffers }: { planDiffers: boolean }) {
  const { bench, may, offer } = useJob()
  const point = bench.points.find((one) => belongsTo(one, positionsChecked))
  const slot = point?.slots[0]
  const judgement = point && bench.judgements.get(point.key)
  if (!point || !judgement || slot?.input.kind !== 'word') return null
  const [word] = Object.keys(slot.input.words)
  if (judgement.value !== null || judgement.verdict === 'stop')
    return judgement.value === null ? null : (
      <Text px="14px" pb="8px" fontSize="14px" color="ink2">
        {judgement.why}
      </Text>
    )
  return (
    <Notice
      kind="caution"
      mx="14px"
      mb="8px"
      action={
        may('recordReadings') &&
        word !== undefined && (
          <Button size="sm" onClick={() => void offer({ point, slot }, { kind: 'word', word })}>
            Confirm as built
          </Button>
        )
      }
    >
      {planDiffers ? 'A drawing is a plan until somebody has walked the house with it.' : judgement.why}
    </Notice>
  )
}
