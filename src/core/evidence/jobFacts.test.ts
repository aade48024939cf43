import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js'
import { describe, expect, it } from 'vitest'
import { fitItem, house, reading, recordOf } from '../../../tests/support/house'
import { VERDICTS } from '../rules/verdict'
import { benchOf, pointsToShow, stageSummaries } from './bench'
import { FACTS_VERSION, MOST_MARKS, NO_STAGES, jobFacts } from './jobFacts'
import { POINT_FAMILIES } from './families'
import { HOLD_STEPS } from './holdSteps'

const task = (tag: string, template: string | null) =>
  fitItem('task', tag, { minutes: 20, licensed: true, powerOff: false, template })
const timed = (tag: string, slot: 'start' | 'done', recordedAt: string, change: object = {}) =>
  reading(`fit.task.${tag}`, slot, slot === 'start' ? 'begun' : 'done', { recordedAt, receivedAt: null, ...change })

describe('what a list says of a job', () => {
  it('is what its bench says', () => {
    const record = recordOf(house(), [reading('outage.told', 'answer', 'yes')])
    const bench = benchOf(record)
    const facts = jobFacts(record)
    expect(facts.hold).toBe(bench.holdLine.sentence)
    expect(facts.holdPoint).toBe(bench.holdLine.pointKey)
    expect(VERDICTS.reduce((sum, verdict) => sum + facts.counts[verdict], 0)).toBe(pointsToShow(bench).length)
    expect(facts.stages.map(({ stage, total, holdsJobUp }) => [stage, total, holdsJobUp])).toEqual(
      stageSummaries(bench).map(({ stage, total, holdsJobUp }) => [stage, total, holdsJobUp]),
    )
    expect(facts.readingCount).toBe(1)
  })
  it('shows the first marks of a stage, and how many there are', () => {
    const { stages } = jobFacts(recordOf(house()))
    for (const { verdicts, total } of stages) expect(verdicts.length).toBe(Math.min(total, MOST_MARKS))
    expect(stages.some(({ total }) => total > MOST_MARKS)).toBe(true)
  })
  it('says nothing is surveyed or planned where nothing is', () => {
    const bare = house({ loads: [], chosenSchool: null })
    expect(jobFacts(recordOf(bare))).toMatchObject({ surveyed: false, planned: false })
    const sourceless = house({ sources: { ...house().sources, units: [] } })
    expect(jobFacts(recordOf(sourceless)).surveyed).toBe(false)
    expect(jobFacts(recordOf(house({ chosenSchool: 'manualChangeover' })))).toMatchObject({
      surveyed: true,
      planned: true,
    })
  })
  it('has a stage for every stage even before anything was worked out', () => {
    expect(NO_STAGES.map(({ stage }) => stage)).toEqual(jobFacts(recordOf(house())).stages.map(({ stage }) => stage))
  })
  it('can be stored and read again unchanged', () => {
    const facts = jobFacts(recordOf(house(), [reading('outage.told', 'answer', 'yes')]))
    expect(JSON.parse(JSON.stringify(facts))).toEqual(facts)
  })
})

describe('minutes that tasks took', () => {
  const minutesOf = (...readings: ReturnType<typeof reading>[]) =>
    jobFacts(recordOf(house({ fit: [task('t1', 'isolate'), task('t2', null)] }), readings)).taskMinutes
  it('are from the last start to the last end of a task that has a template', () => {
    expect(
      minutesOf(
        timed('t1', 'start', '2026-05-04T07:00:00.000Z'),
        timed('t1', 'start', '2026-05-04T08:00:00.000Z'),
        timed('t1', 'done', '2026-05-04T08:25:00.000Z'),
        timed('t2', 'start', '2026-05-04T09:00:00.000Z'),
        timed('t2', 'done', '2026-05-04T09:10:00.000Z'),
      ),
    ).toMatchObject([{ template: 'isolate', minutes: 25, at: '2026-05-04T08:25:00.000Z' }])
  })
  it('are those of a step of commissioning that was done, too', () => {
    const step = (slot: string, word: string, recordedAt: string) =>
      reading('settings.step.pairing', slot, word, { recordedAt, receivedAt: null })
    const begun = step('begun', 'begun', '2026-05-04T07:00:00.000Z')
    expect(minutesOf(begun, step('ended', 'done', '2026-05-04T07:12:00.000Z'))).toMatchObject([
      { template: 'commissioning.pairing', minutes: 12 },
    ])
    expect(minutesOf(begun, step('ended', 'failed', '2026-05-04T07:12:00.000Z'))).toEqual([])
    expect(minutesOf(begun, step('ended', 'done', '2026-05-04T06:12:00.000Z'))).toEqual([])
  })
  it('are nothing without an end, or with one before the start', () => {
    expect(minutesOf(timed('t1', 'start', '2026-05-04T08:00:00.000Z'))).toEqual([])
    expect(minutesOf(timed('t1', 'done', '2026-05-04T08:00:00.000Z'))).toEqual([])
    expect(
      minutesOf(timed('t1', 'start', '2026-05-04T09:00:00.000Z'), timed('t1', 'done', '2026-05-04T08:00:00.000Z')),
    ).toEqual([])
  })
  it('are not stretched by a clock that is wrong', () => {
    expect(
      minutesOf(
        timed('t1', 'start', '2026-05-04T08:00:00.000Z'),
        timed('t1', 'done', '2026-05-04T11:25:00.000Z', { detail: { clockAheadS: 3 * 3600 } }),
      ),
    ).toMatchObject([{ template: 'isolate', minutes: 25, at: '2026-05-04T08:25:00.000Z' }])
  })
})

it('counts up when families or hold conditions change: what was stored by the old ones is then worked out anew', () => {
  const asked = [
    ...POINT_FAMILIES.map(({ id, since, precedes }) => [id, since ?? null, precedes]),
    ...HOLD_STEPS.map(({ id, conditions }) => [id, conditions.map((one) => [one.id, one.since ?? null, one.override])]),
  ]
  const digest = bytesToHex(sha256(utf8ToBytes(JSON.stringify(asked)))).slice(0, 8)
  // whoever changes the second figure counts the first one up
  expect([FACTS_VERSION, digest]).toEqual([19, 'b1e2af4a'])
})
