'use client'
import { Box, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { TASK_TEMPLATES } from '@/core/fit/taskTemplates'
import { RULE_PACKS } from '@/core/rules/packs'
import { RULE_PACK_IDS, type RulePackId } from '@/core/rules/rulePack'
import { coresOf } from '@/core/wiring/runLabels'
import { type Actor, mayCall } from '@/server/access'
import type { HabitsView as HabitsOfCrew } from '@/server/useCases/habits'
import { Choice } from '@/ui/Choice'
import { Notice } from '@/ui/Notice'
import { TitledSheet } from '@/ui/Sheet'
import { callUseCase, problemWords } from '../api'
import { SpecForm } from '../forms/SpecForm'
import { PriceSheet } from './PriceSheet'
import { useHabits } from './useHabits'

interface Props {
  habits: HabitsOfCrew
  may: boolean
  refresh: () => Promise<void>
}

/** What a crew asks, how long it takes, and how it marks its cores. */
export function HabitsView({ actor }: { actor: Actor }) {
  const { habits, failure, refresh } = useHabits()
  if (failure !== null && failure !== undefined) return <Notice kind="error">{problemWords(failure)}</Notice>
  if (habits === null)
    return (
      <Text role="status" px="14px">
        Fetching the price list…
      </Text>
    )
  const may = mayCall(actor.role, 'saveHabits')
  return (
    <>
      <PriceSheet habits={habits} may={may} refresh={refresh} />
      <UsualTimes habits={habits} may={may} refresh={refresh} />
      <Colours habits={habits} may={may} refresh={refresh} />
    </>
  )
}

type Colouring = Record<RulePackId, Record<string, string>>

const coloursOf = ({ coreColours }: HabitsOfCrew): Colouring =>
  Object.fromEntries(RULE_PACK_IDS.map((id) => [id, coreColours[id] ?? {}])) as Colouring

const allTimes = ({ usualMinutes }: HabitsOfCrew): Record<string, number | null> =>
  Object.fromEntries(
    TASK_TEMPLATES.map(({ key }) => [key, Object.hasOwn(usualMinutes, key) ? (usualMinutes[key] ?? null) : null]),
  )

function UsualTimes({ habits, may, refresh }: Props) {
  const [saved, setSaved] = useState(false)
  const learned = new Map(Object.entries(habits.crewTimes.taskMin))
  const fields = TASK_TEMPLATES.map(({ key, name }) => ({
    name: key,
    label: `${name}, minutes`,
    kind: 'number' as const,
    optional: true,
    min: 5,
    max: 1440,
    ...(learned.has(key) && { hint: `your jobs took ${Math.round(learned.get(key) ?? 0)}` }),
  }))
  return (
    <TitledSheet title="Usual times" note="blank: as your own jobs took, or as is usual">
      <Box px="14px" pb="14px">
        {may ? (
          <SpecForm
            specs={fields}
            initial={habits.usualMinutes}
            submitLabel="Save the times"
            save={async (typed) => {
              setSaved(false)
              await callUseCase('saveHabits', {
                usualMinutes: { ...allTimes(habits), ...(typed as Record<string, number | null>) },
                coreColours: coloursOf(habits),
              })
              await refresh()
              setSaved(true)
            }}
            extra={saved && <Saved>Days that are proposed from now on take these.</Saved>}
          />
        ) : (
          <Text fontSize="14px">
            {TASK_TEMPLATES.filter(({ key }) => Object.hasOwn(habits.usualMinutes, key))
              .map(({ key, name }) => `${name}: ${habits.usualMinutes[key]} min`)
              .join(' · ') || 'The crew says nothing of its own.'}
          </Text>
        )}
      </Box>
    </TitledSheet>
  )
}

function Colours({ habits, may, refresh }: Props) {
  const [packId, setPackId] = useState<RulePackId>('iec-1ph-230')
  const [saved, setSaved] = useState(false)
  const own = coresOf({ packId, coreColours: {} })
  return (
    <TitledSheet title="Core colours" note="what each new job begins with">
      <Box px="14px" pb="14px">
        <Choice
          label="Supply of the colours"
          value={packId}
          options={RULE_PACK_IDS.map((id) => [id, RULE_PACKS[id].name] as const)}
          onChange={(id) => {
            setPackId(id as RulePackId)
            setSaved(false)
          }}
          width="260px"
        />
        <Text fontSize="14px" color="ink2" my="8px">
          One convention for a whole job, on the labels of both ends. Local code decides which colours a core may have.
        </Text>
        {may ? (
          <SpecForm
            key={packId}
            specs={own.map(({ conductor, colour }) => ({
              name: conductor,
              label: conductor,
              kind: 'text' as const,
              optional: true,
              max: 40,
              hint: `blank: ${colour}`,
            }))}
            initial={habits.coreColours[packId] ?? {}}
            submitLabel="Save the colours"
            save={async (typed) => {
              setSaved(false)
              const colours = Object.fromEntries(
                Object.entries(typed).map(([core, colour]) => [core, String(colour ?? '').trim()]),
              )
              await callUseCase('saveHabits', {
                usualMinutes: allTimes(habits),
                coreColours: { ...coloursOf(habits), [packId]: colours },
              })
              await refresh()
              setSaved(true)
            }}
            extra={saved && <Saved>Jobs that are there keep theirs.</Saved>}
          />
        ) : (
          <Text fontSize="14px">
            {coresOf({ packId, coreColours: habits.coreColours[packId] ?? {} })
              .map(({ conductor, colour }) => `${conductor} ${colour}`)
              .join(', ')}
          </Text>
        )}
      </Box>
    </TitledSheet>
  )
}

function Saved({ children }: { children: string }) {
  return (
    <Text role="status" alignSelf="center" fontSize="14px" color="ink2">
      Saved. {children}
    </Text>
  )
}
