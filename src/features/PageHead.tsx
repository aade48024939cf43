'use client'
import { Heading, Text, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import type { Actor } from '@/server/access'
import { Mark } from '@/ui/Mark'
import { PersonTools } from './job/PersonTools'

/** The head of a page that belongs to the crew and not to one job: where one is, who one is, and what every page has. */
export function PageHead({
  title,
  actor,
  children,
}: {
  title: string
  actor: Pick<Actor, 'crewName' | 'name' | 'role'>
  children?: ReactNode
}) {
  return (
    <chakra.header
      display="flex"
      alignItems="center"
      gap="12px"
      bg="sheet"
      borderBottomWidth="1px"
      borderColor="rule2"
      px="16px"
      minH="52px"
    >
      <chakra.a href="/" aria-label="All jobs" display="inline-flex">
        <Mark />
      </chakra.a>
      <Heading as="h1" fontSize="17px" whiteSpace="nowrap">
        {title}
      </Heading>
      <Text color="ink2" fontSize="14px" flex="1" minW="0" truncate>
        {actor.crewName} · {actor.name}, {actor.role}
      </Text>
      {children}
      <PersonTools />
    </chakra.header>
  )
}
