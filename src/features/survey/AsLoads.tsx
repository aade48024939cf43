'use client'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import type { SurveyItem } from '@/core/installation/survey'
import { Button } from '@/ui/Button'
import { ApiProblem } from '../api'
import { useJob } from '../job/JobContext'

/** The loads that a heat pump or a vehicle charger is: its input and its booster, each of its own. */
function loadsOf(item: SurveyItem<'heatPump' | 'vehicleCharger'>, firstPhase: string) {
  const common = {
    powerFactor: 1,
    phase: firstPhase === 'L1' && item.detail.phase === 'all' ? 'all' : item.detail.phase,
    backedUp: item.detail.side === 'island',
    mustStayOn: false,
    turnOffFirst: false,
  }
  if (item.kind === 'vehicleCharger')
    return item.detail.ratingW === null
      ? []
      : [
          {
            ...common,
            tag: item.tag,
            name: item.name,
            powerW: item.detail.ratingW,
            duty: 0.08,
            priority: 9,
            pattern: 'night',
          },
        ]
  const { inputW, boosterW, lockedRotorA, starter } = item.detail
  return [
    ...(inputW === null
      ? []
      : [
          {
            ...common,
            tag: item.tag,
            name: item.name,
            powerW: inputW,
            powerFactor: 0.9,
            duty: 0.3,
            priority: 4,
            pattern: 'heating',
            lockedRotorA,
            starter,
            startS: 0.5,
          },
        ]),
    ...(boosterW === null
      ? []
      : [
          {
            ...common,
            tag: `${item.tag}b`,
            name: `${item.name}, booster`,
            powerW: boosterW,
            duty: 0.02,
            priority: 8,
            pattern: 'heating',
          },
        ]),
  ]
}

/** Puts what was found onto the load list, where the plan reckons with it. */
export function AsLoads({ item }: { item: SurveyItem<'heatPump' | 'vehicleCharger'> }) {
  const {
    record: { installation },
    bench: {
      context: { pack },
    },
    may,
    carryOut,
  } = useJob()
  const [error, setError] = useState<string | null>(null)
  const missing = loadsOf(item, pack.phases.length > 1 ? 'L1' : 'only')
    .map((load) => (pack.phases.length === 1 ? { ...load, phase: pack.phases[0] } : load))
    .filter(({ tag }) => !installation.loads.some((load) => load.tag === tag))
  if (missing.length === 0 || !may('saveItem')) return null
  const add = async () => {
    try {
      for (const [k, fields] of missing.entries())
        await carryOut('saveItem', {
          jobId: installation.jobId,
          kind: 'load',
          itemId: uuidv7(),
          fields: { ...fields, sort: installation.loads.length + k },
        })
    } catch (reason) {
      if (!(reason instanceof ApiProblem)) throw reason
      setError(reason.message)
    }
  }
  return (
    <Button size="sm" mt="4px" onClick={() => void add()}>
      {error ?? `Put it on the load list${missing.length > 1 ? ', with its booster' : ''}`}
    </Button>
  )
}
