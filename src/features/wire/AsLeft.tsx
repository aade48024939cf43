'use client'
import { belongsTo } from '@/core/evidence/families'
import { Flex, Text } from '@chakra-ui/react'
import { asLeftDevices, switchesAsLeft } from '@/core/evidence/families/switchPositions'
import { latestBySlot } from '@/core/evidence/reading'
import type { AskCode } from '@/core/evidence/readEntry'
import type { Positions } from '@/core/wiring/installationGraph'
import { Button } from '@/ui/Button'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'

/** Records that the switches in the house stand as the picture has them: the position that is left, held against the plan's. */
export function AsLeft({ positions }: { positions: Positions }) {
  const {
    record: { installation },
    bench,
    offer,
  } = useJob()
  const point = bench.points.find((one) => belongsTo(one, switchesAsLeft))
  if (!point) return null
  const judgement = bench.judgements.get(point.key)
  const there = latestBySlot(bench.context.readings, point.key)
  const store = async () => {
    let confirmed: readonly AskCode[] = []
    for (const { id } of asLeftDevices(installation)) {
      const slot = point.slots.find((one) => one.id === id)
      const stands = positions[id]
      if (slot && stands !== undefined && there.get(id)?.valueWord !== stands) {
        const entered = await offer({ point, slot }, { kind: 'word', word: stands }, { confirmed })
        if (entered?.kind !== 'stored') return
        confirmed = entered.confirmed
      }
    }
  }
  return (
    <Flex
      px="14px"
      py="7px"
      gap="6px 14px"
      borderTopWidth="1px"
      borderColor="rule"
      wrap="wrap"
      align="center"
      fontSize="14px"
    >
      <Button size="sm" onClick={() => void store()}>
        The switches stand as drawn
      </Button>
      {judgement && <VerdictWord verdict={judgement.verdict} />}
      <Text flex="1" minW="200px" color="ink2">
        {there.size === 0 ? 'Look at every switch, set the picture to match, then record it as left.' : judgement?.why}
      </Text>
    </Flex>
  )
}
