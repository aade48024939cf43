'use client'
import { Box, Flex, Text, chakra } from '@chakra-ui/react'
import { type ReactNode, useState } from 'react'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { Button } from '@/ui/Button'
import { Choice } from '@/ui/Choice'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { PracticeFaults } from './PracticeFaults'
import { Instruments } from './PracticeInstruments'
import { PracticeRow } from './PracticeRow'
import { eventWords, hourWords } from './practiceWords'
import { type Act, type PracticeHouse, usePracticeHouse } from './usePracticeHouse'

const STREETS = [
  ['healthy', 'is healthy'],
  ['dead', 'is dead'],
  ['neutralLost', 'has lost its neutral'],
  ['low', 'is low'],
  ['noisy', 'is noisy'],
] as const
const SPEEDS = [
  ['0', 'stands still'],
  ['1', 'as it is'],
  ['10', '10 times'],
  ['60', '60 times'],
] as const
const SUNS = [
  ['0', 'clear'],
  ['0.6', 'cloudy'],
  ['1', 'dark'],
] as const

/** The house that stands in for the real one: what a crew would switch there by hand, and faults that it does not know of. */
export function PracticeSheet() {
  const practice = usePracticeHouse()
  const [open, setOpen] = useState(false)
  const { house, fault, act, buildAnew } = practice
  if (!house) return null
  return (
    <TitledSheet
      title="Practice house"
      note="stands in for the real one: what it shows is practice, and no evidence"
      actions={
        <Button size="sm" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Fold' : 'Switch things there'}
        </Button>
      }
    >
      <Box px="14px" pb="12px" fontSize="14px">
        <Flex gap="16px" rowGap="2px" wrap="wrap" color="ink2">
          <Text>
            {hourWords(house.hour)} there, time {SPEEDS.find(([key]) => key === String(house.speed))?.[1]}
          </Text>
          <Text>{lastWords(house)}</Text>
          {house.hiddenFaults > 0 && house.revealed === null && (
            <Text color="watch" fontWeight="600">
              {house.hiddenFaults === 1 ? 'a fault is hidden' : `${house.hiddenFaults} faults are hidden`}
            </Text>
          )}
        </Flex>
        {fault !== null && (
          <Notice kind="error" mt="8px">
            {fault}
          </Notice>
        )}
        {open && (
          <>
            <Around house={house} act={act} />
            <Loads house={house} act={act} />
            <Instruments house={house} />
            <PracticeFaults house={house} act={act} buildAnew={buildAnew} />
            <Happened house={house} />
          </>
        )}
      </Box>
    </TitledSheet>
  )
}

function lastWords({ events }: PracticeHouse): string {
  const last = events.at(-1)
  return last ? eventWords(last.kind, last.subject) : 'nothing happened yet'
}

function Around({ house, act }: { house: PracticeHouse; act: Act }) {
  const dead = house.street === 'dead'
  return (
    <PracticeRow name="Around it">
      <Button size="sm" variant="act" onClick={() => void act('street', { state: dead ? 'healthy' : 'dead' })}>
        {dead ? 'Bring the street back' : 'Cut the street'}
      </Button>
      <Named words="Street">
        <Choice
          label="The street"
          value={house.street}
          options={STREETS}
          width="190px"
          onChange={(state) => void act('street', { state })}
        />
      </Named>
      <Named words="Time">
        <Choice
          label="Time"
          value={String(house.speed) as (typeof SPEEDS)[number][0]}
          options={SPEEDS}
          width="130px"
          onChange={(speed) => void act('speed', { speed: Number(speed) })}
        />
      </Named>
      <Named words="Sky">
        <Choice
          label="Sky"
          value={SUNS.find(([key]) => Number(key) === house.cloud)?.[0] ?? '0'}
          options={SUNS}
          width="110px"
          onChange={(cloud) => void act('sun', { hour: house.hour, cloud: Number(cloud) })}
        />
      </Named>
      {[8, 12, 18, 23].map((hour) => (
        <Button key={hour} size="sm" onClick={() => void act('sun', { hour, cloud: house.cloud })}>
          {hourWords(hour)}
        </Button>
      ))}
      {house.changeover === 'manual' &&
        (
          [
            ['street', 'I street'],
            ['off', '0 off'],
            ['own', 'II own supply'],
          ] as const
        ).map(([at, words]) => (
          <Button
            key={at}
            size="sm"
            variant={house.switchAt === at ? 'chosen' : 'quiet'}
            aria-pressed={house.switchAt === at}
            onClick={() => void act('switch', { at })}
          >
            {words}
          </Button>
        ))}
      {house.vehicle && (
        <Button
          size="sm"
          aria-pressed={house.vehicle.pluggedIn}
          variant={house.vehicle.pluggedIn ? 'chosen' : 'quiet'}
          onClick={() => void act('vehicle', { ...vehicleSwitches(house), pluggedIn: !house.vehicle?.pluggedIn })}
        >
          Vehicle plugged in
        </Button>
      )}
    </PracticeRow>
  )
}

