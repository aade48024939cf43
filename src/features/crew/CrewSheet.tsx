'use client'
import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { RULE_PACKS } from '@/core/rules/packs'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { crewSchema } from '@/schemas/people'
import { mayCall } from '@/server/access'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { typedFields } from '../forms/typedFields'
import { HistorySheet } from './HistorySheet'
import type { CrewProps } from './PeopleView'
import { LetterHeadSheet } from './LetterHeadSheet'
import { RetentionSheet } from './RetentionSheet'
import { SigningKeySheet } from './SigningKeySheet'

const FIELDS: readonly FieldSpec[] = [
  { name: 'name', label: 'Name', kind: 'text', hint: 'as it stands on your packs' },
  {
    name: 'usualPackId',
    label: 'Usual supply',
    kind: 'choice',
    options: Object.fromEntries(Object.values(RULE_PACKS).map(({ id, name }) => [id, name])),
    hint: 'what a new job is offered first',
  },
]

/** The crew itself: its name, the supply it mostly works on, and what was changed about it. */
export function CrewSheet({ actor, crew, refresh }: CrewProps) {
  const [saved, setSaved] = useState(false)
  return (
    <>
      <TitledSheet title="The crew">
        <Box px="14px" pb="14px" maxW="640px">
          {mayCall(actor.role, 'changeCrew') ? (
            <SpecForm
              specs={FIELDS}
              initial={crew}
              save={async (fields) => {
                setSaved(false)
                await callUseCase('changeCrew', typedFields(crewSchema, fields))
                await refresh()
                setSaved(true)
              }}
              extra={
                saved && (
                  <Text role="status" alignSelf="center" fontSize="14px" color="ink2">
                    Saved.
                  </Text>
                )
              }
            />
          ) : (
            <Text fontSize="14px">
              {crew.name}, mostly on {RULE_PACKS[crew.usualPackId].name}. A lead may change it.
            </Text>
          )}
        </Box>
      </TitledSheet>
      <LetterHeadSheet may={mayCall(actor.role, 'changeLetterHead')} />
      <SigningKeySheet />
      <RetentionSheet actor={actor} crew={crew} refresh={refresh} />
      {mayCall(actor.role, 'changeMember') && <HistorySheet crew={crew} />}
    </>
  )
}
