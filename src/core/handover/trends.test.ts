import { describe, expect, it } from 'vitest'
import { aRun, house, reading, recordOf } from '../../../tests/support/house'
import type { Reading } from '../evidence/reading'
import type { Visit } from '../installation/visit'
import { askedAtLeaving, leftForLater } from './leftForLater'
import { trendsOf } from './trends'

const visit = (openedAt: string): Visit => ({
  id: openedAt,
  kind: 'periodic',
  reason: 'as every year',
  touched: [],
  openedAt,
  byName: 'Lead',
})
const VISITS = [visit('2027-01-01T00:00:00.000Z'), visit('2028-01-01T00:00:00.000Z')]
const key = 'earth.electrode.e1'
const read = (value: number, recordedAt: string, change: Partial<Reading> = {}) =>
  reading(key, 'r618', value, { recordedAt, ...change })
const THREE = [
  read(60, '2026-06-01T10:00:00.000Z'),
  read(70, '2027-01-02T10:00:00.000Z'),
  read(90, '2028-06-01T10:00:00.000Z'),
]
const trends = (readings: Reading[], visits = VISITS) => trendsOf({ ...recordOf(house(), readings), visits })

describe('results since the first visit', () => {
  it('are a line from visit to visit, with how far it moved', () => {
    const [trend] = trends(THREE)
    expect([trend?.pointKey, trend?.unit, trend?.values.map(({ visit: n, value }) => [n, value])]).toEqual([
      key,
      'Ω',
      [
        [0, 60],
        [1, 70],
        [2, 90],
      ],
    ])
    expect([trend?.changeShare, trend?.years.toFixed(1)]).toEqual([0.5, '2.0'])
  })
  it('take the last figure of each visit, and none that was corrected', () => {
    const wrong = read(999, '2027-01-02T11:00:00.000Z')
    const right = read(75, '2027-01-02T11:00:00.000Z', { supersedes: wrong.id, supersedeReason: 'wrong scale' })
    expect(trends([...THREE, wrong, right])[0]?.values.map(({ value }) => value)).toEqual([60, 75, 90])
  })
  it('are none of a house that nobody came back to, and none of what was read once', () => {
    expect(trends(THREE, [])).toEqual([])
    expect(trends(THREE.slice(0, 1))).toEqual([])
  })
  it('leave out what is only “more than”', () => {
    const bounded = read(200, '2028-06-02T10:00:00.000Z', { detail: { bound: 'above' } })
    expect(trends([...THREE.slice(0, 2), bounded])[0]?.values).toHaveLength(2)
  })
  it('say nothing of a share where the first figure was 0', () => {
    expect(trends([read(0, '2026-06-01T10:00:00.000Z'), ...THREE.slice(1)])[0]?.changeShare).toBeNull()
  })
  it('put what moved most first', () => {
    const other = [
      reading('outage.gap', 'most', 100, { recordedAt: '2026-06-01T10:00:00.000Z' }),
      reading('outage.gap', 'most', 300, { recordedAt: '2028-06-01T10:00:00.000Z' }),
    ]
    expect(trends([...THREE, ...other]).map(({ pointKey }) => pointKey)).toEqual(['outage.gap', key])
  })
})

describe('what was left for a later visit', () => {
  it('is the spare length of each run, measured or only planned', () => {
    const installation = house({
      runs: [
        aRun({ tag: 'w1', extraM: 2 }),
        aRun({ id: 'r2', tag: 'w2', extraM: 1, size: '2.5' }),
        aRun({ id: 'r3', tag: 'w3' }),
      ],
    })
    const measured = reading('fit.spare.w1', 'spare', 1.6)
    expect(
      leftForLater(recordOf(installation, [measured])).map(({ runTag, lengthM, measured: seen, lugs }) => [
        runTag,
        lengthM,
        seen,
        lugs,
      ]),
    ).toEqual([
      ['w1', 1.6, true, 3],
      ['w2', 1, false, 0],
    ])
  })
})

describe('what the household asked when the crew left', () => {
  const said = (slot: string, word: string) => reading('handover.talk', slot, word)
  it('stands for the next visit once both are written down', () => {
    expect(askedAtLeaving(recordOf(house()))).toBeNull()
    expect(askedAtLeaving(recordOf(house(), [said('who', 'Runa')]))).toBeNull()
    expect(askedAtLeaving(recordOf(house(), [said('who', 'Runa'), said('asked', 'Does it hum?')]))).toEqual({
      who: 'Runa',
      asked: 'Does it hum?',
    })
  })
})
