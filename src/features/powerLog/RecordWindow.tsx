'use client'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type WorkingTest, workingTests } from '@/core/evidence/families/workingTests'
import type { BalanceTest } from '@/core/settings/balanceTest'
import type { ForcedPower } from '@/core/settings/forcedPower'
import { windowFigures } from '@/core/settings/windowFigures'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'

/** Takes a stretch that was judged into the record of its working test, where the job asks for one. */
export function RecordWindow({
  kind,
  found,
  lastedS,
  setW,
  source,
}: {
  kind: WorkingTest
  found: BalanceTest | ForcedPower
  lastedS: number
  setW: number | null
  source: 'log' | 'live'
}) {
  const { bench, may, offer } = useJob()
  const [done, setDone] = useState(false)
  const [fault, setFault] = useState<string | null>(null)
  const point = bench.points.find(({ key }) => key === workingTests.key(kind))
  const figures = windowFigures(kind, found, lastedS, setW)
  if (!point || figures.length === 0 || !may('recordReadings')) return null
  if (done)
    return (
      <Text as="span" color="ink2" role="status">
        recorded
      </Text>
    )
  const record = async () => {
    setFault(null)
    for (const { slot: slotId, value, unit } of figures) {
      const slot = point.slots.find(({ id }) => id === slotId)
      if (!slot) continue
      const entered = await offer({ point, slot }, { kind: 'figure', value, unit }, { source })
      if (entered?.kind === 'refused') return setFault(entered.message)
      // whoever was asked and would not: the figures of one stretch are stored together or count for nothing
      if (!entered || entered.kind !== 'stored') return
    }
    setDone(true)
  }
  return (
    <>
      <Button size="sm" onClick={() => void record()}>
        Record it
      </Button>
      {fault !== null && (
        <Text as="span" role="alert" color="stop">
          {fault}
        </Text>
      )}
    </>
  )
}