/** A choice with its name before it. */
function Named({ words, children }: { words: string; children: ReactNode }) {
  return (
    <Flex align="center" gap="6px">
      <Text color="ink2">{words}</Text>
      {children}
    </Flex>
  )
}

const vehicleSwitches = ({ vehicle }: PracticeHouse) => ({
  present: vehicle?.present ?? false,
  enabled: vehicle?.enabled ?? false,
})

const NEXT_CONTROL = { auto: 'on', on: 'off', off: 'auto' } as const
const CONTROL_WORDS = { auto: 'by itself', on: 'on', off: 'off' } as const

function Loads({ house, act }: { house: PracticeHouse; act: Act }) {
  return (
    <PracticeRow name="Loads">
      {house.loads.map(({ tag, name, control, running, watts }) => (
        <Button
          key={tag}
          size="sm"
          variant={control === 'auto' ? 'quiet' : 'chosen'}
          aria-label={`${name}: ${CONTROL_WORDS[control]}`}
          onClick={() => void act('load', { tag, control: NEXT_CONTROL[control] })}
        >
          <chakra.span maxW="170px" truncate>
            {name}
          </chakra.span>
          <chakra.span fontWeight="400">
            {CONTROL_WORDS[control]}
            {running && ` · ${formatQuantity(watts, 'W', 2)}`}
          </chakra.span>
        </Button>
      ))}
      {house.residual
        .filter(({ closed }) => !closed)
        .map(({ tag }) => (
          <Button key={tag} size="sm" variant="act" onClick={() => void act('closeDevice', { tag })}>
            {tag} has tripped: close it
          </Button>
        ))}
    </PracticeRow>
  )
}

function Happened({ house }: { house: PracticeHouse }) {
  const {
    record: {
      installation: { jobId },
    },
  } = useJob()
  return (
    <PracticeRow name="Happened">
      <Box as="ol" flex="1" minW="240px" maxH="140px" overflowY="auto" tabIndex={0} aria-label="What happened there">
        {house.events.length === 0 && <Text color="ink2">Nothing yet. Cut the street.</Text>}
        {house.events.toReversed().map(({ kind, atS, subject }, k) => (
          <Text as="li" key={`${atS} ${kind} ${k}`} display="flex" gap="10px">
            <chakra.span color="ink2" minW="76px">
              {Math.round(house.timeS - atS)} s ago
            </chakra.span>
            {eventWords(kind, subject)}
          </Text>
        ))}
      </Box>
      <Flex direction="column" gap="4px">
        <a href={`/api/jobs/${jobId}/house/log`} download="practice-log.csv">
          The logger’s file
        </a>
        {house.captures.map(({ at, event, atS }) => (
          <a key={at} href={`/api/jobs/${jobId}/house/captures/${at}`} download={`practice-${event}-${at}.cff`}>
            The recorder’s file: {event === 'left' ? 'leaving' : 'return'}, {Math.round(house.timeS - atS)} s ago
          </a>
        ))}
      </Flex>
    </PracticeRow>
  )
}
