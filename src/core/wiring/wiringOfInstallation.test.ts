import { describe, expect, it } from 'vitest'
import { house } from '../../../tests/support/house'
import type { WiringRevision } from '../installation/wiring'
import { startingTopology } from './topology/startingTopology'
import { checkOf, graphOf, hasWiring, orderOf } from './wiringOfInstallation'

const revision = (layer: 'planned' | 'wired', change: object = {}): WiringRevision => ({
  id: 'r',
  jobId: 'x',
  layer,
  number: 1,
  note: '',
  madeByName: '',
  madeAt: '',
  graph: { ...startingTopology(house()), ...change },
})

describe('the wiring of an installation', () => {
  it('is drawn from the plan until somebody stores one; what is wired is the plan until somebody says otherwise', () => {
    const bare = house()
    expect(graphOf(bare, 'planned')).toBe(graphOf(bare, 'wired'))
    const planned = revision('planned')
    expect(graphOf(house({ wiring: { planned, wired: null } }), 'wired')).toBe(planned.graph)
    const wired = revision('wired', { interlocks: [] })
    expect([
      graphOf(house({ wiring: { planned, wired } }), 'planned'),
      graphOf(house({ wiring: { planned, wired } }), 'wired'),
    ]).toEqual([planned.graph, wired.graph])
  })
  it('is worked out once for the same content, and anew for another', () => {
    const [one, alike, other] = [
      revision('planned').graph,
      revision('planned').graph,
      revision('planned', { interlocks: [] }).graph,
    ]
    expect(one).not.toBe(alike)
    expect([checkOf(one) === checkOf(alike), orderOf(one) === orderOf(alike), checkOf(other) === checkOf(one)]).toEqual(
      [true, true, false],
    )
    expect([checkOf(one)?.violated, checkOf(other)?.violated, orderOf(other).steps]).toEqual([[], [1, 2, 3], []])
  })
  it('with faults is not checked and has no order', () => {
    const holed = revision('wired', { nodes: [] }).graph
    expect([checkOf(holed), orderOf(holed).refused]).toEqual([
      null,
      expect.stringMatching(/no supply terminals|not there/),
    ])
  })
  it('does not exist while there is a survey only', () => {
    expect([
      hasWiring(house()),
      hasWiring(house({ components: [], circuits: [], runs: [] })),
      hasWiring(
        house({ components: [], circuits: [], runs: [], wiring: { planned: revision('planned'), wired: null } }),
      ),
    ]).toEqual([true, false, true])
  })
})
