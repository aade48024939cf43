'use client'
import { planChoiceSchema } from '@/schemas/planChoice'
import { typedFields } from '../forms/typedFields'
import { Text } from '@chakra-ui/react'
import { SCHOOL_WORDS } from '@/core/plan/planOfInstallation'
import { choiceSaid } from '@/core/plan/planRevision'
import { schoolReason } from '@/core/plan/schoolReason'
import { rideThroughLimit, RIDE_THROUGH_CLASSES, RIDE_THROUGH_WORDS } from '@/core/outage/rideThrough'
import { formatDuration } from '@/core/quantity/formatQuantity'
import { callUseCase } from '../api'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { SpecForm } from '../forms/SpecForm'
import { useJob } from '../job/JobContext'
import { usePlan } from './usePlan'

/** The lead's choice of school with its reason, and the gap that is promised; the plan's promises are written with it. */
export function ChoosePlan({ onDone }: { onDone: () => void }) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    refresh,
    steps,
  } = useJob()
  const plan = usePlan()
  const promised = installation.promises.find(({ kind }) => kind === 'gapClass')?.gapClass ?? 'blink'
  const specs: FieldSpec[] = [
    { name: 'school', label: 'Changeover', kind: 'choice', options: SCHOOL_WORDS },
    {
      name: 'gapClass',
      label: 'Promised gap',
      kind: 'choice',
      options: Object.fromEntries(
        RIDE_THROUGH_CLASSES.map((kind) => {
          const limit = rideThroughLimit(kind, pack)
          return [kind, `${RIDE_THROUGH_WORDS[kind]}${limit ? `, up to ${formatDuration(limit.value)}` : ''}`]
        }),
      ),
    },
    { name: 'reason', label: 'Why this one', kind: 'text' },
    ...(installation.chosenSchool
      ? [{ name: 'note', label: 'What changed since the last time', kind: 'text', optional: true } as const]
      : []),
  ]
  return (
    <>
      <Text color="ink2" mb="3">
        Promise only what the maker declares and you mean to show on the day. Choosing again makes a new revision of the
        plan; a promise that changes has to be shown anew.
      </Text>
      <SpecForm
        specs={specs}
        submitLabel="Choose and write the promises"
        initial={{
          school: installation.chosenSchool ?? plan.demand.school,
          gapClass: promised,
          reason: installation.schoolReason ?? (schoolReason(plan) ?? '').slice(0, 400),
        }}
        save={async (fields) => {
          const { jobId } = installation
          const { revision, chosen } = await callUseCase('choosePlan', {
            jobId,
            ...typedFields(planChoiceSchema, fields),
          })
          steps.noteAct({ useCase: 'choosePlan', input: { jobId, revision } }, choiceSaid(installation), chosen)
          await refresh()
          onDone()
        }}
      />
    </>
  )
}
