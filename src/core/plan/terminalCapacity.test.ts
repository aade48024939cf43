import { describe, expect, it } from 'vitest'
import { aRun, house } from '../../../tests/support/house'
import { contradictionsOf } from './contradictions'
import { endsOnNothing } from './runEnds'
import { terminalCapacities } from './terminalCapacity'

const withRun = (size: string, terminalSize: string | null | undefined, packId?: 'na-split-240') =>
  house({
    ...(packId && { packId }),
    runs: [aRun({ tag: 'w1', size, from: 'Street', to: 'main board' })],
    survey: [
      {
        id: 'b',
        kind: 'board',
        tag: 'board1',
        name: 'Main board',
        detail: {
          mainA: 63,
          busbarA: 80,
          sourcesAtFarEnd: true,
          fedFrom: 'main1',
          metalOutdoors: null,
          ...(terminalSize !== undefined && { terminalSize }),
        },
      },
    ],
  })
const marks = (...given: Parameters<typeof withRun>) => terminalCapacities(withRun(...given)).map(({ mark }) => mark)

describe('what the terminals of a board take', () => {
  it.each([
    ['16', '16', 'fits'],
    ['16', '25', 'fits'],
    ['16', '10', 'exceeds'],
    ['6', '10', 'fits'],
    ['16', null, 'open'],
    ['16', undefined, 'open'],
    ['16', 'thick', 'open'],
    ['', '16', 'open'],
  ] as const)('%s on terminals for %s: %s', (size, taken, mark) => {
    expect(marks(size, taken)).toEqual([mark])
  })

  it('goes by the thickness of a gauge and not by its number', () => {
    expect(marks('6', '2', 'na-split-240')).toEqual(['fits'])
    expect(marks('2', '6', 'na-split-240')).toEqual(['exceeds'])
    expect(marks('2/0', '1/0', 'na-split-240')).toEqual(['exceeds'])
    expect(marks('1', '2/0', 'na-split-240')).toEqual(['fits'])
  })

  it('contradicts the plan where a conductor is too thick, and not while nobody has read it', () => {
    const paths = (taken: string | null) => contradictionsOf(withRun('16', taken)).map(({ path }) => path)
    expect(paths('10')).toContain('boards.board1.terminalSize')
    expect(paths('16')).not.toContain('boards.board1.terminalSize')
    expect(paths(null)).not.toContain('boards.board1.terminalSize')
  })

  it('of a component is asked at the component', () => {
    const there = withRun('16', '16')
    const [gateway] = house().components
    const found = terminalCapacities({
      ...there,
      runs: [aRun({ tag: 'w1', size: '16', from: gateway!.tag, to: 'Main board' })],
      components: [{ ...gateway!, terminalSize: '10' }],
    })
    expect(found.map(({ at, mark }) => [at, mark])).toEqual([
      ['board', 'fits'],
      ['component', 'exceeds'],
    ])
  })
})

describe('an end of a run', () => {
  it('is called after a thing by its name, its short name, or a side of it; others are named as held against nothing', () => {
    const there = {
      ...withRun('16', '16'),
      runs: [
        aRun({ tag: 'w1', from: 'Meter', to: 'Main board' }),
        aRun({ tag: 'w2', from: 'main board, upper bar', to: 'Main boarding house' }),
        aRun({ tag: 'w3', from: 'board1', to: 'Attic' }),
      ],
      components: [],
    }
    expect(terminalCapacities(there).map(({ run }) => run.tag)).toEqual(['w1', 'w2', 'w3'])
    expect(endsOnNothing(there)).toEqual([
      { runTag: 'w1', end: 'Meter' },
      { runTag: 'w2', end: 'Main boarding house' },
      { runTag: 'w3', end: 'Attic' },
    ])
  })
})
