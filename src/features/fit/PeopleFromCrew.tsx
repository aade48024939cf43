'use client'
import { Box, Checkbox, Flex, Text } from '@chakra-ui/react'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { licensedOn } from '@/core/crew/licensedOn'
import { type FitItem, fitOf } from '@/core/installation/fit'
import { freeTag } from '@/core/installation/freeTag'
import type { CrewView } from '@/server/useCases/crew'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Overlay } from '@/ui/Overlay'
import { callUseCase, problemWords } from '../api'
import { LicenceWord } from '../crew/LicenceWord'
import { useJob } from '../job/JobContext'
import { useFitItems } from './useFitItems'

/** The hours that a person begins with. */
export const USUAL_HOURS = { fromMin: 480, toMin: 1020 }

/** Whoever of the crew comes that day: taken with name and licence, which counts where it is known to hold on the day. */
export function PeopleFromCrew({
  open,
  onClose,
  onOther,
}: {
  open: boolean
  onClose: () => void
  onOther: () => void
}) {
  return (
    <Overlay title="Who comes" open={open} onClose={onClose}>
      {open && <Choosing onClose={onClose} onOther={onOther} />}
    </Overlay>
  )
}

function Choosing({ onClose, onOther }: { onClose: () => void; onOther: () => void }) {
  const {
    view: { scheduledDay },
    record: { installation },
  } = useJob()
  const { save, refusal, busy } = useFitItems()
  const [chosen, setChosen] = useState<readonly string[]>([])
  const { data: crew, error } = useQuery({
    queryKey: ['crew'],
    queryFn: () => callUseCase('viewCrew', {}),
    retry: false,
  })
  const there = fitOf(installation.fit, 'person')
  const free = (crew?.people ?? []).filter(
    ({ leftAt, name, role }) => leftAt === null && role !== 'checker' && !there.some((one) => one.name === name),
  )
  const add = async () => {
    const taken = new Set(there.map(({ tag }) => tag))
    const items = free
      .filter(({ userId }) => chosen.includes(userId))
      .map((person, k): FitItem<'person'> => {
        const tag = freeTag('p', taken)
        taken.add(tag)
        return {
          id: uuidv7(),
          kind: 'person',
          tag,
          name: person.name,
          sort: there.length + k,
          detail: { ...USUAL_HOURS, licensed: licensedOn(person, scheduledDay) },
        }
      })
    if (await save(items)) onClose()
  }
  return (
    <Box>
      <Text color="ink2" fontSize="14px" mb="8px">
        A licence counts where it is known to hold on the day
        {scheduledDay === null ? ', and the job has no day yet' : ''}. Hours and licence can be changed afterwards.
      </Text>
      {error && <Notice kind="error">{problemWords(error)}</Notice>}
      {!crew && !error && <Text color="ink2">Asking for the crew…</Text>}
      {crew && free.length === 0 && <Text>Everybody of the crew is in the day already.</Text>}
      {free.map((person) => (
        <Person
          key={person.userId}
          person={person}
          day={scheduledDay}
          checked={chosen.includes(person.userId)}
          onChange={(checked) =>
            setChosen(checked ? [...chosen, person.userId] : chosen.filter((one) => one !== person.userId))
          }
        />
      ))}
      {refusal && <Notice kind="error">{refusal}</Notice>}
      <Flex gap="8px" mt="12px" wrap="wrap">
        <Button variant="act" disabled={busy || chosen.length === 0} onClick={() => void add()}>
          Add to the day
        </Button>
        <Button onClick={onOther}>Somebody else</Button>
        <Button onClick={onClose}>Cancel</Button>
      </Flex>
    </Box>
  )
}

function Person({
  person: { name, licence, licenceValidUntil },
  day,
  checked,
  onChange,
}: {
  person: CrewView['people'][number]
  day: string | null
  checked: boolean
  onChange: (checked: boolean) => void
}) {
  return (
    <Checkbox.Root
      display="flex"
      py="6px"
      minH="44px"
      checked={checked}
      onCheckedChange={({ checked: now }) => onChange(now === true)}
    >
      <Checkbox.HiddenInput />
      <Checkbox.Control />
      <Checkbox.Label flex="1">
        <Flex gap="12px" wrap="wrap">
          <Text flex="1" minW="140px" fontWeight="600" overflowWrap="anywhere">
            {name}
          </Text>
          <Box fontSize="14px">
            {licensedOn({ licence, licenceValidUntil }, day)
              ? 'licensed that day'
              : 'not known to be licensed that day'}
            {licence !== null && (
              <Box color="ink2">
                <LicenceWord licence={licence} licenceValidUntil={licenceValidUntil} today={day ?? undefined} />
              </Box>
            )}
          </Box>
        </Flex>
      </Checkbox.Label>
    </Checkbox.Root>
  )
}
