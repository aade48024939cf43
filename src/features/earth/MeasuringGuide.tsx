'use client'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { METHOD_WORDS } from '@/core/evidence/families/electrodeMethods'
import { electrodeResistance } from '@/core/evidence/families/electrodeResistance'
import { latestBySlot } from '@/core/evidence/reading'
import { type ProbeMethod, largestSizeM, probePlan } from '@/core/earthing/probePlaces'
import { ELECTRODE_METHODS, type Electrode, type ElectrodeMethod } from '@/core/installation/installation'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { numberOrOpen } from '@/core/quantity/orOpen'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { parseFigure } from '../forms/parseFigure'
import { useJob } from '../job/JobContext'
import { useSaveItem } from '../job/useSaveItem'
import { useAttempt } from '../useAttempt'
import { ProbeLine } from './ProbeLine'

const HOW: Readonly<Record<ElectrodeMethod, string>> = {
  threePoint:
    'Read at all three places. Within 5 % of their mean they stand on the flat part between the two areas, and the one at 61.8 % is the resistance. Further apart: the current probe is too near; move it out and read all three again. Readings that rise steadily along the line never reached the flat part.',
  slope:
    'Read at 20, 40 and 60 %, the same way each time, and record them: their slope says where the probe reads true. What it reads at that place is the resistance. A slope outside 0.4 to 1.59 means that the distance is too short: move the current probe out and begin again.',
  clampOn:
    'Read with the conductor closed: it is not opened for this. The meter reads the loop through the electrode and the supplier’s earth, so it says something only while that is connected, and is weak evidence of the electrode alone. With the supplier’s earth parted, measure with probes.',
}

/** How each electrode is measured (E-3): by which method, where this plot's probes go, and what a good set of readings looks like. */
export function MeasuringGuide() {
  const {
    record: {
      installation: { electrodes },
    },
  } = useJob()
  const [chosen, setChosen] = useState<string | null>(null)
  const electrode = electrodes.find(({ id }) => id === chosen) ?? electrodes[0]
  if (!electrode) return null
  return (
    <TitledSheet title="How it is measured" note="probes on one line, away from pipes and other electrodes">
      <Box px="14px" pb="12px" fontSize="14px">
        {electrodes.length > 1 && (
          <Flex gap="8px" wrap="wrap" mb="6px">
            {electrodes.map(({ id, tag }) => (
              <Button
                key={id}
                size="sm"
                variant={id === electrode.id ? 'chosen' : 'quiet'}
                aria-pressed={id === electrode.id}
                onClick={() => setChosen(id)}
              >
                electrode {tag}
              </Button>
            ))}
          </Flex>
        )}
        <MethodChoice electrode={electrode} />
        {electrode.method !== 'clampOn' && (
          <Probes key={electrode.id} electrode={electrode} method={electrode.method} />
        )}
        <Text color="ink2">{HOW[electrode.method]}</Text>
      </Box>
    </TitledSheet>
  )
}

function MethodChoice({ electrode }: { electrode: Electrode }) {
  const { may } = useJob()
  const save = useSaveItem()
  const { attempt, failure } = useAttempt()
  return (
    <>
      <Flex gap="8px" align="center" wrap="wrap" mb="8px">
        {ELECTRODE_METHODS.map((method) => (
          <Button
            key={method}
            size="sm"
            variant={electrode.method === method ? 'chosen' : 'quiet'}
            aria-pressed={electrode.method === method}
            disabled={!may('saveItem') && electrode.method !== method}
            onClick={() => void attempt(() => save('electrode', { ...electrode, method }))}
          >
            {METHOD_WORDS[method]}
          </Button>
        ))}
      </Flex>
      {failure && (
        <Notice kind="error" mb="8px">
          {failure}
        </Notice>
      )}
    </>
  )
}

/** Where the probes go on this plot: by the distance that is on record or tried here, and the electrode's own size. */
function Probes({ electrode, method }: { electrode: Electrode; method: ProbeMethod }) {
  const { bench } = useJob()
  const [current, setCurrent] = useState<string | null>(null)
  const [size, setSize] = useState<string | null>(null)
  const read = latestBySlot(bench.context.readings, electrodeResistance.key(electrode)).get('distance')?.valueNumber
  const known = { current: read ?? null, size: largestSizeM(electrode) }
  const currentProbeM = current === null ? known.current : parseFigure(current)
  const plan = probePlan(method, currentProbeM, size === null ? known.size : parseFigure(size))
  return (
    <>
      <Flex gap="8px" align="center" wrap="wrap" mb="6px">
        <Text>current probe at</Text>
        <Metres
          label="Distance to the current probe, in metres"
          text={current}
          known={known.current}
          put={setCurrent}
        />
        <Text>electrode’s largest size</Text>
        <Metres label="Largest size of the electrode, in metres" text={size} known={known.size} put={setSize} />
      </Flex>
      <ProbeLine places={plan.places} currentProbeM={currentProbeM} />
      {plan.farEnough === false && (
        <Text color="watch" fontWeight="600">
          Too near: an electrode of this size asks for {numberOrOpen(plan.neededM, 3)} m. The areas of the electrode and
          the probe overlap, and no place reads true.
        </Text>
      )}
    </>
  )
}

interface MetresProps {
  label: string
  /** As typed; `null` while what is known stands. */
  text: string | null
  known: number | null
  put: (text: string) => void
}

const Metres = ({ label, text, known, put }: MetresProps) => (
  <Input
    size="sm"
    w="80px"
    inputMode="decimal"
    placeholder="m"
    aria-label={label}
    value={text ?? (known === null ? '' : formatNumber(known, 3))}
    onChange={(event) => put(event.target.value)}
  />
)
