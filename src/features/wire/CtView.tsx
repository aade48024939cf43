'use client'
import { belongsTo } from '@/core/evidence/families'
import type { AskCode } from '@/core/evidence/readEntry'
import type { Phase } from '@/core/rules/rulePack'
import { Box, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { CT_ANEW, MOST_CT_STEPS, ctSteps, ctStepsOf } from '@/core/evidence/families/ctSteps'
import type { Point } from '@/core/evidence/point'
import { slotReadings } from '@/core/evidence/slotReadings'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { parseQuantity, quantityFaultWords } from '@/core/quantity/parseQuantity'
import { ctSense } from '@/core/wiring/ctSense'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { VerdictWord } from '@/ui/VerdictWord'
import { ApiProblem, callUseCase } from '../api'
import { useJob } from '../job/JobContext'
import { type Live, useLive } from '../live/useLive'
import { type MeterSample, useMeterSamples } from './useMeterSamples'

/** W-5: known loads switched on and off, and what each current transformer makes of them; live from the gateway, or typed in pairs. */
export function CtView() {
  const { bench, record } = useJob()
  const live = useLive(record.installation.jobId)
  const points = bench.points.filter((point) => belongsTo(point, ctSteps))
  const held = bench.holds.find(({ step }) => step.id === 'firstLive')?.released === false
  return (
    <>
      {held && (
        <Notice kind="caution">
          The installation is not live yet: dead tests and position check come first. See “Going live”.
        </Notice>
      )}
      {points.length === 0 && (
        <TitledSheet title="Current transformers">
          <EmptyState title="No transformer to try">
            They belong to a gateway or an inverter; add one in the plan.
          </EmptyState>
        </TitledSheet>
      )}
      {points.map((point) => (
        <CtSheet key={point.key} point={point} live={live} />
      ))}
    </>
  )
}

function CtSheet({ point, live }: { point: Point; live: Live }) {
  const { bench, may, offer } = useJob()
  const anew = point.slots.find(({ id }) => id === CT_ANEW)
  const judgement = bench.judgements.get(point.key)
  const slots = slotReadings(point, bench.context)
  const { steps, meterNoiseW } = ctStepsOf(slots)
  const { smallestStepW, verdict } = ctSense({ steps, meterNoiseW })
  const left = MOST_CT_STEPS - steps.length
  return (
    <TitledSheet
      title={`Transformer of ${point.subject}`}
      note={judgement && <VerdictWord verdict={judgement.verdict} />}
      data-ct={point.subject}
    >
      <Flex direction="column" gap="8px" px="14px" pb="12px" fontSize="14px">
        <Text role="status" aria-label={`What ${point.subject} says`}>
          {judgement?.why}
        </Text>
        <Text color="ink2">
          A step of {formatQuantity(smallestStepW, 'W', 3)} or more decides, at {formatQuantity(meterNoiseW, 'W', 3)} of
          noise. A kettle or a heater does.
        </Text>
        {steps.length > 0 && <Steps steps={steps} />}
        {may('recordReadings') && left > 0 && verdict !== 'proven' && (
          <AddSteps key={steps.length} point={point} number={steps.length + 1} live={live} />
        )}
        {left === 0 && (
          <Text color="ink2">
            All {MOST_CT_STEPS} steps are used. Take one back in the ledger, or begin anew where something was changed.
          </Text>
        )}
        {may('recordReadings') && steps.length > 0 && verdict !== 'proven' && anew && (
          <Button
            size="sm"
            alignSelf="flex-start"
            onClick={() => void offer({ point, slot: anew }, { kind: 'word', word: 'turned' })}
          >
            Turned or moved: begin anew
          </Button>
        )}
      </Flex>
    </TitledSheet>
  )
}

/** Each step as two bars on one scale: what was switched, and what the meter made of it. */
function Steps({ steps }: { steps: readonly { appliedW: number; meterW: number }[] }) {
  const most = Math.max(...steps.flatMap(({ appliedW, meterW }) => [Math.abs(appliedW), Math.abs(meterW)]), 1)
  const bar = (watts: number, ink: string) => (
    <Box
      position="absolute"
      top="0"
      bottom="0"
      left={watts < 0 ? `${50 - (50 * -watts) / most}%` : '50%'}
      w={`${(50 * Math.abs(watts)) / most}%`}
      bg={ink}
    />
  )
  return (
    <Flex direction="column" gap="5px">
      {steps.map(({ appliedW, meterW }, k) => (
        <Flex key={k} gap="10px" align="center">
          <Text w="180px" color="ink2">
            step {k + 1}: {formatQuantity(appliedW, 'W', 4)} → {formatQuantity(meterW, 'W', 4)}
          </Text>
          <Box flex="1" maxW="360px" aria-hidden>
            <Box position="relative" h="7px" bg="sheet2">
              {bar(appliedW, 'rule2')}
            </Box>
            <Box position="relative" h="7px" bg="sheet2" mt="1px">
              {bar(meterW, 'grid')}
            </Box>
          </Box>
        </Flex>
      ))}
    </Flex>
  )
}

function AddSteps({ point, number, live }: { point: Point; number: number; live: Live }) {
  const {
    record: {
      installation: { jobId },
    },
    offer,
    bench,
    view,
  } = useJob()
  const [load, setLoad] = useState('2000')
  const [typed, setTyped] = useState('')
  const [base, setBase] = useState<MeterSample | null>(null)
  const [state, setState] = useState<'idle' | 'reading'>('idle')
  const [told, setTold] = useState<string | null>(null)
  const phase = point.thing as Phase
  const standIn = view.gateway.host === null
  const read = useMeterSamples(phase, live)
  const known = slotReadings(point, bench.context).number('noise')
  /** Stores figures that belong together: what is asked of the first is asked once, and what is left is not stored without it. */
  const store = async (figures: readonly (readonly [slotId: string, watts: number])[]) => {
    let confirmed: readonly AskCode[] = []
    for (const [slotId, watts] of figures) {
      const slot = point.slots.find(({ id }) => id === slotId)
      if (!slot) continue
      const value = Math.round(watts * 10) / 10
      const entered = await offer({ point, slot }, { kind: 'figure', value, unit: 'W' }, { confirmed })
      if (entered?.kind !== 'stored') return
      confirmed = entered.confirmed
    }
  }
  const loadW = () => {
    const asked = parseQuantity(load, 'W')
    if (!asked.ok || asked.value.value === 0) {
      setTold(asked.ok ? 'A load of nothing decides nothing.' : quantityFaultWords(asked.error))
      return null
    }
    return asked.value.value
  }
  const sample = async () => {
    setState('reading')
    setTold(null)
    try {
      const found = await read()
      if (found === null) setTold(`The gateway’s meter gives nothing for ${phase}. Type the pairs instead.`)
      return found
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setTold(`${error.message} Type the pairs instead.`)
      return null
    } finally {
      setState('idle')
    }
  }
  const off = async () => {
    setState('reading')
    // the stand-in's load is off as well, and its battery rests, so that the meter shows what is switched
    if (standIn) await callUseCase('rehearseLoad', { jobId, phase, watts: 0 }).catch(() => null)
    const found = await sample()
    if (found) setBase(found)
  }
  const on = async () => {
    const watts = loadW()
    if (watts === null || base === null) return
    const found = await sample()
    if (!found) return
    const noiseW = Math.max(base.noiseW, found.noiseW)
    await store([
      ...(known === null || noiseW > known ? [['noise', noiseW] as const] : []),
      [`load${number}`, watts],
      [`meter${number}`, found.meanW - base.meanW],
    ])
  }
  const pair = async () => {
    const watts = loadW()
    const change = parseQuantity(typed, 'W')
    if (watts === null) return
    if (!change.ok) return setTold(quantityFaultWords(change.error))
    await store([
      [`load${number}`, watts],
      [`meter${number}`, change.value.value],
    ])
  }
  const rehearse = async (watts: number) => {
    try {
      await callUseCase('rehearseLoad', { jobId, phase, watts })
      setTold(watts > 0 ? 'The stand-in’s load is on.' : 'The stand-in’s load is off.')
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      setTold(error.message)
    }
  }
  return (
    <Flex direction="column" gap="8px" borderTopWidth="1px" borderColor="rule" pt="8px">
      <Flex gap="8px" align="center" wrap="wrap">
        <Text as="label" color="ink2">
          Known load, W{' '}
          <Input
            size="sm"
            minH="40px"
            w="96px"
            ml="6px"
            value={load}
            inputMode="decimal"
            aria-label={`Known load on ${phase}, W`}
            onChange={(event) => setLoad(event.target.value)}
          />
        </Text>
        <Button onClick={() => void off()} disabled={state === 'reading'}>
          1 · Load off: read the meter
        </Button>
        <Button
          variant={base ? 'act' : 'quiet'}
          onClick={() => void on()}
          disabled={state === 'reading' || base === null}
        >
          2 · Load on: read the meter
        </Button>
      </Flex>
      {state === 'reading' && (
        <Text color="ink2" role="status">
          Reading the meter…
        </Text>
      )}
      {base && state === 'idle' && (
        <Text color="ink2">
          With the load off the meter reads {formatQuantity(base.meanW, 'W', 4)} ± {formatQuantity(base.noiseW, 'W', 2)}
          . Switch the load on, then tap 2.
        </Text>
      )}
      {standIn && (
        <Flex gap="8px" align="center" wrap="wrap">
          <Text color="ink2">Rehearsing with the stand-in:</Text>
          <Button size="sm" disabled={state === 'reading'} onClick={() => void rehearse(Math.round(Number(load)) || 0)}>
            switch its load on
          </Button>
          <Button size="sm" disabled={state === 'reading'} onClick={() => void rehearse(0)}>
            switch it off
          </Button>
        </Flex>
      )}
      <Flex gap="8px" align="center" wrap="wrap">
        <Text as="label" color="ink2">
          Or typed: the meter changed by, W{' '}
          <Input
            size="sm"
            minH="40px"
            w="96px"
            ml="6px"
            value={typed}
            inputMode="decimal"
            aria-label={`Change of the meter on ${phase}, W`}
            onChange={(event) => setTyped(event.target.value)}
          />
        </Text>
        <Button size="sm" disabled={typed.trim() === ''} onClick={() => void pair()}>
          Add the step
        </Button>
      </Flex>
      {told && (
        <Text role="alert" color="ink">
          {told}
        </Text>
      )}
    </Flex>
  )
}
