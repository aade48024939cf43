'use client'
import { Box, Flex, Grid, Text } from '@chakra-ui/react'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { useJob } from '../job/JobContext'
import { PointList } from '../job/PointList'
import { HoldsSheet } from '../outage/HoldsSheet'
import { FaultCallsSheet } from './FaultCallsSheet'

/** Each promise with the evidence for it, and what is left to do before the keys are handed over. */
export function PromisesView() {
  const { bench, view } = useJob()
  const held = bench.holds.find(({ step }) => step.id === 'handover')
  const waits = view.faultCalls.some(({ taken }) => taken.length === 0)
  return (
    <>
      {waits && <FaultCallsSheet />}
      <PromisesSheet />
      <Grid templateColumns={{ base: '1fr', xl: '1fr 1fr' }} gap="12px" alignItems="start">
        <PointList points={bench.points.filter(({ stage }) => stage === 'handover')} />
        {held && <HoldsSheet state={held} />}
      </Grid>
    </>
  )
}

function PromisesSheet() {
  const { bench, goTo } = useJob()
  return (
    <TitledSheet title="The promises, and the evidence">
      {bench.promises.length === 0 && (
        <EmptyState
          title="No promises yet"
          action={
            <Button size="sm" onClick={() => goTo('plan')}>
              Go to Plan
            </Button>
          }
        >
          Choose the changeover in Plan; it writes what is promised to the household.
        </EmptyState>
      )}
      {bench.promises.map(({ promise, verdict, says, points }) => (
        <Flex
          key={promise.id}
          borderTopWidth="1px"
          borderColor="rule"
          px="14px"
          py="9px"
          gap="12px"
          wrap={{ base: 'wrap', md: 'nowrap' }}
        >
          <Box w="82px" flex="none" pt="1px">
            <VerdictWord verdict={verdict} />
          </Box>
          <Box flex="1" minW="200px">
            <Text fontWeight="600">{promise.sentence}</Text>
            <Text fontSize="14px" color="ink2">
              {says}
            </Text>
            <Flex gap="4px 12px" wrap="wrap" mt="3px">
              {points.map((point) => (
                <Button
                  key={point.key}
                  variant="bare"
                  size="sm"
                  minH="28px"
                  px="0"
                  fontSize="13px"
                  fontWeight="400"
                  onClick={() => goTo(bench.points.find(({ key }) => key === point.key)?.stage ?? 'outage', point.key)}
                >
                  {point.label}
                  {point.value ? `: ${point.value}` : ''}
                </Button>
              ))}
            </Flex>
          </Box>
        </Flex>
      ))}
    </TitledSheet>
  )
}
