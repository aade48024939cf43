import { describe, expect, it } from 'vitest'
import { house } from '../../../../tests/support/house'
import type { FitItem } from '../../installation/fit'
import type { InstallationGraph } from '../installationGraph'
import { startingTopology } from '../topology/startingTopology'
import { choicesOfPlan } from '../topology/topologyChoices'
import { dataRunLines } from './dataRunLines'
import type { DrawnGroup } from './schematicPen'

const dataRun = (tag: string, from: string, to: string): FitItem<'dataRun'> => ({
  id: tag,
  kind: 'dataRun',
  tag,
  name: `Line ${tag}`,
  sort: 0,
  detail: {
    from,
    to,
    carrier: 'wired',
    signal: 'rs485',
    pinOut: null,
    shield: null,
    lengthM: null,
    mostM: null,
    neededInOutage: null,
  },
})
const graph = {
  nodes: [
    { id: 'meter', kind: 'junction', name: 'Meter' },
    { id: 'gatewayIn', kind: 'junction', name: 'Gateway, street side' },
    { id: 'inverter', kind: 'junction', name: 'Inverter' },
  ],
} as unknown as InstallationGraph
const part = (thing: string, x: number, role: DrawnGroup['role'] = 'place'): DrawnGroup => ({
  key: thing,
  thing,
  role,
  title: thing,
  box: { x, y: 100, width: 40, height: 20 },
  shapes: [],
  isSwitch: false,
  isFramed: false,
})
const parts = [part('meter', 0), part('gatewayIn', 200), part('inverter', 400, 'source')]
const drawn = (...runs: FitItem<'dataRun'>[]) => dataRunLines(runs, graph, parts, 300)

describe('a data run on the schematic', () => {
  it('is a dotted line from the foot of one place to the foot of the other, with its name in words', () => {
    const { groups, unplaced } = drawn(dataRun('d1', 'Meter', 'Inverter'))
    expect(unplaced).toEqual([])
    expect(groups.map(({ thing, title }) => [thing, title])).toEqual([
      ['meter', 'Line d1 (d1), from Meter to Inverter: RS-485 pair, wired'],
    ])
    const [shape] = groups[0]!.shapes
    expect(shape).toMatchObject({ kind: 'line', dash: '1.5 4' })
    expect(shape?.kind === 'line' && [shape.points[0], shape.points.at(-1)]).toEqual([
      { x: 20, y: 120 },
      { x: 420, y: 120 },
    ])
  })

  it('lies apart from the others, and never below the drawing', () => {
    const runs = Array.from({ length: 40 }, (_, k) => dataRun(`d${k}`, 'Meter', 'Gateway'))
    const depths = drawn(...runs).groups.map(({ shapes: [shape] }) =>
      shape?.kind === 'line' ? shape.points[1]!.y : NaN,
    )
    expect(depths.slice(0, 3)).toEqual([129, 138, 147])
    expect(Math.max(...depths)).toBeLessThan(300)
  })

  it('with an end that no place is called after is not drawn, and that is said', () => {
    expect(drawn(dataRun('d1', 'Meter', 'Router'))).toEqual({
      groups: [],
      unplaced: [{ name: 'Line d1', end: 'Router' }],
    })
  })
})

describe('on the drawing that an installation begins with', () => {
  it('finds gateway and inverter by the words of the crew', () => {
    const installation = house()
    const begun = startingTopology(installation, choicesOfPlan(installation))
    const there = begun.nodes.map(({ id }, k) => part(id, 100 * k))
    const { groups } = dataRunLines([dataRun('d1', 'Gateway', 'Inverter')], begun, there, 900)
    expect(groups.map(({ thing }) => thing)).toEqual(['gatewayIn'])
  })
})
