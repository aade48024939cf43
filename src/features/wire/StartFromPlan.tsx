'use client'
import { Flex, NativeSelect, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { LAYER_WORDS } from '@/core/installation/wiring'
import { startingTopology } from '@/core/wiring/topology/startingTopology'
import {
  SCHEMES,
  SCHEME_WORDS,
  type TopologyChoices,
  choicesOfPlan,
  isByHand,
} from '@/core/wiring/topology/topologyChoices'
import { checkOf } from '@/core/wiring/wiringOfInstallation'
import { Button } from '@/ui/Button'
import { useJob } from '../job/JobContext'
import { countsOf } from './wiringCounts'
import type { BegunWiring } from './WiringFiles'
import { withinSentence } from '@/core/withinSentence'

const FLAGS = {
  bypass: 'Maintenance bypass',
  watchesNeutral: 'Gateway opens when the neutral is lost',
  vehicleSource: 'Vehicle as a source',
  secondBattery: 'Second battery',
  generatorInlet: 'Generator inlet',
  splitService: 'Split service, two mains',
} as const

/** The wiring put together again from the lists of the plan, with the choices that the lists leave open. */
export function StartFromPlan({ wiring, layer, onClose }: BegunWiring) {
  const {
    record: { installation },
  } = useJob()
  const [choices, setChoices] = useState<TopologyChoices>(() => choicesOfPlan(installation))
  const graph = startingTopology(installation, choices)
  const violated = checkOf(graph)?.violated ?? []
  const byHand = isByHand(choices.scheme)
  return (
    <Flex direction="column" gap="12px" fontSize="14px">
      <Text color="ink2">
        Boards, circuits, sources and electrodes come from the plan. The wiring {LAYER_WORDS[layer]} as it is now stays
        on record.
      </Text>
      <NativeSelect.Root variant="outline">
        <NativeSelect.Field
          aria-label="How the house is parted from the street"
          value={choices.scheme}
          onChange={(event) => setChoices({ ...choices, scheme: event.target.value as TopologyChoices['scheme'] })}
        >
          {SCHEMES.map((scheme) => (
            <option key={scheme} value={scheme}>
              {SCHEME_WORDS[scheme]}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      {graph.phases.length > 1 && (
        <NativeSelect.Root variant="outline">
          <NativeSelect.Field
            aria-label="Phases that are backed up"
            value={choices.backedPhases}
            onChange={(event) => setChoices({ ...choices, backedPhases: event.target.value as 'one' })}
          >
            <option value="all">all phases backed up</option>
            <option value="one">one phase backed up</option>
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      )}
      <Flex gap="6px" wrap="wrap">
        {(Object.keys(FLAGS) as (keyof typeof FLAGS)[])
          .filter((flag) => !byHand || (flag !== 'bypass' && flag !== 'watchesNeutral'))
          .map((flag) => (
            <Button
              key={flag}
              size="sm"
              variant={choices[flag] ? 'chosen' : 'quiet'}
              aria-pressed={choices[flag]}
              onClick={() => setChoices({ ...choices, [flag]: !choices[flag] })}
            >
              {FLAGS[flag]}
            </Button>
          ))}
      </Flex>
      <Text role="status">
        {countsOf(graph)}.{' '}
        {violated.length === 0
          ? 'The position check finds nothing.'
          : 'The position check finds faults that come from the lists of the plan; they are shown with the drawing.'}
      </Text>
      <Flex>
        <Button
          variant="act"
          onClick={() => {
            void wiring
              .store(graph, `Begun from the plan: ${withinSentence(SCHEME_WORDS[choices.scheme])}`)
              .then(onClose)
          }}
        >
          Draw it so
        </Button>
      </Flex>
    </Flex>
  )
}
