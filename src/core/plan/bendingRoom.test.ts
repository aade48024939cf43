import { describe, expect, it } from 'vitest'
import { aRun, house } from '../../../tests/support/house'
import { sizeSystemOf, sizesOf } from '../rules/conductors'
import { RULE_PACKS } from '../rules/packs'
import { bendingRooms } from './bendingRoom'
import { contradictionsOf } from './contradictions'

const board = (bendingMm?: number | null) => ({
  id: 'b',
  kind: 'board',
  tag: 'board1',
  name: 'Main board',
  detail: { mainA: 63, busbarA: 80, sourcesAtFarEnd: true, fedFrom: 'main1', metalOutdoors: null, bendingMm },
})
const component = {
  id: 'g',
  tag: 'gw1',
  kind: 'gateway' as const,
  name: 'Gateway',
  model: 'Made-up',
  minimumFirmware: null,
  warrantyUntil: null,
  libraryRevisionId: null,
  bendingMm: null,
  terminalSize: null,
}
const withRun = (size: string, bendingMm?: number | null, ends: object = { to: 'main board' }) =>
  house({ runs: [aRun({ tag: 'w1', size, ...ends })], survey: [board(bendingMm)] as never })

describe('room to bend', () => {
  it.each([
    ['25', 60, 'fits'],
    ['25', 41, 'fits'],
    ['25', 40.9, 'exceeds'],
    ['25', null, 'open'],
    ['25', undefined, 'open'],
  ] as const)('of %s mm² with %s mm: %s', (size, room, mark) => {
    expect(bendingRooms(withRun(size, room))).toMatchObject([{ atName: 'Main board', neededMm: 41, mark }])
  })
  it('is asked of thick conductors alone, and where it is known what a run ends on', () => {
    expect(bendingRooms(withRun('6', 10))).toEqual([])
    expect(bendingRooms(withRun('25', 60, { from: 'Street', to: 'Attic' }))).toEqual([])
    expect(bendingRooms(withRun('25', 60, { from: 'Gateway', to: 'BOARD1' }))).toHaveLength(1)
  })
  it('at a component is what its maker gives, and Open while nobody has read it', () => {
    const gateway = (bendingMm: number | null) => {
      const installation = withRun('25', 60, { from: 'gw1', to: 'Main board' })
      return { ...installation, components: [{ ...component, bendingMm }] }
    }
    expect(bendingRooms(gateway(null)).map(({ atTag, mark }) => [atTag, mark])).toEqual([
      ['board1', 'fits'],
      ['gw1', 'open'],
    ])
    expect(bendingRooms(gateway(40))[1]).toMatchObject({ at: 'component', roomMm: 40, mark: 'exceeds' })
    expect(contradictionsOf(gateway(40)).map(({ path }) => path)).toContain('components.gw1.bendingMm')
    expect(contradictionsOf(gateway(41)).map(({ path }) => path)).not.toContain('components.gw1.bendingMm')
  })
  it('that is too small contradicts the plan, and what was not measured does not', () => {
    const paths = (room: number | null) => contradictionsOf(withRun('25', room)).map(({ path }) => path)
    expect(paths(30)).toContain('boards.board1.bendingMm')
    expect(paths(null)).not.toContain('boards.board1.bendingMm')
  })
  it('grows with the size, in every region, and is named for sizes that there are', () => {
    for (const { id, bendingRoom } of Object.values(RULE_PACKS)) {
      const sizes = sizesOf(sizeSystemOf(id))
      expect(Object.keys(bendingRoom.leastMm).filter((size) => !sizes.includes(size))).toEqual([])
      const needed = sizes.flatMap((size) => bendingRoom.leastMm[size] ?? [])
      expect(needed).toEqual(needed.toSorted((a, b) => a - b))
      expect(bendingRoom.basis).toMatch(/maker’s manual/)
    }
  })
})
