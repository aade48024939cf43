'use client'
import { Text } from '@chakra-ui/react'
import { useState } from 'react'
import { AskFirst } from '@/ui/AskFirst'
import { Button } from '@/ui/Button'
import { FaultSetter } from './FaultSetter'
import { PracticeRow } from './PracticeRow'
import type { Act, PracticeHouse } from './usePracticeHouse'

interface PracticeFaultsProps {
  house: PracticeHouse
  act: Act
  buildAnew: () => Promise<void>
}

/** Faults that are hidden in the house: one that nobody knows, an exercise, or what somebody sets for another. */
export function PracticeFaults({ house, act, buildAnew }: PracticeFaultsProps) {
  const [setting, setSetting] = useState(false)
  return (
    <PracticeRow name="Faults">
      <Button size="sm" onClick={() => void act('hideAny')}>
        Hide a fault that I do not know
      </Button>
      <Button size="sm" onClick={() => setSetting(true)}>
        Exercises, and faults to set
      </Button>
      {house.hiddenFaults > 0 && house.revealed === null && (
        <Button size="sm" onClick={() => void act('reveal')}>
          I have found it: what was it?
        </Button>
      )}
      <AskFirst
        label="Build the house anew"
        question="The house is built from the job as it is now. What was switched, logged and hidden there is forgotten."
        confirm="Build it anew"
        onConfirm={() => void buildAnew()}
      />
      {house.revealed !== null && (
        <Text role="status" aria-label="What was hidden" w="100%">
          {house.revealed.join(' ')}
        </Text>
      )}
      <FaultSetter house={house} act={act} open={setting} onClose={() => setSetting(false)} />
    </PracticeRow>
  )
}
