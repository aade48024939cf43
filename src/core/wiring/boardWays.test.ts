import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aCircuit, house } from '../../../tests/support/house'
import type { SurveyItem } from '../installation/survey'
import { contradictionsOf } from '../plan/contradictions'
import { boardWays, boardWaysWords } from './boardWays'

const board = (ways: number | null | undefined): SurveyItem => ({
  id: 'b',
  kind: 'board',
  tag: 'b1',
  name: 'Board',
  detail: { mainA: 63, busbarA: 63, sourcesAtFarEnd: null, fedFrom: 'main1', metalOutdoors: false, ways },
})
const onBoard = (count: number, phase: 'L1' | 'all' = 'L1') =>
  Array.from({ length: count }, (_, k) => aCircuit({ id: `k${k}`, tag: `c${k}`, boardTag: 'b1', phase }))
const ofBoard = (ways: number | null | undefined, change: Parameters<typeof house>[0]) =>
  boardWays(house({ survey: [board(ways)], loads: [], ...change })).find(({ tag }) => tag === 'b1')

describe('the ways of a board', () => {
  it('that nobody counted are Open, however few circuits there are', () => {
    for (const ways of [null, undefined])
      expect(ofBoard(ways, { circuits: [] })).toMatchObject({ ways: null, free: null, mark: 'open' })
  })

  it('are taken by a circuit on all phases one for each', () => {
    const circuits = onBoard(2, 'all')
    expect(ofBoard(12, { circuits, packId: 'iec-3ph-400' })).toMatchObject({ taken: 6, free: 6, mark: 'fits' })
    expect(ofBoard(12, { circuits, packId: 'iec-1ph-230' })).toMatchObject({ taken: 2, free: 10 })
    expect(ofBoard(12, { circuits, packId: 'na-split-240', runs: [] })).toMatchObject({ taken: 4, free: 8 })
  })

  it('that are too few contradict the plan, with both figures', () => {
    const crowded = house({ survey: [board(3)], loads: [], circuits: onBoard(4) })
    const found = contradictionsOf(crowded).filter(({ path }) => path === 'boards.b1.ways')
    expect(found.map(({ message }) => message)).toEqual(['Board has 3 ways, and the circuits planned on it need 4.'])
    const uncounted = house({ survey: [board(null)], loads: [], circuits: onBoard(40) })
    expect(contradictionsOf(uncounted).filter(({ path }) => path === 'boards.b1.ways')).toEqual([])
  })

  it('fit exactly as far as there are any', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 }), (ways, count) => {
        const found = ofBoard(ways, { circuits: onBoard(count) })
        expect(found?.mark).toBe(count > ways ? 'exceeds' : 'fits')
        expect(found?.free).toBe(ways - count)
      }),
    )
  })

  it('are told in words', () => {
    const words = (ways: number | null, count: number) => {
      const found = ofBoard(ways, { circuits: onBoard(count) })
      return found && boardWaysWords(found)
    }
    expect([words(12, 9), words(3, 4), words(null, 2)]).toEqual([
      '12 ways, 9 taken, 3 free',
      '3 ways, 4 needed: 1 too few',
      '2 taken; nobody counted how many ways it has',
    ])
  })
})
