import { describe, expect, it } from 'vitest'
import { aCircuit, aLoad, house } from '../../../tests/support/house'
import type { Installation } from '../installation/installation'
import { driveDevices } from './driveDevices'

const drive = (change: object = {}) =>
  aLoad({ tag: 'hp', name: 'Heat pump', starter: 'vsd', circuitTag: 'c1', ...change })
const marks = (change: Partial<Installation>) =>
  driveDevices(house({ loads: [drive()], ...change })).map(({ mark, why }) => [mark, why])

describe('the residual-current device before a drive', () => {
  it.each([
    [null, 'open', 'Type not known; F is the least here.'],
    ['AC', 'exceeds', 'Type AC; F is the least here.'],
    ['A', 'exceeds', 'Type A; F is the least here.'],
    ['F', 'fits', 'Type F; F is the least here.'],
    ['B', 'fits', 'Type B; F is the least here.'],
  ] as const)('of type %s before a drive on one phase: %s', (residualType, mark, why) => {
    expect(marks({ circuits: [aCircuit({ tag: 'c1', residualType })] })).toEqual([[mark, why]])
  })
  it('has to be type B before one on three phases', () => {
    const circuits = [aCircuit({ tag: 'c1', residualType: 'F' })]
    const loads = [drive({ phase: 'all' })]
    expect(marks({ packId: 'iec-3ph-400', circuits, loads })[0]?.[0]).toBe('exceeds')
    expect(marks({ packId: 'iec-3ph-400', circuits, loads: [drive({ phase: 'L2' })] })[0]?.[0]).toBe('fits')
  })
  it('is Open where the circuits behind it say different things', () => {
    const circuits = [
      aCircuit({ tag: 'c1', residualTag: 'r1', residualType: 'B' }),
      aCircuit({ id: 'k2', tag: 'c2', residualTag: 'r1', residualType: 'A' }),
    ]
    expect(marks({ circuits })[0]?.[0]).toBe('open')
  })
  it('is asked for behind no other starter, without a device, or where the region knows no types', () => {
    const circuits = [aCircuit({ tag: 'c1', residualType: 'A' })]
    expect(marks({ circuits, loads: [drive({ starter: 'soft' })] })).toEqual([])
    expect(marks({ circuits: [aCircuit({ tag: 'c1', iDeltaNMa: null })] })).toEqual([])
    expect(marks({ packId: 'na-split-240', circuits: [aCircuit({ tag: 'c1', device: 'gfciA' })] })).toEqual([])
  })
})
