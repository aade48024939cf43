'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { useMemo } from 'react'
import { belongsTo } from '@/core/evidence/families'
import { type StageOfSource, furtherVehicles, sourceStages, vehicleLate } from '@/core/evidence/families/sourceStages'
import type { Point } from '@/core/evidence/point'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { type OutageStage, plannedOrder, sourcesInOutage } from '@/core/settings/sourcesInOutage'
import type { OrderedSource, SourceStage } from '@/core/settings/sourceOrder'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'

const NAMES: Readonly<Record<OutageStage, string>> = {
  night: 'Night',
  dawn: 'Dawn',
  late: 'Late',
  floor: 'Floor',
  away: 'Away',
}

const SOURCE_WORDS: Readonly<Record<OrderedSource, string>> = { pv: 'PV', battery: 'battery', vehicle: 'vehicle' }

/** S-4: what carries an outage one after the other, from the reserve and without the sun, and each stage tried or Open. */
export function SourceStrip() {
  const {
    record: { installation },
    bench,
  } = useJob()
  const points = bench.points.filter((point) =>
    [sourceStages, vehicleLate, furtherVehicles].some((family) => belongsTo(point, family)),
  )
  const run = useMemo(() => sourcesInOutage(installation), [installation])
  if (points.length === 0) return null
  const order = plannedOrder(installation)
  return (
    <TitledSheet
      title="Through a long outage"
      note={
        order === null
          ? 'when the vehicle gives is not said in the survey'
          : `in the order ${order.map((source) => SOURCE_WORDS[source]).join(', ')}`
      }
    >
      <Box px="14px" pb="12px" fontSize="14px">
        {run.stages === null ? (
          <Text color="ink2">
            How long each source lasts is not known: a figure of battery, vehicle or loads is missing.
          </Text>
        ) : (
          <Bar stages={run.stages} endsBy={run.endsBy} />
        )}
        <Grid
          templateColumns={{ base: '1fr', md: `repeat(${Math.min(points.length, 5)}, minmax(0, 1fr))` }}
          gap="10px"
          mt="10px"
        >
          {points.map((point) => (
            <Stage key={point.key} point={point} of={point.thing as StageOfSource} />
          ))}
        </Grid>
      </Box>
    </TitledSheet>
  )
}

const partWords = ({ batteryW, vehicleW }: SourceStage): string =>
  [
    batteryW > 0 && `battery ${formatQuantity(batteryW, 'W', 2)}`,
    vehicleW > 0 && `vehicle ${formatQuantity(vehicleW, 'W', 2)}`,
  ]
    .filter(Boolean)
    .join(' and ') || 'nothing is drawn'

/** The stretches to the hour, as wide as they last; and why it ends. */
function Bar({ stages, endsBy }: { stages: readonly SourceStage[]; endsBy: 'power' | 'energy' | null }) {
  const end =
    endsBy === 'energy' ? 'then empty' : endsBy === 'power' ? 'then too much for what is left' : 'and on without end'
  return (
    <Flex aria-label="From the reserve, without the sun" role="group" wrap="wrap" gap="2px">
      {stages.map((stage, k) => (
        <Box
          key={k}
          flexGrow={stage.hours ?? 24}
          flexBasis="120px"
          px="8px"
          py="6px"
          bg={stage.vehicleW > 0 ? 'gridSoft' : 'sheet2'}
          borderWidth="1px"
          borderColor="rule2"
        >
          <Text fontWeight="600">{stage.hours === null ? 'on and on' : `${formatNumber(stage.hours, 2)} h`}</Text>
          <Text color="ink2">{partWords(stage)}</Text>
        </Box>
      ))}
      <Box px="8px" py="6px" flex="none" alignSelf="center">
        <Text color={endsBy === null ? 'ink2' : 'watch'}>
          {stages.length === 0 ? 'It cannot be carried at all' : end}
        </Text>
      </Box>
    </Flex>
  )
}

function Stage({ point, of: { stage, vehicle, beside } }: { point: Point; of: StageOfSource }) {
  const { bench, offer, may } = useJob()
  const judgement = bench.judgements.get(point.key)
  const seen = point.slots.find(({ id }) => id === 'seen')
  const name = beside === null ? NAMES[stage] : `${NAMES[stage]}, ${vehicle?.name ?? beside}`
  return (
    <Box borderTopWidth="2px" borderColor="rule2" pt="6px" data-stage={stage}>
      <Flex justify="space-between" gap="8px">
        <Text fontWeight="600" minW="0" overflowWrap="anywhere">
          {name}
        </Text>
        {judgement && <VerdictWord verdict={judgement.verdict} />}
      </Flex>
      <Text color="ink2" minH="60px">
        {judgement?.why}
      </Text>
      {may('recordReadings') && seen && judgement?.verdict !== 'proven' && (
        <Flex gap="6px" mt="4px">
          {(['yes', 'no'] as const).map((word) => (
            <Button
              key={word}
              size="sm"
              aria-label={`${name}: ${word}`}
              onClick={() => void offer({ point, slot: seen }, { kind: 'word', word })}
            >
              {word === 'yes' ? 'Seen: yes' : 'No'}
            </Button>
          ))}
        </Flex>
      )}
    </Box>
  )
}
