'use client'
import { Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { type FitItem, fitOf } from '@/core/installation/fit'
import type { Lifts } from '@/core/fit/lifts'
import { liftsOfInstallation } from '@/core/fit/liftsOfInstallation'
import { rulesOf } from '@/core/installation/rulesOf'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'
import { LiftRow } from './LiftRow'
import { ThingsToLift } from './ThingsToLift'

/** A thing to lift that is added begins with so much time for it. */
const NEW_LIFT: FitEditing = { kind: 'lift', item: null, first: { minutes: 5, openMinutes: 0 } }

/** Lifts, heaviest first: how many carry it, what is unpacked first, what needs more than hands (F-3). */
export function LiftsView() {
  const {
    record: { installation },
    may,
  } = useJob()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const edit = may('saveItem')
  const things = fitOf(installation.fit, 'lift')
  const crewCount = fitOf(installation.fit, 'person').length
  const result = liftsOfInstallation(installation, crewCount > 0 ? crewCount : null)
  const nameOf = (id: string) => {
    const [tag, part] = id.split('/')
    const name = things.find((thing) => thing.tag === tag)?.name ?? id
    if (part === undefined) return name
    return part === 'crate' ? `${name}, empty` : `${name}, module ${part}`
  }
  return (
    <>
      <Notice kind="caution">
        A team lifts less than the sum of its people. Clear the way first, one person speaks, gloves and shoes on;
        nobody lifts above the shoulder or alone beyond {rulesOf(installation).limits.liftPerPersonMax.value} kg. What
        is marked for an aid is not lifted by hand.
      </Notice>
      <TitledSheet
        title="Lifts in their order"
        note={result.lifts && result.lifts.length > 0 ? <Sum {...result} /> : undefined}
        actions={
          edit && (
            <Button size="sm" onClick={() => setEditing(NEW_LIFT)}>
              Add a thing to lift
            </Button>
          )
        }
      >
        <Notices things={things} result={result} crewCount={crewCount} />
        {result.opened && result.opened.length > 0 && (
          <Text px="14px" pb="8px" fontSize="14px">
            Unpack first: {result.opened.map(nameOf).join(', ')}. Its parts then take fewer people.
          </Text>
        )}
        {result.lifts?.map((lift, k) => (
          <LiftRow key={lift.id} place={k + 1} name={nameOf(lift.id)} lift={lift} />
        ))}
        {result.lifts?.some(({ aid }) => aid) && (
          <Text px="14px" py="7px" fontSize="14px" borderTopWidth="1px" borderColor="rule">
            With an aid: a stair climber, hoist or trolley rated for it, or a written lifting plan that a lead has
            signed.
          </Text>
        )}
      </TitledSheet>
      {things.length > 0 && (
        <ThingsToLift things={things} onChange={edit ? (item) => setEditing({ kind: 'lift', item }) : null} />
      )}
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

function Sum({ maxPersons, crewMinutes, verdict }: Lifts) {
  return (
    <Flex as="span" gap="12px" align="center" wrap="wrap">
      <span>
        {maxPersons} {maxPersons === 1 ? 'person' : 'people'} at once, {Math.round(crewMinutes ?? 0)} crew-minutes
      </span>
      <PlanMarkWord mark={verdict} />
    </Flex>
  )
}

interface NoticesProps {
  things: readonly FitItem<'lift'>[]
  result: Lifts
  crewCount: number
}

/** What is still missing, and what the crew of the day is too few for. */
function Notices({ things, result, crewCount }: NoticesProps) {
  if (things.length === 0)
    return (
      <EmptyState title="Nothing heavy yet">
        Inverter, modules, crates, boards: write down the mass from the plate or the delivery note.
      </EmptyState>
    )
  const unknown = things.filter(({ detail: { massKg, modulesKg, crateEmptyKg } }) =>
    modulesKg === null ? massKg === null : crateEmptyKg === null,
  )
  return (
    <>
      {unknown.length > 0 && (
        <Notice kind="info" mx="14px" mb="8px">
          Open until the mass of {unknown.map(({ name }) => name).join(', ')} is known.
        </Notice>
      )}
      {result.verdict === 'exceeds' && (
        <Notice kind="caution" mx="14px" mb="8px">
          {result.maxPersons} people are needed at once, and the crew of the day has {crewCount}. Ask one more, or bring
          an aid.
        </Notice>
      )}
      {crewCount === 0 && (
        <Notice kind="info" mx="14px" mb="8px">
          Who is in the crew is not said yet; add the people under Day.
        </Notice>
      )}
    </>
  )
}
