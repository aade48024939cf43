'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { fallOfPotential } from '@/core/earthing/fallOfPotential'
import { type ProbeMethod, probePlan } from '@/core/earthing/probePlaces'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { parseFigure } from '../forms/parseFigure'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { ProbeLine } from './ProbeLine'

const METHODS = [
  ['61.8', 'three readings'],
  ['slope', 'slope: where there is little room'],
] as const

/** Where to put the probes (E-3): this plot's distances, what a good set of readings looks like, and what to do with a bad one. */
export function MeasuringGuide() {
  const [method, setMethod] = useState<ProbeMethod>('61.8')
  const [current, setCurrent] = useState('')
  const [size, setSize] = useState('')
  const currentProbeM = parseFigure(current)
  const plan = probePlan(method, currentProbeM, parseFigure(size))
  return (
    <TitledSheet title="Where the probes go" note="all on one line, away from pipes and other electrodes">
      <Box px="14px" pb="12px" fontSize="14px">
        <Flex gap="8px" align="center" wrap="wrap" mb="6px">
          {METHODS.map(([key, words]) => (
            <Button
              key={key}
              size="sm"
              variant={method === key ? 'chosen' : 'quiet'}
              aria-pressed={method === key}
              onClick={() => setMethod(key)}
            >
              {words}
            </Button>
          ))}
          <Flex align="center" gap="8px">
            <Text>current probe at</Text>
            <Input
              size="sm"
              w="80px"
              inputMode="decimal"
              placeholder="m"
              aria-label="Distance to the current probe, in metres"
              value={current}
              onChange={(event) => setCurrent(event.target.value)}
            />
          </Flex>
          <Flex align="center" gap="8px">
            <Text>electrode’s largest size</Text>
            <Input
              size="sm"
              w="80px"
              inputMode="decimal"
              placeholder="m"
              aria-label="Largest size of the electrode, in metres"
              value={size}
              onChange={(event) => setSize(event.target.value)}
            />
          </Flex>
        </Flex>
        <ProbeLine places={plan.places} currentProbeM={currentProbeM} />
        {plan.farEnough === false && (
          <Text color="watch" fontWeight="600">
            Too near: an electrode of this size asks for {formatNumber(plan.neededM ?? 0, 3)} m. The areas of the
            electrode and the probe overlap, and no place reads true.
          </Text>
        )}
        {method === '61.8' ? (
          <Text color="ink2">
            Read at all three places. Within 5 % of their mean they stand on the flat part between the two areas, and
            the one at 61.8 % is the resistance. Further apart: the current probe is too near; move it out and read all
            three again. Readings that rise steadily along the line never reached the flat part.
          </Text>
        ) : (
          <SlopeReadings currentProbeM={currentProbeM} />
        )}
      </Box>
    </TitledSheet>
  )
}

/** Three readings of the slope method, and the place where the true one is to be taken. */
function SlopeReadings({ currentProbeM }: { currentProbeM: number | null }) {
  const [readings, setReadings] = useState(['', '', ''])
  const [r1Ohm = null, r2Ohm = null, r3Ohm = null] = readings.map(parseFigure)
  const { slopeMu, probeRatio, probeDistanceM } = fallOfPotential({
    method: 'slope',
    r1Ohm,
    r2Ohm,
    r3Ohm,
    currentProbeM,
    electrodeOpened: null,
    clampA: null,
  })
  return (
    <>
      <Flex gap="8px" align="center" wrap="wrap" my="6px">
        {[20, 40, 60].map((share, k) => (
          <Flex key={share} align="center" gap="4px">
            <Text>{share} %</Text>
            <Input
              size="sm"
              w="84px"
              inputMode="decimal"
              placeholder="Ω"
              aria-label={`Reading at ${share} %, in ohms`}
              value={readings[k]}
              onChange={(event) => setReadings((now) => now.map((text, at) => (at === k ? event.target.value : text)))}
            />
          </Flex>
        ))}
      </Flex>
      <Text aria-live="polite" fontWeight="600">
        {slopeMu === null || slopeMu === undefined
          ? 'Read at the three places, the same way each time.'
          : probeRatio === null || probeRatio === undefined
            ? `Slope ${formatNumber(slopeMu, 3)}, outside 0.4 to 1.59: the distance is too short. Move the current probe out and read again.`
            : `Slope ${formatNumber(slopeMu, 3)}: put the probe at ${formatNumber(100 * probeRatio, 3)} %${
                probeDistanceM === null || probeDistanceM === undefined ? '' : `, ${formatNumber(probeDistanceM, 3)} m`
              }. What it reads there is the resistance.`}
      </Text>
    </>
  )
}
