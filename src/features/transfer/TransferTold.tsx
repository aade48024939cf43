'use client'
import { Box, List, Text } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { counted } from '@/core/quantity/counted'
import { EVIDENCE_LISTS } from '@/jobFile/merge/mergeJob'
import type { TransferTold as Told } from '@/server/transfer/toldOf'
import { Notice } from '@/ui/Notice'
import { EVIDENCE_WORDS, PART_WORDS, THING_WORDS } from './transferWords'

const Heading = ({ children }: { children: ReactNode }) => (
  <Text fontWeight="600" fontSize="14px" mt="12px">
    {children}
  </Text>
)

function Lines({ lines }: { lines: readonly string[] }) {
  return (
    <List.Root ps="18px" fontSize="14px">
      {lines.map((line) => (
        <List.Item key={line} overflowWrap="anywhere">
          {line}
        </List.Item>
      ))}
    </List.Root>
  )
}

/** What of the file is not here yet, in lines; evidence first. */
export function freshLines({ evidence, things, isNew }: Told): string[] {
  return [
    ...EVIDENCE_LISTS.flatMap((list) => {
      const { fresh, known } = evidence[list]
      if (fresh === 0) return known === 0 ? [] : [`${counted(known, EVIDENCE_WORDS[list])}, here already`]
      return [`${counted(fresh, EVIDENCE_WORDS[list])} to add${known > 0 ? `, ${known} here already` : ''}`]
    }),
    ...things.flatMap(({ list, fresh }) =>
      fresh > 0 ? [`${counted(fresh, THING_WORDS[list])}${isNew ? '' : ' that only the file has'}`] : [],
    ),
  ]
}

/** Whether there is nothing in a file that is not here: then there is nothing to bring in. */
export const holdsNothingNew = (told: Told): boolean =>
  !told.isNew &&
  EVIDENCE_LISTS.every((list) => told.evidence[list].fresh === 0) &&
  told.things.every(({ fresh }) => fresh === 0) &&
  differLines(told).length === 0

/** Where the plan of the file and the plan here say otherwise. */
export function differLines({ parts, things, promisesDiffer, wiring, isNew }: Told): string[] {
  if (isNew) return []
  return [
    ...parts.map((part) => `The job’s ${PART_WORDS[part]}`),
    ...things.flatMap(({ list, differ }) =>
      differ.map(({ name, fields }) => `${THING_WORDS[list][0]} ${name}: ${fields.join(', ')}`),
    ),
    ...(promisesDiffer ? ['The promises: taken over, what was shown for them has to be shown again'] : []),
    ...wiring.map((layer) => `The wiring as ${layer}`),
  ]
}

/** What bringing a job in would do, before anybody does it. */
export function TransferTold({ told }: { told: Told }) {
  const differ = differLines(told)
  const { unknownInstruments, leftOut } = told
  return (
    <Box>
      <Text fontSize="14px" overflowWrap="anywhere">
        <b>{told.name}</b>
        {told.place && `, ${told.place}`} – {told.isNew ? 'a job that is not here yet.' : 'this job is here already.'}{' '}
        Saved {told.sealedAt.slice(0, 16).replace('T', ' ')} UTC.
      </Text>
      <Heading>{holdsNothingNew(told) ? 'Nothing new: all of it is here' : 'What comes in'}</Heading>
      <Lines lines={freshLines(told)} />
      {differ.length > 0 && (
        <>
          <Heading>Where the plan differs</Heading>
          <Lines lines={differ} />
        </>
      )}
      {unknownInstruments.readings > 0 && (
        <Notice kind="caution" mt="12px">
          {unknownInstruments.tags.join(', ')}: not among your crew’s instruments.{' '}
          {counted(unknownInstruments.readings, EVIDENCE_WORDS.readings)} would stand without an instrument, at most as
          Watch, and cannot be given one later. Enter the instrument with its serial first, under Crew → Instruments.
        </Notice>
      )}
      {leftOut.length > 0 && (
        <Notice kind="caution" mt="12px">
          Left out:
          <Lines lines={leftOut} />
        </Notice>
      )}
    </Box>
  )
}
