'use client'
import { Text } from '@chakra-ui/react'
import type { FieldIssue } from '@/core/result'
import { ownLimitFault } from '@/core/rules/ownLimits'
import { OWN_LIMIT_FAULT_WORDS, boundsWords } from '@/core/rules/ownLimitWords'
import type { Limit, LimitKey } from '@/core/rules/rulePack'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { Notice } from '@/ui/Notice'
import { SpecForm } from '../forms/SpecForm'

/** What a lead sets: a figure, or `null` for the pack's again, and why. */
export interface LimitSet {
  key: LimitKey
  value: number | null
  reason: string
}

/** A figure beyond its bounds is told before anything is sent. */
const boundsIssues = (limit: Limit, value: unknown): FieldIssue[] => {
  const fault = typeof value === 'number' ? ownLimitFault(limit, value) : null
  return fault === null ? [] : [{ path: 'value', message: OWN_LIMIT_FAULT_WORDS[fault](limit) }]
}

const REASON: FieldSpec = {
  name: 'reason',
  label: 'Why',
  kind: 'lines',
  min: 10,
  max: 300,
  hint: 'stands in every pack of the job, with your name',
}

const fieldsOf = (limit: Limit): FieldSpec[] => [
  {
    name: 'value',
    label: 'Own figure',
    kind: 'number',
    ...(limit.unit !== '' && { unit: limit.unit }),
    optional: true,
    hint: `${boundsWords(limit)}; empty goes back to the pack’s`,
  },
  REASON,
]

/** One limit: what it is for, how far it may go, the figure and the reason. */
export function OwnLimitForm({
  limitKey,
  packs,
  value,
  save,
}: {
  limitKey: LimitKey
  packs: Limit
  value: number | null
  save: (set: LimitSet) => Promise<unknown>
}) {
  return (
    <>
      <Text fontSize="14px" color="ink2" mb="8px">
        {packs.basis}
      </Text>
      <SpecForm
        specs={fieldsOf(packs)}
        initial={{ value, reason: '' }}
        check={({ value: own }) => boundsIssues(packs, own)}
        submitLabel="Set it"
        save={(fields) =>
          save({ key: limitKey, value: fields.value as number | null, reason: fields.reason as string })
        }
        below={
          <Notice kind="caution">
            Local code, the network operator and the maker’s manual come first: where they ask for more, theirs holds
            whatever stands here.
          </Notice>
        }
      />
    </>
  )
}
