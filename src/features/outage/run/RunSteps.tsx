'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import type { Changeover } from '@/core/outage/run/changeover'
import type { OutageRun } from '@/core/outage/run/outageRun'
import { type IslandSeen, type RunStep, isDone, stepNow, stepsOf } from '@/core/outage/run/runSteps'
import { Button } from '@/ui/Button'
import { type StepNames, stepWords } from './runWords'

/** The planned order of the steps, the same on every phone; the one that is next can be read aloud. */
export function RunSteps({
  run,
  changeover,
  seen,
  names,
}: {
  run: OutageRun
  changeover: Changeover
  seen: IslandSeen
  names: StepNames
}) {
  const steps = stepsOf(run.kind === 'practice' ? 'loaded' : run.kind, changeover, names.vehicle !== null)
  const now = stepNow(steps, run, seen)
  const words = (step: RunStep) => stepWords(step, names)
  return (
    <Box as="ol" aria-label="Steps of the test" fontSize="15px">
      {steps.map((step) => {
        const done = isDone(step, run, seen)
        return (
          <Flex
            as="li"
            key={step}
            gap="10px"
            py="2px"
            align="baseline"
            color={done ? 'ink3' : 'ink'}
            aria-current={step === now ? 'step' : undefined}
          >
            <chakra.span w="20px" flex="none" aria-label={done ? 'done' : step === now ? 'now' : 'to come'}>
              {done ? '✓' : step === now ? '▸' : '·'}
            </chakra.span>
            <Text flex="1" fontWeight={step === now ? '600' : '400'}>
              {words(step)}
            </Text>
            {step === now && <ReadAloud words={words(step)} />}
          </Flex>
        )
      })}
    </Box>
  )
}

function ReadAloud({ words }: { words: string }) {
  if (typeof speechSynthesis === 'undefined') return null
  return (
    <Button
      size="sm"
      variant="bare"
      fontSize="13px"
      onClick={() => {
        speechSynthesis.cancel()
        speechSynthesis.speak(new SpeechSynthesisUtterance(words))
      }}
    >
      read aloud
    </Button>
  )
}
