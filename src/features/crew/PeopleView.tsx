'use client'
import { Box, Text, chakra } from '@chakra-ui/react'
import { useState } from 'react'
import { type Actor, mayCall } from '@/server/access'
import type { CrewView } from '@/server/useCases/crew'
import { Button } from '@/ui/Button'
import { type Column, DataTable } from '@/ui/DataTable'
import { Overlay } from '@/ui/Overlay'
import { TitledSheet } from '@/ui/Sheet'
import { useTimes } from '@/ui/useTimes'
import { InvitationsSheet } from './InvitationsSheet'
import { Invite } from './Invite'
import { LicenceWord } from './LicenceWord'
import { PersonSheet } from './PersonSheet'

export type Person = CrewView['people'][number]
export interface CrewProps {
  actor: Actor
  crew: CrewView
  refresh: () => Promise<void>
}

function Seen({ leftAt, seenAt }: Pick<Person, 'leftAt' | 'seenAt'>) {
  const { clock, dayOf } = useTimes()
  return leftAt !== null ? `left ${dayOf(leftAt)}` : seenAt === null ? 'not signed in' : clock(seenAt)
}

const COLUMNS: readonly Column<Person>[] = [
  {
    head: 'Name',
    cell: ({ name, email, leftAt }) => (
      <Box color={leftAt === null ? undefined : 'ink2'}>
        <chakra.span fontWeight="600">{name}</chakra.span>
        <Text as="span" display="block" fontSize="13px" color="ink2">
          {email}
        </Text>
      </Box>
    ),
  },
  { head: 'Role', cell: ({ role }) => role },
  { head: 'Licence', cell: (person) => <LicenceWord {...person} />, wideOnly: true },
  { head: 'Last seen', cell: (person) => <Seen {...person} /> },
]

/** Everybody of the crew; a lead opens a person to change them, and those who invite see who has not come yet. */
export function PeopleView({ actor, crew, refresh }: CrewProps) {
  const [inviting, setInviting] = useState(false)
  const [opened, setOpened] = useState<string | null>(null)
  const person = crew.people.find(({ userId }) => userId === opened)
  const mayChange = mayCall(actor.role, 'changeMember')
  const here = crew.people.filter(({ leftAt }) => leftAt === null).length
  return (
    <>
      <TitledSheet
        title="People"
        note={here === 1 ? 'one in the crew' : `${here} in the crew`}
        actions={
          crew.mayInviteAs.length > 0 && (
            <Button size="sm" variant="act" onClick={() => setInviting(true)}>
              Invite somebody
            </Button>
          )
        }
      >
        <DataTable
          label="People of the crew"
          columns={COLUMNS}
          rows={crew.people}
          keyOf={({ userId }) => userId}
          {...(mayChange && {
            onOpen: ({ userId }: Person) => setOpened(userId),
            openLabel: ({ name }: Person) => `Change ${name}`,
          })}
        />
      </TitledSheet>
      <InvitationsSheet crew={crew} refresh={refresh} />
      <Overlay title="Invite somebody" open={inviting} onClose={() => setInviting(false)}>
        <Invite crew={crew} refresh={refresh} />
      </Overlay>
      <Overlay title={person?.name ?? ''} open={person !== undefined} onClose={() => setOpened(null)}>
        {person && (
          <PersonSheet key={person.userId} person={person} own={person.userId === actor.userId} refresh={refresh} />
        )}
      </Overlay>
    </>
  )
}
