'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { COMMISSIONING_STEPS, DRAGS_FACTOR, MOST_TRIES, STEP_WORDS } from '@/core/settings/commissioning'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { type PracticeHouse, usePracticeHouse } from './usePracticeHouse'

type Step = keyof PracticeHouse['steps']
type Progress = PracticeHouse['steps'][Step]

const FAULTS: Readonly<Record<Progress['fault'], string>> = {
  none: '',
  previousMissing: 'The step before it is not done.',
  firmwareTooOld: 'A unit refuses: its firmware is older than it needs. Bring the firmware up, then pair again.',
  unitSilent:
    'A unit does not answer at all. Look at its supply and its data cable; if both are right it is dead on arrival.',
  unitMissing: 'A unit answers and is not counted. Look at its address and its place in the chain, then pair again.',
  noConnection: 'There is no connection to the maker. Look at the router.',
}
/** S-5: the steps in which a system is brought to work, each waiting for the last; practised on the house that stands in. */
export function CommissioningRun() {
  const { house, fault, act } = usePracticeHouse()
  if (!house) return null
  const next = COMMISSIONING_STEPS.find((step) => house.steps[step].state !== 'done') ?? null
  return (
    <TitledSheet title="Commissioning, practised" note="on the house that stands in: no evidence">
      <Box px="14px" pb="12px" fontSize="14px">
        {fault !== null && <Notice kind="error">{fault}</Notice>}
        {COMMISSIONING_STEPS.map((step) => (
          <StepRow
            key={step}
            name={STEP_WORDS[step].name}
            what={STEP_WORDS[step].what}
            progress={house.steps[step]}
            normalS={house.stepS[step]}
            isNext={step === next}
            begin={() => void act('beginStep', { step })}
            house={house}
            act={act}
          />
        ))}
      </Box>
    </TitledSheet>
  )
}

function StepRow({
  name,
  what,
  progress,
  normalS,
  isNext,
  begin,
  house,
  act,
}: {
  name: string
  what: string
  progress: Progress
  normalS: number
  isNext: boolean
  begin: () => void
  house: PracticeHouse
  act: ReturnType<typeof usePracticeHouse>['act']
}) {
  const { state, fault, elapsedS, tries } = progress
  const drags = (state === 'running' && elapsedS > DRAGS_FACTOR * normalS) || tries >= MOST_TRIES
  return (
    <Box borderTopWidth="1px" borderColor="rule" py="8px">
      <Flex gap="12px" align="center" wrap="wrap">
        <Text fontWeight="600" w="130px">
          {name}
        </Text>
        <Text flex="1" minW="200px" color="ink2">
          {what}
        </Text>
        <Text
          role="status"
          aria-label={`${name} now`}
          color={state === 'failed' ? 'stop' : state === 'done' ? 'proven' : 'ink2'}
          fontWeight="600"
        >
          {stateWords(progress, normalS)}
        </Text>
        {state !== 'running' && (
          <Button
            size="sm"
            variant={isNext ? 'act' : 'quiet'}
            aria-label={`${state === 'waiting' ? 'Begin' : 'Do again'}: ${name}`}
            onClick={begin}
          >
            {state === 'waiting' ? 'Begin' : 'Do again'}
          </Button>
        )}
      </Flex>
      {state === 'running' && (
        <Box
          mt="6px"
          h="5px"
          bg="sheet2"
          role="progressbar"
          aria-label={`${name}: how far`}
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={share(elapsedS, normalS)}
        >
          <Box h="5px" bg="ember" w={`${share(elapsedS, normalS)}%`} />
        </Box>
      )}
      {state === 'failed' && <Text pt="4px">{FAULTS[fault]}</Text>}
      {state === 'failed' && fault === 'unitSilent' && (
        <Flex gap="8px" pt="6px" wrap="wrap" align="center">
          <Text color="ink2">Swapped:</Text>
          {house.modules.map((module, at) => (
            <Button key={module.name + String(at)} size="sm" onClick={() => void act('swapModule', { at })}>
              {module.name}
            </Button>
          ))}
        </Flex>
      )}
      {drags && state !== 'done' && (
        <Notice kind="caution" mt="6px">
          It has {tries >= MOST_TRIES ? `been tried ${tries} times` : 'run twice as long as is normal'}. Swap the unit
          and record the new serial in Fit, call the maker, or park the step and replan the day.
        </Notice>
      )}
    </Box>
  )
}

const share = (elapsedS: number, normalS: number) => Math.min(100, Math.round((100 * elapsedS) / normalS))

function stateWords({ state, elapsedS, tries }: Progress, normalS: number): string {
  switch (state) {
    case 'waiting':
      return `about ${normalS} s`
    case 'running':
      return `${Math.round(elapsedS)} s of about ${normalS} s`
    case 'done':
      return 'done'
    case 'failed':
      return tries > 1 ? `failed, try ${tries}` : 'failed'
  }
}
