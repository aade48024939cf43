'use client'
import { Box, Flex, Input, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import { atMost } from '@/core/quantity/tolerance'
import { parseQuantity } from '@/core/quantity/parseQuantity'
import type { RungOfRun } from '@/core/outage/run/rungsOfRun'
import { Button } from '@/ui/Button'
import { TitledSheet } from '@/ui/Sheet'
import { clockWords } from '@/core/outage/run/markWords'

const STATE_WORDS = { waiting: 'not on yet', on: 'on', off: 'taken off', tripped: 'tripped' } as const

/** The ladder as it is climbed: expected and seen, held, and what is left of source and circuit. */
export function RunRungs({
  rungs,
  offShareMost,
  say,
  learn = null,
}: {
  rungs: readonly RungOfRun[]
  /** Share by which seen and expected may differ. */
  offShareMost: number
  /** Says what was seen; `null` where nobody may. */
  say: ((tag: string, drawnW: number) => void) | null
  /** Takes what was seen into the load list; `null` while the run goes on, and where nobody may. */
  learn?: ((tag: string, drawnW: number) => void) | null
}) {
  if (rungs.length === 0) return null
  return (
    <TitledSheet title="The ladder" note="expected and seen, from light to heavy">
      {rungs.map((one) => (
        <RungRow key={one.rung.tag} one={one} offShareMost={offShareMost} say={say} learn={learn} />
      ))}
    </TitledSheet>
  )
}

function RungRow({
  one: { rung, state, drawnW, offShare, heldS },
  offShareMost,
  say,
  learn,
}: {
  one: RungOfRun
  offShareMost: number
  say: ((tag: string, drawnW: number) => void) | null
  learn: ((tag: string, drawnW: number) => void) | null
}) {
  const off = offShare !== null && !atMost(Math.abs(offShare), offShareMost)
  return (
    <Flex
      borderTopWidth="1px"
      borderColor="rule"
      px="14px"
      py="6px"
      gap="4px 14px"
      wrap="wrap"
      align="center"
      minH="44px"
    >
      <Text flex="1" minW="150px" fontWeight="600" overflowWrap="anywhere">
        {rung.name}{' '}
        <chakra.span fontWeight="400" color={state === 'tripped' ? 'stop' : 'ink2'}>
          {STATE_WORDS[state]}
          {heldS !== null && `, held ${clockWords(heldS * 1000)}`}
        </chakra.span>
      </Text>
      <Text fontSize="14px" color="ink2" minW="120px">
        expected {formatQuantity(rung.stepW, 'W', 3)}
      </Text>
      <Box minW="150px">
        {drawnW !== null ? (
          <Text fontWeight="600" color={off ? 'watch' : 'ink'}>
            seen {formatQuantity(drawnW, 'W', 3)}
            {offShare !== null && `, ${offShare > 0 ? '+' : ''}${formatNumber(offShare * 100, 2)} %`}
          </Text>
        ) : (
          state !== 'waiting' && say && <SayWatts name={rung.name} say={(watts) => say(rung.tag, watts)} />
        )}
      </Box>
      {off && learn && drawnW !== null && (
        <Button size="sm" onClick={() => learn(rung.tag, drawnW)}>
          {formatQuantity(drawnW, 'W', 3)} into the load list
        </Button>
      )}
      <Text fontSize="13px" color="ink2" w="100%">
        to {formatQuantity(rung.totalW, 'W', 3)} in all; then {formatQuantity(rung.sourceMarginW, 'W', 3)} of the source
        {rung.phaseMarginW !== null && `, ${formatQuantity(rung.phaseMarginW, 'W', 3)} of its phase`} and{' '}
        {formatQuantity(rung.circuitMarginA, 'A', 3)} of its circuit are left
        {off && '. Another appliance, another circuit, or a wrong plate'}
      </Text>
    </Flex>
  )
}

function SayWatts({ name, say }: { name: string; say: (watts: number) => void }) {
  const [text, setText] = useState('')
  const [fault, setFault] = useState(false)
  return (
    <chakra.form
      display="flex"
      gap="6px"
      alignItems="center"
      onSubmit={(event) => {
        event.preventDefault()
        const read = parseQuantity(text, 'W')
        const watts = read.ok ? read.value.value : null
        setFault(watts === null || watts < 0)
        if (watts !== null && watts >= 0) say(watts)
      }}
    >
      <Input
        aria-label={`Watts seen of ${name}`}
        aria-invalid={fault}
        placeholder="W seen"
        inputMode="decimal"
        w="96px"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button type="submit" size="sm" disabled={text.trim() === ''}>
        Seen
      </Button>
      {fault && (
        <Text role="alert" color="stop" fontSize="13px">
          a figure in watts
        </Text>
      )}
    </chakra.form>
  )
}
