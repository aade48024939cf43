'use client'
import { Text, chakra } from '@chakra-ui/react'
import { useMemo } from 'react'
import type { PlanPart } from '@/core/plan/contradictions'
import { planOfInstallation } from '@/core/plan/planOfInstallation'
import { Notice } from '@/ui/Notice'
import { usePlanned } from '../plan/LoadDrafts'

const PART_WORDS: Readonly<Record<PlanPart, string>> = {
  limits: 'the limits',
  surge: 'motor starts',
  demand: 'the demand',
  runtime: 'the runtime',
  supply: 'the supply',
  boards: 'boards and circuits',
  year: 'the year',
  pv: 'PV in island mode',
}

/** What contradicts itself, each with its field and what it makes unsafe to read; nothing is averaged away. */
export function ContradictionsNotice() {
  const { resting } = usePlanned()
  // of the loads where they lie: a notice that comes and goes under a load in hand would push its lanes away
  const contradictions = useMemo(() => planOfInstallation(resting).contradictions, [resting])
  if (contradictions.length === 0) return null
  return (
    <Notice kind="error">
      <Text fontWeight="600">
        {contradictions.length === 1
          ? 'One thing contradicts itself'
          : `${contradictions.length} things contradict themselves`}
      </Text>
      <chakra.ul pl="18px" listStyleType="disc">
        {contradictions.map(({ path, message, touches }) => (
          <li key={path}>
            {message}{' '}
            <chakra.span color="ink2">
              Until then {touches.map((part) => PART_WORDS[part]).join(' and ')}{' '}
              {touches.length > 1 || touches[0] === 'limits' || touches[0] === 'boards' || touches[0] === 'surge'
                ? 'are'
                : 'is'}{' '}
              not to be relied on.{' '}
            </chakra.span>
            <chakra.code fontFamily="mono" fontSize="12px">
              {path}
            </chakra.code>
          </li>
        ))}
      </chakra.ul>
    </Notice>
  )
}
