'use client'
import { Box, Checkbox, Flex, Input, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type TakeFault, componentsTaken, sourcesWith } from '@/core/equipment/takeEquipment'
import type { Component, Sources } from '@/core/installation/installation'
import type { EquipmentView } from '@/server/useCases/equipment'
import { Button } from '@/ui/Button'
import { Choice } from '@/ui/Choice'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { problemWords } from '../api'
import { useJob } from '../job/JobContext'
import { useTakeComponents } from '../job/useTakeComponents'
import { SeatChoice, type SeatSaid } from './SeatChoice'
import { figuresInALine, kindWords } from './figureWords'
import { sourcesTold } from './sourcesTold'
import { useLibrary } from './useLibrary'

const FAULT_WORDS: Readonly<Record<TakeFault, string>> = {
  noInverter: 'Modules belong to an inverter: take that first.',
  otherModules: 'That inverter has modules of other figures. Change those, or choose another inverter.',
  noSeat: 'Say where it is connected: its plate does not.',
  tooMany: 'A plan has eight inverters at most.',
}
const MOST_AT_ONCE = 40

/** Takes equipment into the job: its figures into the plan, and each piece onto the list of components. What it does is shown before it is done. */
export function TakeFromLibrary({ onDone }: { onDone: () => void }) {
  const { pieces, failure } = useLibrary()
  const offered = pieces?.filter(({ laidAside, revisions }) => !laidAside && revisions.length > 0) ?? []
  const [chosen, setChosen] = useState<string | null>(null)
  const piece = offered.find(({ id }) => id === chosen) ?? offered[0]
  if (failure !== null && failure !== undefined) return <Notice kind="error">{problemWords(failure)}</Notice>
  if (pieces === null) return <Text role="status">Fetching the library…</Text>
  if (!piece)
    return (
      <EmptyState title="Nothing in the library yet">
        A lead or the office enters equipment under Crew, Equipment; every job takes it from there.
      </EmptyState>
    )
  return (
    <Flex direction="column" gap="12px" fontSize="14px">
      <Choice
        label="Equipment"
        value={piece.id}
        options={offered
          .toSorted((a, b) => a.kind.localeCompare(b.kind))
          .map(({ id, kind, revisions }) => [id, `${kindWords(kind)}: ${revisions[0]?.name ?? ''}`] as const)}
        onChange={setChosen}
        width="100%"
      />
      <Taking key={piece.id} piece={piece} onDone={onDone} />
    </Flex>
  )
}

function Taking({ piece, onDone }: { piece: EquipmentView; onDone: () => void }) {
  const {
    record: {
      installation: { sources, components },
    },
    bench: {
      context: {
        pack: { phases },
      },
    },
  } = useJob()
  const [said, setSaid] = useState<SeatSaid>({ phase: phases.length === 1 ? 'all' : '', pv: '' })
  const takeComponents = useTakeComponents()
  const [count, setCount] = useState('1')
  const [unitIndex, setUnitIndex] = useState('0')
  const [counted, setCounted] = useState(false)
  const [refusal, setRefusal] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const equipment = piece.revisions[0]
  if (!equipment) return null
  const pieces = /^\d{1,2}$/.test(count.trim()) ? Number(count) : 0
  const isCount = pieces >= 1 && pieces <= MOST_AT_ONCE
  const seat = said.phase === '' ? null : { phase: said.phase, pv: said.pv === '' ? null : said.pv }
  const taken = { equipment, count: pieces, unitIndex: Number(unitIndex), seat }
  const after = !isCount ? null : counted ? sources : sourcesWith(sources, taken, components)
  const added = isCount ? componentsTaken(taken, components) : []
  const fault = typeof after === 'string' ? FAULT_WORDS[after] : null
  const take = async (next: Sources, list: readonly Omit<Component, 'id'>[]) => {
    setRefusal(null)
    setBusy(true)
    try {
      await takeComponents(list, next === sources ? null : next)
      onDone()
    } catch (error) {
      setRefusal(problemWords(error))
      setBusy(false)
    }
  }
  return (
    <>
      <Text color="ink2">
        {equipment.model}, revision {equipment.revision}
        {equipment.source === null ? ', nobody said where its figures are from' : `, read in ${equipment.source}`}
        <br />
        {figuresInALine(equipment, 8)}
      </Text>
      <Flex gap="10px" align="center" wrap="wrap">
        <Text>How many</Text>
        <Input
          size="sm"
          w="70px"
          aria-label="How many"
          inputMode="numeric"
          value={count}
          onChange={(event) => setCount(event.target.value)}
        />
        {piece.kind === 'battery' && sources.units.length > 1 && (
          <>
            <Text>at</Text>
            <Choice
              label="At which inverter"
              value={unitIndex}
              options={sources.units.map(({ name }, k) => [String(k), name] as const)}
              onChange={setUnitIndex}
              width="220px"
            />
          </>
        )}
        {!counted && (piece.kind === 'inverter' || piece.kind === 'pv') && (
          <SeatChoice said={said} phases={phases} isPv={piece.kind === 'pv'} onSay={setSaid} />
        )}
      </Flex>
      <Checkbox.Root checked={counted} onCheckedChange={({ checked }) => setCounted(checked === true)}>
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label fontSize="14px">
          The plan counts it already: put it on the list of components only
        </Checkbox.Label>
      </Checkbox.Root>
      {!isCount && <Notice kind="caution">Say how many, from 1 to {MOST_AT_ONCE}.</Notice>}
      {fault !== null && <Notice kind="caution">{fault}</Notice>}
      {after !== null && typeof after !== 'string' && (
        <Box as="ul" listStyleType="none" aria-label="What it does">
          {sourcesTold(sources, after).map((line) => (
            <li key={line}>{line}</li>
          ))}
          <li>On the list of components: {added.map(({ name, tag }) => `${name} (${tag})`).join(', ')}</li>
        </Box>
      )}
      {refusal !== null && <Notice kind="error">{refusal}</Notice>}
      <Box>
        <Button
          variant="act"
          disabled={busy || after === null || typeof after === 'string'}
          onClick={() => {
            if (after !== null && typeof after !== 'string') void take(after, added)
          }}
        >
          {busy ? 'Taking…' : 'Take it into this job'}
        </Button>
      </Box>
    </>
  )
}
