'use client'
import { useState } from 'react'
import { FAR_END_KEY, RELEASED } from '@/core/evidence/families/farEnd'
import { identitiesOf, joinedSlot, runIdentityKey } from '@/core/evidence/families/runIdentity'
import { type Reading, latestBySlot } from '@/core/evidence/reading'
import type { Verdict } from '@/core/rules/verdict'
import { useJob } from '../job/JobContext'

export const ROLES = {
  far: 'I join, at the far end',
  near: 'I read, at the near end',
  alone: 'One phone, calling out',
} as const
export type Role = keyof typeof ROLES

/** What is seen at the near end. */
export type Seen = 'continuity' | 'open'

/** A run as it is identified: what was seen of it while something is joined, and what it comes to. */
export interface SeenRun {
  tag: string
  seen: string | null
  verdict: Verdict
}

export interface Identifying {
  /** What is joined at the far end, a run's tag or that all are released; `null` where nobody said. */
  joined: string | null
  /** Who said so from the far end. */
  said: Reading | undefined
  runs: readonly SeenRun[]
  join: (tag: string) => void
  see: (tag: string, word: Seen) => void
}

/** Two ends of the runs: what is joined at the far one, called out or heard from another phone, and what is seen at the near one. */
export function useIdentifying(role: Role): Identifying {
  const {
    record: { installation },
    bench: { context, points },
    offer,
  } = useJob()
  const [called, setCalled] = useState<string>(RELEASED)
  const identities = identitiesOf(installation, context.readings)
  const said = latestBySlot(context.readings, FAR_END_KEY).get('joined')
  const joined = role === 'alone' ? called : (said?.valueWord ?? null)
  const join = (tag: string) => {
    if (role === 'alone') return setCalled(tag)
    const point = points.find(({ key }) => key === FAR_END_KEY)
    const [slot] = point?.slots ?? []
    if (point && slot) void offer({ point, slot }, { kind: 'word', word: tag })
  }
  const see = (tag: string, word: Seen) => {
    const point = points.find(({ key }) => key === runIdentityKey({ tag }))
    const slot = joined === null ? undefined : point?.slots.find(({ id }) => id === joinedSlot(joined))
    if (point && slot) void offer({ point, slot }, { kind: 'word', word })
  }
  const runs = installation.runs.map(({ tag }) => ({
    tag,
    seen:
      joined === null
        ? null
        : (latestBySlot(context.readings, runIdentityKey({ tag })).get(joinedSlot(joined))?.valueWord ?? null),
    verdict: identities[tag]?.verdict ?? 'open',
  }))
  return { joined, said, runs, join, see }
}
