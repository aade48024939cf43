import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aLoad, house, reading, readyForLoads, recordOf } from '../../../tests/support/house'
import type { JobRecord } from '@/core/evidence/judge'
import type { Reading } from '@/core/evidence/reading'
import { mergeEvidence } from './mergeEvidence'
import { mergeJob } from './mergeJob'
import { mergeThings } from './mergeThings'
import { withOwnIds } from './withOwnIds'

const JOB = '018f0000-0000-7000-8000-00000000ffff'
const NONE = new Set<string>()
const house1 = house()
const whole = withOwnIds(recordOf(house1, readyForLoads(house1)), JOB)
const withReadings = (readings: readonly Reading[]): JobRecord => ({ ...whole, readings })

describe('a file held against the job that it came from', () => {
  it('adds nothing, and differs in nothing', () => {
    const merge = mergeJob(whole, whole, NONE)
    expect(merge.readings).toMatchObject({ fresh: [], other: [], stray: [], known: whole.readings.length })
    expect(merge.things.flatMap(({ fresh, differ, clash }) => [...fresh, ...differ, ...clash])).toEqual([])
    expect([merge.parts, merge.promisesDiffer]).toEqual([[], false])
  })

  it('adds exactly the readings that are not here, whichever they are', () => {
    fc.assert(
      fc.property(fc.subarray([...whole.readings]), fc.subarray([...whole.readings]), (file, here) => {
        const { fresh, known } = mergeJob(withReadings(file), withReadings(here), NONE).readings
        const ids = new Set(here.map(({ id }) => id))
        expect(fresh.map(({ id }) => id).sort()).toEqual(
          file
            .map(({ id }) => id)
            .filter((id) => !ids.has(id))
            .sort(),
        )
        expect(fresh.length + known).toBe(file.length)
      }),
    )
  })
})

describe('corrections', () => {
  const chain = ['a', 'b', 'c', 'd'].map((id, k, all) => ({
    ...(whole.readings[0] as Reading),
    id,
    supersedes: k === 0 ? null : (all[k - 1] as string),
    supersedeReason: k === 0 ? null : 'read anew',
  }))

  it('come after what they correct, in whatever order the file has them', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(chain, { minLength: 4 }), (file) => {
        const { fresh, stray } = mergeJob(withReadings(file), null, NONE).readings
        expect([fresh.map(({ id }) => id), stray]).toEqual([['a', 'b', 'c', 'd'], []])
      }),
    )
  })

  it('of what is nowhere, in a ring, or of what was corrected otherwise here, are apart', () => {
    const [a, b, c] = chain as [Reading, Reading, Reading]
    const ring = [
      { ...a, id: 'x', supersedes: 'y' },
      { ...a, id: 'y', supersedes: 'x' },
    ]
    const ids = (file: Reading[], here: Reading[]) =>
      mergeJob(withReadings(file), withReadings(here), NONE).readings.stray.map(({ id }) => id)
    expect(ids([c], [])).toEqual(['c'])
    expect(ids(ring, [])).toEqual(['x', 'y'])
    expect(ids([b], [a, { ...b, id: 'otherwise' }])).toEqual(['b'])
  })

  it('with another figure under the same id are another reading', () => {
    const [a] = chain as [Reading]
    const { other, fresh } = mergeJob(withReadings([{ ...a, valueNumber: 7 }]), withReadings([a]), NONE).readings
    expect([other.length, fresh.length]).toEqual([1, 0])
  })
})

describe('things of the plan', () => {
  const fridge = aLoad({ id: 'l1', tag: 'fridge', powerW: 100 })
  it('are new, the same, other in some fields, or in the way of one another', () => {
    const merge = mergeThings(
      'loads',
      [fridge, aLoad({ id: 'l2', tag: 'pump' }), aLoad({ id: 'l3', tag: 'hob' })],
      [{ ...fridge, powerW: 90 }, aLoad({ id: 'other', tag: 'pump' })],
    )
    expect(merge.differ).toMatchObject([{ thing: { id: 'l1' }, fields: ['powerW'] }])
    expect(merge.clash.map(({ id }) => id)).toEqual(['l2'])
    expect(merge.fresh.map(({ id }) => id)).toEqual(['l3'])
  })
  it('twice under one name in a file come in once', () => {
    const merge = mergeThings('loads', [fridge, { ...fridge, id: 'l9' }], [])
    expect([merge.fresh.length, merge.clash.length]).toEqual([1, 1])
  })
})

describe('ids of a file', () => {
  it('that are none become the same ones each time, and name what they named', () => {
    const first = reading('outage.told', 'answer', 'no', { id: 'reading-1' })
    const second = reading('outage.told', 'answer', 'yes', { id: 'reading-2', supersedes: 'reading-1' })
    const record = { ...whole, readings: [first, second] }
    const [one, two] = withOwnIds(record, JOB).readings as [Reading, Reading]
    expect(two.supersedes).toBe(one.id)
    expect(withOwnIds(record, JOB).readings.map(({ id }) => id)).toEqual([one.id, two.id])
    expect(withOwnIds(record, JOB.replace('f', 'a')).readings[0]?.id).not.toBe(one.id)
  })
})

it('a field that was added since, and is blank, is no difference', () => {
  const { sources } = whole.installation
  const older = { ...sources, units: sources.units.map(({ mostModules: _most, ...unit }) => unit) }
  const merge = mergeJob(whole, { ...whole, installation: { ...whole.installation, sources: older } }, NONE)
  expect(merge.parts).toEqual([])
  const other = { ...sources, units: sources.units.map((unit) => ({ ...unit, mostModules: 6 })) }
  expect(mergeJob({ ...whole, installation: { ...whole.installation, sources: other } }, whole, NONE).parts).toEqual([
    'sources',
  ])
})

it('evidence that says the same another way is known', () => {
  const at = { id: 'a', at: '2027-01-01T10:00:00Z' }
  expect(mergeEvidence([{ ...at, at: '2027-01-01T10:00:00.000+00:00' }], [at], ['at'])).toMatchObject({ known: 1 })
})
