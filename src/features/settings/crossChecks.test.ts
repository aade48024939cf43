import { describe, expect, it } from 'vitest'
import { benchOf } from '@/core/evidence/bench'
import { settingsCrossChecks } from '@/core/evidence/settingsCrossChecks'
import type { Installation } from '@/core/installation/installation'
import { house, reading, recordOf } from '../../../tests/support/house'
import { crossCheckSentence } from './crossCheckWords'

const setting = (key: string, value: number) => ({
  id: key,
  key,
  label: key,
  value,
  unit: 'W' as const,
  tolerance: 0,
  why: null,
  origin: null,
})
const planned = [setting('reserveSocPercent', 40), setting('phaseCount', 1), setting('chargeLimitW', 3000)]
const promise = { ...house().promises[0]!, kind: 'runtime' as const, runtimeH: 10 }
const checked = (values: Readonly<Record<string, number>>, change: Partial<Installation> = {}) => {
  const readings = Object.entries(values).map(([key, value]) => reading(`settings.${key}`, 'left', value))
  const { context } = benchOf(recordOf(house({ settings: planned, promises: [promise], ...change }), readings))
  return Object.fromEntries(
    settingsCrossChecks(context).map((check) => [check.name, [check.verdict, crossCheckSentence(check)]]),
  )
}
const ALL = { reserveSocPercent: 40, phaseCount: 1, chargeLimitW: 3000 }

describe('what was set, held against the rest of the job', () => {
  it('is Open until it was read, each with what it needs', () => {
    const found = checked({})
    expect([found.reserve?.[0], found.phaseCount?.[0], found.supply?.[0]]).toEqual(['open', 'open', 'open'])
    expect(found.reserve?.[1]).toMatch(/^Read the reserve/)
  })

  it('carries the promise, or says for how long it does', () => {
    expect(checked(ALL).reserve).toEqual(['proven', expect.stringContaining('as promised')])
    expect(checked({ ...ALL, reserveSocPercent: 10 }).reserve).toEqual([
      'stop',
      expect.stringMatching(/for \d.* h: less than was promised/),
    ])
  })

  it('fits the supply with the house beside it, and of two mains nobody knows', () => {
    const { supply } = house()
    expect(checked(ALL, { supply: { ...supply, ratingA: 63 } }).supply?.[0]).toBe('proven')
    expect(checked(ALL, { supply: { ...supply, ratingA: 10 } }).supply).toEqual([
      'stop',
      expect.stringContaining('more than the supply gives'),
    ])
    expect(checked(ALL, { supply: { ...supply, ratingA: 63, secondMainA: 40 } }).supply?.[0]).toBe('open')
  })

  it('counts phases, and leaves out what the job does not have', () => {
    expect(checked({ ...ALL, phaseCount: 3 }).phaseCount?.[0]).toBe('stop')
    expect(Object.keys(checked(ALL, { settings: [], promises: [] }))).not.toContain('reserve')
  })
})
