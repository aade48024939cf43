import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, anElectrode, house, reading, readyForLoads, recordOf } from '../../../tests/support/house'
import type { Visit } from '../installation/visit'
import { benchOf } from './bench'
import { pointsOf } from './points'
import { reopenedBy, touchedWithNeighbours } from './visits'

const visit = (change: Partial<Visit> = {}): Visit => ({
  id: 'v1',
  kind: 'extension',
  reason: 'a second module',
  touched: ['c1'],
  openedAt: '2027-05-01T08:00:00.000Z',
  byName: 'Lead',
  ...change,
})
const built = house({
  circuits: [
    aCircuit({ id: 'k1', tag: 'c1', residualTag: 'r1' }),
    aCircuit({ id: 'k2', tag: 'c2', residualTag: 'r1' }),
    aCircuit({ id: 'k3', tag: 'c3', residualTag: 'r2' }),
  ],
  loads: [aLoad({ tag: 'kettle', circuitTag: 'c1' }), aLoad({ tag: 'lamp', circuitTag: 'c3' })],
  electrodes: [anElectrode({ tag: 'e1' })],
})
const keys = (one: Visit) => reopenedBy(built, one).map(({ key }) => key)

describe('what a visit asks to be shown again', () => {
  it('can be asked before the visit is opened, when it has no time yet', () => {
    expect(keys(visit({ openedAt: '' }))).toEqual(keys(visit()))
  })
  it('is what was touched and its neighbours, the settings, and all that is of the island', () => {
    expect([...touchedWithNeighbours(built, ['c1'])].sort()).toEqual(['c1', 'c2', 'kettle', 'r1'])
    const again = keys(visit())
    expect(again).toEqual(
      expect.arrayContaining([
        'wire.dead.circuit.c1',
        'wire.dead.circuit.c2',
        'earth.rcd.shared.r1.grid',
        'earth.rcd.shared.r1.island',
        'earth.rcd.shared.r2.island',
        'outage.gap',
        'outage.told',
        'settings.reserveSocPercent',
      ]),
    )
    for (const other of [
      'wire.dead.circuit.c3',
      'earth.rcd.shared.r2.grid',
      'survey.supplyRating',
      'earth.electrode.e1',
    ])
      expect(again).not.toContain(other)
  })
  it('is the runs that land on a unit that was touched', () => {
    const again = keys(visit({ touched: ['inv1'] }))
    expect(again.some((key) => key.startsWith('wire.identity.'))).toBe(true)
    expect(again).toContain('fit.component.inv1')
    expect(again).not.toContain('wire.dead.circuit.c3')
  })
  it('is nothing where nothing was touched, and what wears at a periodic one', () => {
    expect(keys(visit({ touched: [] }))).toEqual([])
    const again = keys(visit({ kind: 'periodic', touched: [] }))
    expect(again).toEqual(
      expect.arrayContaining(['earth.electrode.e1', 'earth.rcd.shared.r2.grid', 'outage.medical', 'outage.asLeftMain']),
    )
    for (const other of ['wire.dead.circuit.c1', 'fit.component.inv1', 'wire.identity.w1', 'handover.cardExplained'])
      expect(again).not.toContain(other)
  })
})

describe('a visit that is opened', () => {
  const house1 = house()
  const before = recordOf(house1, readyForLoads(house1))
  const after = { ...before, visits: [visit({ kind: 'periodic', touched: [], reason: 'five years on' })] }
  const key = 'earth.electrode.e1'
  it('opens those points, says why, and leaves every other verdict as it was', () => {
    const [was, is] = [benchOf(before).judgements, benchOf(after).judgements]
    expect([was.get(key)?.verdict === 'open', is.get(key)?.verdict]).toEqual([false, 'open'])
    expect(is.get(key)?.why).toContain('Open again: a visit was opened on 2027-05-01 (“five years on”)')
    const again = new Set(reopenedBy(house1, after.visits[0] as Visit).map((point) => point.key))
    for (const point of pointsOf(house1))
      if (!again.has(point.key) && !point.key.startsWith('earth.disconnection'))
        expect([point.key, is.get(point.key)?.verdict]).toEqual([point.key, was.get(point.key)?.verdict])
  })
  it('holds the island again until it is shown again, and is proven by what is read afterwards', () => {
    expect(benchOf(before).holds.find(({ step }) => step.id === 'loadedIsland')?.released).toBe(true)
    expect(benchOf(after).holds.find(({ step }) => step.id === 'firstIsland')?.released).toBe(false)
    const later = { recordedAt: '2027-05-01T09:00:00.000Z' }
    const again = { ...after, readings: [...after.readings, reading('outage.told', 'answer', 'yes', later)] }
    expect(benchOf(after).judgements.get('outage.told')?.verdict).toBe('open')
    expect(benchOf(again).judgements.get('outage.told')?.verdict).toBe('proven')
  })
  it('never makes anything pass that did not, whatever it touches', () => {
    const tags = ['c1', 'w1', 'w2', 'inv1', 'e1', 'fridge', 'nobody']
    const verdicts = benchOf(before).judgements
    fc.assert(
      fc.property(fc.subarray(tags), fc.constantFrom('extension', 'fault', 'periodic'), (touched, kind) => {
        const now = benchOf({ ...before, visits: [visit({ kind, touched })] }).judgements
        for (const [point, judgement] of now)
          if (judgement.verdict === 'proven') expect(['proven', 'watch']).toContain(verdicts.get(point)?.verdict)
      }),
      { numRuns: 30 },
    )
  })
})
