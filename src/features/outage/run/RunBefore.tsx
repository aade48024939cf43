'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { DEMAND_SLOT, demandBeforeCut, goNoGoOf } from '@/core/evidence/families/demandBeforeCut'
import type { HoldState } from '@/core/evidence/holdPoints'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { RunKind } from '@/core/outage/run/outageMark'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { useJob } from '../../job/JobContext'
import type { Live } from '../../live/useLive'
import { goWords } from './runWords'

const GO_TONE = { go: 'proven', noGo: 'stop', open: 'ink' } as const

/** Before the cut: may it be cut with what the house draws now, and which kind of run is released. */
export function RunBefore({ live, begin }: { live: Live; begin: (kind: RunKind) => Promise<void> }) {
  const { bench, may } = useJob()
  const holds = (id: HoldState['step']['id']) => bench.holds.find(({ step }) => step.id === id)
  const [unloaded, loaded] = [holds('firstIsland'), holds('loadedIsland')]
  return (
    <Box px="14px" pb="12px">
      <GoLine live={live} held={!loaded?.released} />
      {may('markOutage') ? (
        <Flex gap="10px" wrap="wrap" pt="12px">
          <Button
            size="lg"
            variant={loaded?.released ? 'act' : 'quiet'}
            disabled={!loaded?.released}
            onClick={() => void begin('loaded')}
          >
            Begin the outage with loads
          </Button>
          <Button
            size="lg"
            variant={!loaded?.released && unloaded?.released ? 'act' : 'quiet'}
            disabled={!unloaded?.released}
            onClick={() => void begin('unloaded')}
          >
            Begin the first island, unloaded
          </Button>
          <Button size="lg" onClick={() => void begin('practice')}>
            Practise
          </Button>
        </Flex>
      ) : (
        <Text pt="10px" color="ink2">
          A lead or a hand begins the run; it then shows here.
        </Text>
      )}
      {!loaded?.released && (
        <Text pt="8px" color="ink2" fontSize="14px">
          {unloaded?.released ? 'The outage with loads is held.' : 'Both runs are held.'} What still has to hold stands
          under “Wave and points”. Practice counts for nothing, on a customer’s supply as little as anywhere: it is for
          the practice house.
        </Text>
      )}
    </Box>
  )
}

/** T-15: what is drawn now against what the changeover carries, with what to turn off by name. */
function GoLine({ live, held }: { live: Live; held: boolean }) {
  const { bench, record, may, offer } = useJob()
  const demandW = live.silent === null ? (live.values?.houseW ?? null) : null
  const found = goNoGoOf(bench.context, demandW, null)
  const nameOf = (tag: string) => record.installation.loads.find((load) => load.tag === tag)?.name ?? tag
  const point = bench.points.find(({ key }) => key === demandBeforeCut.key('job'))
  const slot = point?.slots.find(({ id }) => id === DEMAND_SLOT)
  return (
    <>
      <Flex align="baseline" gap="4px 16px" wrap="wrap" role="status" aria-label="Go or no-go">
        <Text fontFamily="mono" fontSize="34px" lineHeight="1.1">
          {demandW === null ? '– W' : formatQuantity(demandW, 'W', 3)}
        </Text>
        <Text fontSize="17px" fontWeight="600" color={held && found.word === 'go' ? 'ink' : GO_TONE[found.word]}>
          {goWords(found, held)}
        </Text>
        {point && slot && demandW !== null && may('recordReadings') && (
          <Button
            size="sm"
            onClick={() => void offer({ point, slot }, { kind: 'figure', value: Math.round(demandW), unit: 'W' })}
          >
            Record it
          </Button>
        )}
      </Flex>
      {found.turnOff !== null && (
        <Notice kind="caution" mt="8px">
          {found.turnOff.loads.length > 0 &&
            `Turn off what runs of these, in this order: ${found.turnOff.loads.map(nameOf).join(', ')}. `}
          {!found.turnOff.reached && 'All that may go is not enough: do not cut the supply like this.'}
        </Notice>
      )}
    </>
  )
}
