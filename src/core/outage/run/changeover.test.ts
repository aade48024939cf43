import { describe, expect, it } from 'vitest'
import { aCircuit, house } from '../../../../tests/support/house'
import type { Installation } from '../../installation/installation'
import { startingTopology } from '../../wiring/topology/startingTopology'
import { type Scheme, choicesOfPlan } from '../../wiring/topology/topologyChoices'
import { changeoverOf } from './changeover'

const built = house({
  chosenSchool: 'manualChangeover',
  circuits: [aCircuit({ tag: 'c1' }), aCircuit({ id: 'k2', tag: 'c2', name: 'Fridge' })],
})
/** The house with its wiring drawn after a scheme. */
function drawn(scheme: Scheme, layer: 'planned' | 'wired' = 'planned'): Installation {
  const graph = startingTopology(built, { ...choicesOfPlan(built), scheme })
  const revision = { id: 'r', jobId: 'x', layer, number: 1, note: '', madeByName: '', madeAt: '', graph }
  return { ...built, wiring: { planned: null, wired: null, [layer]: revision } }
}

describe('how a house changes over', () => {
  it('is by itself where another school was chosen, whatever is drawn', () => {
    expect(changeoverOf({ ...drawn('perCircuit'), chosenSchool: 'automaticWholeHome' }).changeover).toBe('itself')
  })
  it('is by one switch, or by a switch for each backed-up circuit', () => {
    expect(changeoverOf(built)).toEqual({ changeover: 'byHand', switches: [] })
    const one = changeoverOf(drawn('manualChangeover'))
    expect([one.changeover, one.switches.length]).toEqual(['byHand', 1])
    const each = changeoverOf(drawn('perCircuit', 'wired'))
    const backedUp = built.circuits.filter(({ backedUp }) => backedUp)
    expect(backedUp.length).toBeGreaterThan(1)
    expect(each.changeover).toBe('eachByHand')
    expect(each.switches).toHaveLength(backedUp.length)
    expect(each.switches[0]?.name).toMatch(/^Transfer switch of /)
  })
})
