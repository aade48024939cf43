'use client'
import { Box, Flex } from '@chakra-ui/react'
import { missingOfSystem } from '@/core/plan/autonomy'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { SurvivalChart } from '../SurvivalChart'
import type { YearsState } from './useYears'

function Progress({ share, cancel }: { share: number; cancel: () => void }) {
  return (
    <Flex px="14px" pb="10px" gap="12px" align="center">
      <Box
        flex="1"
        h="8px"
        bg="sheet2"
        borderWidth="1px"
        borderColor="rule"
        role="progressbar"
        aria-label="Trying every hour of the year"
        aria-valuenow={Math.round(100 * share)}
        aria-valuemin={0}
        aria-valuemax={100}
      >
        <Box h="100%" bg="ember" w={`${100 * share}%`} />
      </Box>
      <Button size="sm" onClick={cancel}>
        Cancel
      </Button>
    </Flex>
  )
}

function Done({ systems, years }: Extract<YearsState, { kind: 'done' }>) {
  const series = systems.flatMap(({ label }, k) => {
    const year = years[k]
    return year ? [{ label, curve: year.curve }] : []
  })
  const missing = [...new Set(systems.flatMap(({ system }) => missingOfSystem(system)))]
  return (
    <>
      <SurvivalChart series={series} />
      {years.includes(null) && <EmptyState title="Open">Still needed: {missing.join(', ')}.</EmptyState>}
    </>
  )
}

/** What has become of the walk through the year: on its way, broken off, failed, or its curves. */
export function YearsUnderWay({ state, run, cancel }: { state: YearsState; run: () => void; cancel: () => void }) {
  switch (state.kind) {
    case 'idle':
      return null
    case 'running':
      return <Progress share={state.share} cancel={cancel} />
    case 'cancelled':
      return (
        <EmptyState
          title="Cancelled"
          action={
            <Button size="sm" onClick={run}>
              Run it again
            </Button>
          }
        >
          Nothing is lost; the year can be run again at any time.
        </EmptyState>
      )
    case 'failed':
      return (
        <Notice
          kind="error"
          mx="14px"
          mb="10px"
          action={
            <Button size="sm" onClick={run}>
              Try again
            </Button>
          }
        >
          {state.message}
        </Notice>
      )
    case 'done':
      return <Done {...state} />
  }
}
