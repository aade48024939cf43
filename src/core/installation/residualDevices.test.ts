import { expect, it } from 'vitest'
import { aCircuit } from '../../../tests/support/house'
import { residualDevices, residualDevicesInIsland } from './residualDevices'

const c = (tag: string, residualTag: string | null, change: object = {}) =>
  aCircuit({ id: tag, tag, residualTag, ...change })
const seen = (circuits: ReturnType<typeof aCircuit>[]) =>
  residualDevices({ circuits }).map(({ tag, shared, agreed, circuits: own }) => [tag, shared, agreed, own.length])

it('is one for each short name, and one each for circuits that name none', () => {
  expect(seen([c('c1', null), c('c2', 'r1'), c('c3', 'r1'), c('c4', null, { iDeltaNMa: null })])).toEqual([
    ['c1', false, true, 1],
    ['r1', true, true, 2],
  ])
})

it('keeps a shared device and a circuit of the same short name apart', () => {
  expect(seen([c('r1', null), c('c2', 'r1')])).toEqual([
    ['r1', false, true, 1],
    ['r1', true, true, 1],
  ])
})

it('says so when its circuits disagree about it', () => {
  expect(seen([c('c1', 'r1'), c('c2', 'r1', { iDeltaNMa: 100 })])[0]?.[2]).toBe(false)
  expect(seen([c('c1', 'r1'), c('c2', 'r1', { device: 'delayed' })])[0]?.[2]).toBe(false)
})

it('matters in an outage as soon as one of its circuits is backed up', () => {
  const circuits = [c('c1', 'r1', { backedUp: false }), c('c2', 'r1'), c('c3', 'r2', { backedUp: false })]
  expect(residualDevicesInIsland({ circuits }).map(({ tag }) => tag)).toEqual(['r1'])
})

it('takes circuits that were kept from before devices had names for one device each', () => {
  const { residualTag: _one, ...first } = c('c1', null)
  const { residualTag: _two, ...second } = c('c2', null)
  expect(seen([first, second] as ReturnType<typeof aCircuit>[]).map(([tag]) => tag)).toEqual(['c1', 'c2'])
})
