'use client'
import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { fitOf } from '@/core/installation/fit'
import { liftsOfInstallation } from '@/core/fit/liftsOfInstallation'
import { rulesOf } from '@/core/installation/rulesOf'
import { formatNumber } from '@/core/quantity/formatQuantity'
import { colour } from '@/look/colour'
import { Button } from '@/ui/Button'
import { EmptyState } from '@/ui/EmptyState'
import { Notice } from '@/ui/Notice'
import { PlanMarkWord } from '@/ui/PlanMarkWord'
import { TitledSheet } from '@/ui/Sheet'
import { useJob } from '../job/JobContext'
import { ChangeThing } from './ChangeThing'
import { type FitEditing, FitItemOverlay } from './FitItemOverlay'

/** Lifts, heaviest first: how many carry it, what is unpacked first, what needs more than hands (F-3). */
export function LiftsView() {
  const {
    record: { installation },
    may,
  } = useJob()
  const [editing, setEditing] = useState<FitEditing | null>(null)
  const edit = may('saveItem')
  const things = fitOf(installation.fit, 'lift')
  const people = fitOf(installation.fit, 'person')
  const result = liftsOfInstallation(installation, people.length > 0 ? people.length : null)
  const nameOf = (id: string) => {
    const [tag, part] = id.split('/')
    const name = things.find((thing) => thing.tag === tag)?.name ?? id
    return part === undefined ? name : part === 'crate' ? `${name}, empty` : `${name}, module ${part}`
  }
  const unknown = things.filter(({ detail: { massKg, modulesKg, crateEmptyKg } }) =>
    modulesKg === null ? massKg === null : crateEmptyKg === null,
  )
  return (
    <>
      <Notice kind="caution">
        A team lifts less than the sum of its people. Clear the way first, one person speaks, gloves and shoes on;
        nobody lifts above the shoulder or alone beyond {rulesOf(installation).limits.liftPerPersonMax.value} kg. What
        is marked for an aid is not lifted by hand.
      </Notice>
      <TitledSheet
        title="Lifts in their order"
        note={
          result.lifts && result.lifts.length > 0 ? (
            <Flex as="span" gap="12px" align="center" wrap="wrap">
              <span>
                {result.maxPersons} {result.maxPersons === 1 ? 'person' : 'people'} at once,{' '}
                {Math.round(result.crewMinutes ?? 0)} crew-minutes
              </span>
              <PlanMarkWord mark={result.verdict} />
            </Flex>
          ) : undefined
        }
        actions={
          edit && (
            <Button
              size="sm"
              onClick={() => setEditing({ kind: 'lift', item: null, first: { minutes: 5, openMinutes: 0 } })}
            >
              Add a thing to lift
            </Button>
          )
        }
      >
        {things.length === 0 && (
          <EmptyState title="Nothing heavy yet">
            Inverter, modules, crates, boards: write down the mass from the plate or the delivery note.
          </EmptyState>
        )}
        {unknown.length > 0 && (
          <Notice kind="info" mx="14px" mb="8px">
            Open until the mass of {unknown.map(({ name }) => name).join(', ')} is known.
          </Notice>
        )}
        {result.verdict === 'exceeds' && (
          <Notice kind="caution" mx="14px" mb="8px">
            {result.maxPersons} people are needed at once, and the crew of the day has {people.length}. Ask one more, or
            bring an aid.
          </Notice>
        )}
        {people.length === 0 && things.length > 0 && (
          <Notice kind="info" mx="14px" mb="8px">
            Who is in the crew is not said yet; add the people under Day.
          </Notice>
        )}
        {result.opened && result.opened.length > 0 && (
          <Text px="14px" pb="8px" fontSize="14px">
            Unpack first: {result.opened.map(nameOf).join(', ')}. Its parts then take fewer people.
          </Text>
        )}
        {result.lifts?.map((lift, k) => (
          <Flex
            key={lift.id}
            px="14px"
            py="7px"
            gap="12px"
            borderTopWidth="1px"
            borderColor="rule"
            align="center"
            fontSize="15px"
          >
            <Text fontFamily="mono" color="ink3" w="24px">
              {k + 1}
            </Text>
            <Text flex="1" minW="0" overflowWrap="anywhere">
              {nameOf(lift.id)}
            </Text>
            <People n={lift.persons} aid={lift.aid} />
            <Text fontWeight="600" fontSize="17px" w="84px" textAlign="right">
              {formatNumber(lift.massKg, 4)} kg
            </Text>
          </Flex>
        ))}
        {result.lifts?.some(({ aid }) => aid) && (
          <Text px="14px" py="7px" fontSize="14px" borderTopWidth="1px" borderColor="rule">
            With an aid: a stair climber, hoist or trolley rated for it, or a written lifting plan that a lead has
            signed.
          </Text>
        )}
      </TitledSheet>
      {things.length > 0 && (
        <TitledSheet title="Things to lift">
          {things.map((thing) => (
            <Flex
              key={thing.id}
              px="14px"
              py="5px"
              gap="10px"
              borderTopWidth="1px"
              borderColor="rule"
              fontSize="14px"
              align="center"
            >
              <Text fontFamily="mono" color="ink3" w="40px">
                {thing.tag}
              </Text>
              <Text flex="1" minW="0" overflowWrap="anywhere">
                {thing.name}
              </Text>
              <Text color="ink2">
                {thing.detail.modulesKg
                  ? `crate ${thing.detail.crateEmptyKg ?? '?'} kg with ${thing.detail.modulesKg} kg`
                  : thing.detail.massKg === null
                    ? 'mass open'
                    : `${thing.detail.massKg} kg`}
              </Text>
              {edit && <ChangeThing name={thing.name} onChange={() => setEditing({ kind: 'lift', item: thing })} />}
            </Flex>
          ))}
        </TitledSheet>
      )}
      <FitItemOverlay editing={editing} onClose={() => setEditing(null)} />
    </>
  )
}

/** So many people, drawn; with a hook where hands are not enough. */
function People({ n, aid }: { n: number; aid: boolean }) {
  return (
    <Flex align="center" gap="6px" color={aid ? 'stop' : 'ink'}>
      <svg width={n * 13 + (aid ? 16 : 0)} height="18" aria-hidden>
        {Array.from({ length: n }, (_, k) => (
          <g key={k} transform={`translate(${k * 13},0)`} fill={colour(aid ? 'stop' : 'grid')}>
            <circle cx="6" cy="4" r="3" />
            <path d="M1 17c0-6 2-8 5-8s5 2 5 8z" />
          </g>
        ))}
        {aid && <path d={`M${n * 13 + 7} 1v6a4 4 0 1 1-5 4`} fill="none" stroke={colour('stop')} strokeWidth="2" />}
      </svg>
      <Box as="span" fontSize="14px" whiteSpace="nowrap">
        {aid ? 'aid or written plan' : n === 1 ? 'one person' : `${n} people`}
      </Box>
    </Flex>
  )
}
