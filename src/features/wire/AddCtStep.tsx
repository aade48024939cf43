'use client'
import { Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import type { Point } from '@/core/evidence/point'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import type { Live } from '../live/useLive'
import { type CtSteps, useCtSteps } from './useCtSteps'

function WattsField({
  words,
  label,
  value,
  onChange,
}: {
  words: string
  label: string
  value: string
  onChange: (typed: string) => void
}) {
  return (
    <Text as="label" color="ink2">
      {words}{' '}
      <Input
        size="sm"
        minH="40px"
        w="96px"
        ml="6px"
        value={value}
        inputMode="decimal"
        aria-label={label}
        onChange={(event) => onChange(event.target.value)}
      />
    </Text>
  )
}

/** The meter read by the gateway, first with the load off and then with it on. */
function ReadByGateway({ phase, load, setLoad, base, isReading, readOff, readOn }: CtSteps) {
  return (
    <>
      <Flex gap="8px" align="center" wrap="wrap">
        <WattsField words="Known load, W" label={`Known load on ${phase}, W`} value={load} onChange={setLoad} />
        <Button onClick={() => void readOff()} disabled={isReading}>
          1 · Load off: read the meter
        </Button>
        <Button variant={base ? 'act' : 'quiet'} onClick={() => void readOn()} disabled={isReading || base === null}>
          2 · Load on: read the meter
        </Button>
      </Flex>
      {isReading && (
        <Text color="ink2" role="status">
          Reading the meter…
        </Text>
      )}
      {base && !isReading && (
        <Text color="ink2">
          With the load off the meter reads {formatQuantity(base.meanW, 'W', 4)} ± {formatQuantity(base.noiseW, 'W', 2)}
          . Switch the load on, then tap 2.
        </Text>
      )}
    </>
  )
}

function Rehearse({ isReading, rehearse }: CtSteps) {
  return (
    <Flex gap="8px" align="center" wrap="wrap">
      <Text color="ink2">Rehearsing with the stand-in:</Text>
      <Button size="sm" disabled={isReading} onClick={() => void rehearse(true)}>
        switch its load on
      </Button>
      <Button size="sm" disabled={isReading} onClick={() => void rehearse(false)}>
        switch it off
      </Button>
    </Flex>
  )
}

/** One more step of a current transformer's trial: by the gateway's meter, or typed. */
export function AddCtStep({ point, number, live }: { point: Point; number: number; live: Live }) {
  const steps = useCtSteps(point, number, live)
  const [typed, setTyped] = useState('')
  return (
    <Flex direction="column" gap="8px" borderTopWidth="1px" borderColor="rule" pt="8px">
      <ReadByGateway {...steps} />
      {steps.standIn && <Rehearse {...steps} />}
      <Flex gap="8px" align="center" wrap="wrap">
        <WattsField
          words="Or typed: the meter changed by, W"
          label={`Change of the meter on ${steps.phase}, W`}
          value={typed}
          onChange={setTyped}
        />
        <Button size="sm" disabled={typed.trim() === ''} onClick={() => void steps.addTyped(typed)}>
          Add the step
        </Button>
      </Flex>
      {steps.told && (
        <Text role="alert" color="ink">
          {steps.told}
        </Text>
      )}
    </Flex>
  )
}
