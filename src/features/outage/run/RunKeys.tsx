'use client'
import { Grid, chakra } from '@chakra-ui/react'
import type { LadderRung } from '@/core/plan/loadLadder'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import type { MarkKind } from '@/core/outage/run/outageMark'
import type { OutageRun } from '@/core/outage/run/outageRun'
import { Button } from '@/ui/Button'

export interface RunKey {
  kind: MarkKind
  subject?: string
  words: string
  /** Second line, smaller. */
  small?: string
  variant?: 'act' | 'quiet'
}

const STREET_BACK: RunKey = { kind: 'streetBack', words: 'Street back' }
const TRIPPED: RunKey = { kind: 'tripped', words: 'Something tripped' }

/** A load or a vehicle, by what marks call it and by its name. */
interface Tagged {
  tag: string
  name: string
}

/** What a key could be of: the next load, the last one, and a vehicle that gives. */
export interface KeySubjects {
  next: LadderRung | null
  last: Tagged | null
  vehicle: Tagged | null
}

/** The vehicle in the island: plugged in as if it came home late, then seen to give. */
function vehicleKeys({ marks }: OutageRun, vehicle: Tagged | null): RunKey[] {
  if (vehicle === null) return []
  const has = (kind: MarkKind) => marks.some((mark) => mark.kind === kind)
  if (!has('pluggedIn')) return [{ kind: 'pluggedIn', subject: vehicle.tag, words: `Plugged in: ${vehicle.name}` }]
  return has('vehicleGives') ? [] : [{ kind: 'vehicleGives', subject: vehicle.tag, words: `It gives: ${vehicle.name}` }]
}

/** The large keys that make sense where the run stands, the likeliest first. */
export function keysOf(run: OutageRun, { next, last, vehicle }: KeySubjects): RunKey[] {
  switch (run.phase) {
    case 'ready':
      return [
        { kind: 'out', words: 'Out', small: 'the moment it goes dark', variant: 'act' },
        { kind: 'ended', words: 'End the run', small: 'nothing was cut' },
      ]
    case 'dark':
      return run.back
        ? [
            { kind: 'sourceBack', subject: 'itself', words: 'Back by itself', variant: 'act' },
            { kind: 'sourceBack', subject: 'hand', words: 'Brought back by hand' },
            STREET_BACK,
          ]
        : [{ kind: 'back', words: 'Back', small: 'the moment the light is back', variant: 'act' }, STREET_BACK]
    case 'island':
      return [
        ...(next && run.kind !== 'unloaded'
          ? [
              {
                kind: 'loadOn',
                subject: next.tag,
                words: `On: ${next.name}`,
                small: `+ ${formatQuantity(next.stepW, 'W', 3)}, ${formatQuantity(next.sourceMarginW, 'W', 3)} left then`,
                variant: 'act',
              } as const,
            ]
          : []),
        ...(last ? [{ kind: 'loadOff', subject: last.tag, words: `Off: ${last.name}` } as const] : []),
        ...(run.kind === 'unloaded' ? [] : vehicleKeys(run, vehicle)),
        TRIPPED,
        { kind: 'sourceOff', words: 'The source gave up' },
        STREET_BACK,
      ]
    case 'returning':
      return [{ kind: 'onStreet', words: 'On the street', small: 'the gateway has closed', variant: 'act' }, TRIPPED]
    case 'onStreet':
      return [{ kind: 'ended', words: 'End the run', small: 'every switch is as left', variant: 'act' }, TRIPPED]
    case 'ended':
      return []
  }
}

/** Keys for gloves: one tap is one mark. */
export function RunKeys({ keys, tap }: { keys: readonly RunKey[]; tap: (key: RunKey) => void }) {
  return (
    <Grid templateColumns={{ base: '1fr 1fr', md: 'repeat(auto-fill, minmax(190px, 1fr))' }} gap="10px">
      {keys.map((key) => (
        <Button
          key={`${key.kind} ${key.subject ?? ''}`}
          size="glove"
          variant={key.variant ?? 'quiet'}
          flexDirection="column"
          gap="0"
          gridColumn={key.variant === 'act' ? { base: '1 / -1', md: 'span 2' } : undefined}
          minH={key.variant === 'act' ? '96px' : '72px'}
          fontSize={key.variant === 'act' ? '24px' : '17px'}
          overflowWrap="anywhere"
          onClick={() => tap(key)}
        >
          {key.words}
          {key.small && (
            <chakra.span fontSize="14px" fontWeight="400">
              {key.small}
            </chakra.span>
          )}
        </Button>
      ))}
    </Grid>
  )
}
